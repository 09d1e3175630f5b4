import { isEmpty, type Segment } from "./segment.ts";

/** What retiming looks at. A locked part keeps its minutes. */
type Timed = Pick<Segment, "kind" | "minutes"> & { readonly title?: string; readonly locked?: boolean };

/** Who gives way first when another part grows: minutes that nothing is planned for, the free dancing, the longest. */
function giver<T extends Timed>(segments: readonly T[], except: number): number {
  const open = segments
    .map((segment, index) => ({ ...segment, index }))
    .filter((one) => one.index !== except && one.minutes > (isEmpty(one) ? 0 : 1) && !one.locked);
  const empty = open.find(isEmpty);
  const practice = open.find(({ kind }) => kind === "practice");
  return (
    empty?.index ??
    practice?.index ??
    open.sort((a, b) => b.minutes - a.minutes || b.index - a.index)[0]?.index ??
    -1
  );
}

/** Who takes up what becomes free: the free dancing, then the next part, then the one before; -1 if all are locked. */
function takerOf(segments: readonly Timed[], index: number): number {
  const open = [...segments.keys()].filter((at) => at !== index && !segments[at]?.locked);
  const practice = open.find((at) => segments[at]?.kind === "practice");
  return practice ?? open.find((at) => at > index) ?? open.at(-1) ?? -1;
}

/**
 * Gives one part another length; the others give way or take up what is left, so that the sum stays the same.
 * Growing takes minutes that nothing is planned for first, which fall out when none is left, then from the free
 * dancing, then from the longest part; shrinking hands them to the free dancing, or to the next part where there is
 * none. Every other part keeps at least a minute, a locked one all its minutes.
 * @example
 * retime([{ minutes: 10, locked: false }, { minutes: 10, locked: false }], 0, 12).map(({ minutes }) => minutes)
 * // [12, 8]
 */
export const retime = <T extends Timed>(segments: readonly T[], index: number, minutes: number): T[] =>
  retimed(segments, index, minutes).filter((segment) => segment.minutes > 0);

/** The same with parts of no minutes still in their places. */
function retimed<T extends Timed>(segments: readonly T[], index: number, minutes: number): T[] {
  const result = segments.map((segment) => ({ ...segment }));
  const target = result[index];
  if (!target || result.length < 2) return result;
  const set = (at: number, value: number) => {
    const segment = result[at];
    if (segment) result[at] = { ...segment, minutes: value };
  };
  const wanted = Math.max(1, Math.round(minutes));
  if (wanted < target.minutes) {
    const taker = takerOf(result, index);
    if (taker < 0) return result;
    set(taker, (result[taker]?.minutes ?? 0) + target.minutes - wanted);
    set(index, wanted);
    return result;
  }
  for (let grown = target.minutes; grown < wanted; grown++) {
    const from = giver(result, index);
    if (from < 0) break;
    set(from, (result[from]?.minutes ?? 1) - 1);
    set(index, grown + 1);
  }
  return result;
}

/**
 * Puts one more part into a running order; the others give way as in `retime`, so that the sum stays the same.
 * The new part gets fewer minutes where the others have no more to give.
 * @returns the order unchanged when not even one minute is to be had
 * @example
 * insertSegment([{ minutes: 10, locked: false }], 1, { minutes: 4, locked: false }).map(({ minutes }) => minutes)
 * // [6, 4]
 */
export function insertSegment<T extends Timed>(segments: readonly T[], index: number, segment: T): T[] {
  const widened = segments.toSpliced(index, 0, { ...segment, minutes: 0 });
  const result = retimed(widened, index, segment.minutes);
  return (result[index]?.minutes ?? 0) > 0 ? result.filter(({ minutes }) => minutes > 0) : [...segments];
}

/**
 * Takes one part out; the free dancing, or else a neighbour, takes its minutes over. The last part stays, and so does
 * one whose minutes nobody may take because all others are locked.
 * @example
 * removeSegment([{ minutes: 10, locked: false }, { minutes: 4, locked: false }], 1)[0].minutes // 14
 */
export function removeSegment<T extends Timed>(segments: readonly T[], index: number): T[] {
  const gone = segments[index];
  if (!gone || segments.length < 2) return [...segments];
  const rest = segments.toSpliced(index, 1);
  const taker = takerOf(segments, index);
  if (taker < 0) return [...segments];
  const receiver = taker > index ? taker - 1 : taker;
  return rest.map((segment, at) =>
    at === receiver ? { ...segment, minutes: segment.minutes + gone.minutes } : segment,
  );
}
