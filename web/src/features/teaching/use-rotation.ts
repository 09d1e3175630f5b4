import type { Enrolled } from "@map-step/contract";
import { notedAt, rotation, wasHere } from "@map-step/core/lesson";
import { sidesOf } from "@map-step/core/student";
import { useMemo } from "react";
import { useRemembered } from "../../kit/remembered.ts";
import type { ClassLogEdit } from "../class-log/use-class-log.ts";

/** So many rounds are laid ahead; nobody changes partners more often in one evening. */
const ROUNDS = 40;

/** Since when the same people dance, and how often each of them had sat out by then. */
interface Kept {
  readonly round: number;
  readonly people: string;
  readonly from: number;
  readonly waited: readonly number[];
}

interface Evening {
  readonly students: readonly Enrolled[];
  /** The log of the class; `null` on a day without one, when everybody is taken to be here. */
  readonly log: ClassLogEdit | null;
  /** For another order of partners each week. */
  readonly week: number;
  /** Under which name the round is kept on this device. */
  readonly name: string;
}

/** Who dances with whom this evening, round by round, and how to go on to the next. */
interface Rotation {
  /** From 0. */
  readonly round: number;
  /** None where one of the roles has nobody. */
  readonly couples: readonly (readonly [leader: Enrolled, follower: Enrolled])[];
  readonly waiting: readonly Enrolled[];
  readonly change: () => void;
}

/** Couples of an evening: nobody waits more than once more than others, and who waited is noted. */
export function useRotation({ students, log, week, name }: Evening): Rotation {
  const [kept, keep] = useRemembered<Kept>(`rotation:${name}`, { round: 0, people: "", from: 0, waited: [] });
  const here = students.filter(({ id }) => log === null || wasHere(log.log, id));
  // Who dances both goes where fewer are.
  const { leaders, followers } = sidesOf(here);
  const larger = leaders.length >= followers.length ? leaders : followers;
  const tonight = (id: string): number => (log && notedAt(log.log, "waited", id)?.times) ?? 0;
  const people = here.map(({ id }) => id).join();
  // Somebody comes or goes: the ring is laid anew, and knows who has sat out how often.
  const now: Kept =
    kept.people === people
      ? kept
      : {
          round: kept.round,
          people,
          from: kept.round,
          waited: larger.map(({ id }) => (log?.waitedBefore.get(id) ?? 0) + tonight(id)),
        };
  const { round, from } = now;
  const waited = now.waited.join();
  const rounds = useMemo(
    () => rotation(leaders.length, followers.length, ROUNDS, week + from, waited.split(",").map(Number)),
    [leaders.length, followers.length, week, from, waited],
  );
  const dance = rounds[(round - from) % ROUNDS];
  const waiting = (dance?.waiting ?? []).flatMap((index) => larger[index] ?? []);
  return {
    round,
    couples: (dance?.couples ?? []).flatMap(([one, other]) => {
      const [leader, follower] = [leaders[one], followers[other]];
      return leader && follower ? [[leader, follower] as const] : [];
    }),
    waiting,
    change: () => {
      keep({ ...now, round: round + 1 });
      for (const { id } of waiting) void log?.note("waited", id, { times: tonight(id) + 1 });
    },
  };
}
