import { api, type ClassLogRecord, PROBLEM_TYPES } from "@map-step/contract";
import type { QueryClient } from "@tanstack/react-query";
import { ApiError, call, keyOf, readAgain } from "../../kit/api.ts";
import { type HeldEntry, heldEntries, type LessonKey, settleEntries } from "./outbox.ts";

/** What came of an attempt to send. */
export type Sent = "all" | "no-connection" | "signed-out" | "failed";

const MOST_AT_ONCE = 100;
const sameLesson = (one: LessonKey, other: LessonKey): boolean =>
  one.sectionId === other.sectionId && one.week === other.week;

/** The answer of the studio is the log as it is now; pages show it at once and read the rest again. */
async function takeLog(client: QueryClient, lesson: LessonKey, log: ClassLogRecord): Promise<void> {
  const { sectionId, week } = lesson;
  const logKey = keyOf(api.classLog.read, { sectionId, week });
  // An answer still on its way was given before and must not come after.
  await client.cancelQueries({ queryKey: logKey });
  client.setQueryData(logKey, log);
  void readAgain(client, (place) => place !== logKey[0] && place !== keyOf(api.session.read)[0]);
}

async function sendSome(client: QueryClient, some: readonly HeldEntry[]): Promise<void> {
  const [first] = some;
  if (!first) return;
  const { sectionId, week } = first;
  const { answers, ...log } = await call(api.classLog.note, {
    params: { sectionId, week },
    body: { entries: some.map(({ entry }) => entry) },
  });
  // First the log, then off this device: at no moment does an entry stand in neither.
  await takeLog(client, first, log);
  const became = new Map(answers.map((answer) => [answer.id, answer]));
  await settleEntries(
    some.flatMap(({ order, entry }) => {
      const answer = became.get(entry.id);
      if (!answer) return [];
      const { outcome, why } = answer;
      return [{ order, state: outcome === "conflict" || outcome === "refused" ? outcome : "gone", why }];
    }),
  );
}

/** What the studio will never take: a lesson that is gone, or something it cannot read. */
const isFinal = ({ problem: { status } }: ApiError): boolean => [400, 404, 413, 422].includes(status);
/** Nobody is there, or nobody who may: then nothing else can be sent either. */
const stopsAll = (error: unknown): boolean =>
  !(error instanceof ApiError) ||
  [0, 403, 503].includes(error.problem.status) ||
  error.problem.type === PROBLEM_TYPES.signedOut;

/**
 * Sends some entries of one lesson. Where they cannot be taken together, each is sent by itself, so that one holds no
 * other back: one that the studio will never take stays here with the reason, one that failed waits for the next time.
 * @returns whether all were answered
 */
async function sendOneByOne(client: QueryClient, some: readonly HeldEntry[]): Promise<boolean> {
  try {
    await sendSome(client, some);
    return true;
  } catch (error) {
    if (stopsAll(error) || !(error instanceof ApiError)) throw error;
    if (some.length > 1) {
      let all = true;
      for (const one of some) all = (await sendOneByOne(client, [one])) && all;
      return all;
    }
    if (!isFinal(error)) return false;
    await settleEntries(some.map(({ order }) => ({ order, state: "refused", why: error.problem.detail })));
    return true;
  }
}

/**
 * Sends what somebody noted on this device, lesson by lesson and in the order noted. One page of the browser sends
 * at a time; an entry that was sent before, but whose answer was lost, counts once all the same. What fails is left
 * for the next time, and the rest goes on.
 */
export const sendWaiting = (client: QueryClient, personId: string): Promise<Sent> =>
  navigator.locks.request("map-step-send", async () => {
    const failed = new Set<number>();
    for (;;) {
      const waiting = (await heldEntries()).filter(
        ({ state, by, order }) => state === "waiting" && by.id === personId && !failed.has(order),
      );
      const [first] = waiting;
      if (!first) return failed.size === 0 ? "all" : "failed";
      const some = waiting.filter((held) => sameLesson(held, first)).slice(0, MOST_AT_ONCE);
      try {
        if (await sendOneByOne(client, some)) continue;
        const still = new Set((await heldEntries()).map(({ order }) => order));
        for (const { order } of some) if (still.has(order)) failed.add(order);
      } catch (error) {
        if (!(error instanceof ApiError) || [0, 503].includes(error.problem.status)) return "no-connection";
        if (error.problem.type === PROBLEM_TYPES.signedOut) return "signed-out";
        // A page that was open for long may hold a token that is out of date; the session brings the new one.
        await client.refetchQueries({ queryKey: keyOf(api.session.read) });
        return "failed";
      }
    }
  });
