import { type Segment, totalMinutes } from "@map-step/core/lesson";
import { useEffect, useState } from "react";
import { useRemembered } from "../../kit/remembered.ts";

/** Where a class stands, as instants in milliseconds; kept on the device, so that it survives a reload. */
interface ClassClock {
  readonly began: number | null;
  readonly index: number;
  readonly entered: number;
}

export interface ClassTime {
  readonly began: boolean;
  readonly index: number;
  /** Seconds in the present part, 0 before the class began. */
  readonly inPart: number;
  /** Seconds left of the present part as planned; below 0 when it is over its time. */
  readonly left: number;
  /** Seconds behind the plan; below 0 when ahead of it. */
  readonly late: number;
  readonly begin: () => void;
  /** Goes to another part; tells how many seconds the one before took. */
  readonly go: (index: number) => number;
}

/** A class that nobody ended is taken to be over so long after its planned end. */
const FORGOTTEN_MS = 60 * 60_000;

/**
 * The instant up to which a class is measured: now, its end, or an hour after its planned end where nobody noted one.
 * @param start when it began, in milliseconds like all of these
 */
export function measuredUntil(now: number, start: number, minutes: number, ended: number | null): number {
  return Math.min(now, ended ?? start + minutes * 60_000 + FORGOTTEN_MS);
}

/** A class that begins this close to its hour is measured by the hour, as its students are. */
const NEAR_MS = 30 * 60_000;

/**
 * How far behind its plan a class is: what went by, without what the parts before the present one were given, and
 * without the present part's own time as long as that is not used up. Seconds; below 0 when ahead.
 */
export function secondsLate(
  segments: readonly Pick<Segment, "minutes">[],
  index: number,
  gone: number,
  inPart: number,
): number {
  const before = totalMinutes(segments.slice(0, index)) * 60;
  const own = (segments[index]?.minutes ?? 0) * 60;
  return gone - before - Math.min(inPart, own);
}

/**
 * The clock of a class: which part it is in, for how long, and whether it runs late. It stands still once the class is
 * over.
 */
export function useClassTime(
  name: string,
  segments: readonly Pick<Segment, "minutes">[],
  planned: number,
  ended: number | null,
): ClassTime {
  const [{ began, index: kept, entered }, keep] = useRemembered<ClassClock>(`class:${name}`, {
    began: null,
    index: 0,
    entered: 0,
  });
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(timer);
  }, []);
  const index = Math.min(kept, Math.max(0, segments.length - 1));
  const start = began !== null && Math.abs(began - planned) < NEAR_MS ? planned : (began ?? now);
  const until = measuredUntil(now, start, totalMinutes(segments), ended);
  const inPart = began === null ? 0 : Math.max(0, Math.round((until - entered) / 1000));
  return {
    began: began !== null,
    index,
    inPart,
    left: (segments[index]?.minutes ?? 0) * 60 - inPart,
    late: began === null ? 0 : secondsLate(segments, index, Math.round((until - start) / 1000), inPart),
    begin: () => {
      const at = Date.now();
      setNow(at);
      keep({ began: at, index, entered: at });
    },
    go: (next) => {
      const at = Date.now();
      setNow(at);
      keep({ began: began ?? at, index: next, entered: at });
      return inPart;
    },
  };
}
