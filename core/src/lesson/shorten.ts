import { isEmpty, type Segment, type SegmentKind, sayFirst, totalMinutes } from "./segment.ts";

/** One part that gives way, and why it and not another. */
export interface Shortened {
  /** Its place in the order before. */
  readonly index: number;
  readonly title: string;
  readonly from: number;
  /** 0 when the part is left out. */
  readonly to: number;
  readonly why: string;
}

/** A lesson after minutes were taken from it. */
export interface ShorterLesson<T> {
  readonly segments: readonly T[];
  readonly changes: readonly Shortened[];
}

interface Cut {
  readonly kinds: readonly SegmentKind[];
  /** Only minutes that nothing is planned for. */
  readonly empty?: true;
  /** Down to how many of its minutes. */
  readonly floor: (minutes: number) => number;
  readonly why: string;
}

const ALL: readonly SegmentKind[] = [
  "practice",
  "own",
  "return",
  "contrast",
  "deepen",
  "carry-over",
  "new",
  "wrap",
  "warm-up",
];
const share = (of: number, least: number) => (minutes: number) =>
  Math.min(minutes, Math.max(least, Math.ceil(minutes * of)));

/** Who gives way, in this order. What is new and what keeps people safe comes last. */
const CUTS: readonly Cut[] = [
  { kinds: ["own"], empty: true, floor: () => 0, why: "nothing was planned for it" },
  { kinds: ["practice"], floor: share(0, 3), why: "free dancing gives way first" },
  { kinds: ["own", "contrast"], floor: share(0.5, 2), why: "can be said shorter" },
  { kinds: ["wrap"], floor: share(0.5, 1), why: "the look ahead can be said shorter" },
  { kinds: ["return"], floor: share(0.5, 1), why: "one time through is enough to bring it back" },
  { kinds: ["deepen", "carry-over"], floor: share(0.6, 2), why: "goes deeper next time" },
  { kinds: ["new"], floor: share(0.6, 3), why: "gets less time, but stays whole" },
  { kinds: ["warm-up"], floor: share(0.6, 3), why: "bodies still need warming up" },
  { kinds: ALL, floor: () => 1, why: "every part is as short as it can be" },
];

/** Takes minutes from the longest of some parts, one by one, until none may give more. */
function take(minutes: number[], from: readonly number[], floors: readonly number[], wanted: number): number {
  let missing = wanted;
  while (missing > 0) {
    const open = from.filter((at) => (minutes[at] as number) > (floors[at] as number));
    const at = open.sort((a, b) => (minutes[b] as number) - (minutes[a] as number) || b - a)[0];
    if (at === undefined) break;
    minutes[at] = (minutes[at] as number) - 1;
    missing -= 1;
  }
  return missing;
}

/**
 * A running order with fewer minutes. What nothing is planned for gives way first, then free dancing, then what is said and brought back, then what
 * goes deeper, then what is new; locked parts only when nothing else is left. Parts fall out only when not even a
 * minute each is left, those last planned first, and then their cautions are said in the part that opens the
 * lesson. The result has exactly the minutes asked for.
 * @param minutes how many fewer, a whole number from 0; at least one minute of lesson stays
 * @example
 * totalMinutes(shorten([segment("practice", "Music", 10), segment("wrap", "End", 5)], 5).segments) // 10
 */
export function shorten<T extends Segment>(segments: readonly T[], minutes: number): ShorterLesson<T> {
  const left = segments.map((segment) => segment.minutes);
  const why: string[] = segments.map(() => "");
  let missing = Math.min(Math.max(0, minutes), Math.max(0, totalMinutes(segments) - 1));
  const cut = ({ kinds, empty, floor, why: reason }: Cut, locked: boolean) => {
    const from = segments.flatMap((one, at) =>
      kinds.includes(one.kind) && one.locked === locked && (!empty || isEmpty(one)) ? [at] : [],
    );
    const before = [...left];
    const floors = segments.map((one) => floor(one.minutes));
    missing = take(left, from, floors, missing);
    for (const at of from) if (left[at] !== before[at]) why[at] = reason;
  };
  for (const one of CUTS) cut(one, false);
  for (const one of CUTS) cut(one, true);
  const order = [...segments.keys()].sort(
    (a, b) => ALL.indexOf(kindAt(segments, a)) - ALL.indexOf(kindAt(segments, b)) || b - a,
  );
  for (const at of order) {
    if (missing === 0) break;
    if (left[at] === 0) continue;
    left[at] = 0;
    why[at] = "not even a minute is left for it";
    missing -= 1;
  }
  const dropped = segments.filter((_, at) => left[at] === 0);
  const kept = segments.flatMap((one, at) => (left[at] ? [{ ...one, minutes: left[at] as number }] : []));
  return {
    segments: sayFirst(kept, dropped),
    changes: segments.flatMap((one, at) =>
      left[at] === one.minutes
        ? []
        : [
            {
              index: at,
              title: one.title,
              from: one.minutes,
              to: left[at] as number,
              why: why[at] as string,
            },
          ],
    ),
  };
}

const kindAt = (segments: readonly Segment[], at: number): SegmentKind => (segments[at] as Segment).kind;
