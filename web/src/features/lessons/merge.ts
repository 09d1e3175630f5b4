import type { LessonSegment } from "@map-step/contract";
import { totalMinutes } from "@map-step/core/lesson";
import { type Difference, type Merged, threeWay } from "../../kit/merge.ts";

type Segments = readonly LessonSegment[];
const ORDER = "order";

const partInWords = (part: LessonSegment | undefined): string =>
  part ? `${part.minutes} min ${part.title}${part.locked ? ", kept at its length" : ""}` : "taken out";

const all = (segments: Segments): string =>
  segments.map(({ title, minutes }) => `${minutes} ${title}`).join("\n");

const idsIn = (segments: Segments, among: Segments): string =>
  segments
    .filter(({ id }) => among.some((other) => other.id === id))
    .map(({ id }) => id)
    .join();

/** Where two running orders differ: part by part, and in the order of the parts that both have. */
export function orderDifferences(mine: Segments, theirs: Segments): Difference[] {
  const [own, other] = [mine, theirs].map((list) => new Map(list.map((part) => [part.id, part])));
  const parts = [...new Set([...mine, ...theirs].map(({ id }) => id))].flatMap((id): Difference[] => {
    const [one, two] = [own?.get(id), other?.get(id)];
    const [before, after] = [partInWords(one), partInWords(two)];
    const label = one?.title ?? two?.title ?? "";
    return before === after ? [] : [{ key: id, label, mine: before, theirs: after }];
  });
  const moved = idsIn(mine, theirs) !== idsIn(theirs, mine);
  return moved
    ? [...parts, { key: ORDER, label: "Order of the parts", mine: all(mine), theirs: all(theirs) }]
    : parts;
}

/** My running order with what is named taken from theirs, also that a part is not in it. */
export function mergeOrders(mine: Segments, theirs: Segments, taken: ReadonlySet<string>): Segments {
  const first = taken.has(ORDER) ? theirs : mine;
  const second = taken.has(ORDER) ? mine : theirs;
  const wanted = (id: string) => (taken.has(id) ? theirs : mine).find((part) => part.id === id);
  const result = first.flatMap(({ id }) => wanted(id) ?? []);
  second.forEach(({ id }, index) => {
    const part = first.some((other) => other.id === id) ? undefined : wanted(id);
    if (!part) return;
    // After the part that it followed, as near as that one is still there.
    const before = second.slice(0, index).findLast((other) => result.some((there) => there.id === other.id));
    result.splice(before ? result.findIndex((there) => there.id === before.id) + 1 : 0, 0, part);
  });
  return result;
}

/**
 * How two changes of one running order go together. Where the parts of both would not fill the lesson, the whole
 * order is asked instead: minutes that nobody arranged are no order.
 */
export function orderMerger(base: Segments | undefined, mine: Segments, theirs: Segments): Merged<Segments> {
  const merged = threeWay(base, mine, theirs, orderDifferences, mergeOrders);
  const fills = (segments: Segments) => totalMinutes(segments) === totalMinutes(theirs);
  if (merged.conflicts.length === 0 && fills(merged.take(new Set()))) return merged;
  return {
    conflicts: [{ key: ORDER, label: "Running order", mine: all(mine), theirs: all(theirs) }],
    take: (taken) => (taken.has(ORDER) ? theirs : mine),
  };
}
