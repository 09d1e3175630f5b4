import type { Segment } from "./segment.ts";

/** Who gives way first when another part grows: the free dancing, then the longest of the rest. */
function giver<T extends Pick<Segment, "kind" | "minutes">>(segments: readonly T[], except: number): number {
  const open = segments
    .map((segment, index) => ({ ...segment, index }))
    .filter(({ index, minutes }) => index !== except && minutes > 1);
  const practice = open.find(({ kind }) => kind === "practice");
  return practice?.index ?? open.sort((a, b) => b.minutes - a.minutes || b.index - a.index)[0]?.index ?? -1;
}

/**
 * Gives one part another length; the others give way or take up what is left, so that the sum stays the same.
 * Growing takes minutes from the free dancing first, then from the longest part; shrinking hands them to the
 * free dancing, or to the next part where there is none. Every part keeps at least a minute.
 */
export function retime<T extends Pick<Segment, "kind" | "minutes">>(
  segments: readonly T[],
  index: number,
  minutes: number,
): T[] {
  const result = segments.map((segment) => ({ ...segment }));
  const target = result[index];
  if (!target || result.length < 2) return result;
  const set = (at: number, value: number) => {
    const segment = result[at];
    if (segment) result[at] = { ...segment, minutes: value };
  };
  const wanted = Math.max(1, Math.round(minutes));
  if (wanted < target.minutes) {
    const practice = result.findIndex(({ kind }, at) => kind === "practice" && at !== index);
    const taker = practice >= 0 ? practice : index + 1 < result.length ? index + 1 : index - 1;
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
 */
export function insertSegment<T extends Pick<Segment, "kind" | "minutes">>(
  segments: readonly T[],
  index: number,
  segment: T,
): T[] {
  const widened = segments.toSpliced(index, 0, { ...segment, minutes: 0 });
  const result = retime(widened, index, segment.minutes);
  return (result[index]?.minutes ?? 0) > 0 ? result : [...segments];
}

/** Takes one part out; the free dancing, or else a neighbour, takes its minutes over. The last part stays. */
export function removeSegment<T extends Pick<Segment, "kind" | "minutes">>(
  segments: readonly T[],
  index: number,
): T[] {
  const gone = segments[index];
  if (!gone || segments.length < 2) return [...segments];
  const rest = segments.toSpliced(index, 1);
  const practice = rest.findIndex(({ kind }) => kind === "practice");
  const taker = practice >= 0 ? practice : Math.min(index, rest.length - 1);
  return rest.map((segment, at) =>
    at === taker ? { ...segment, minutes: segment.minutes + gone.minutes } : segment,
  );
}
