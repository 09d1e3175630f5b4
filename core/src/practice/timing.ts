/** A moment at which a tap is due. */
export interface GridPoint {
  /** Milliseconds on the clock of the sound. */
  readonly at: number;
  /** Its spoken count, such as `3&`. */
  readonly count: string;
}

/** A tap and the moment that it was meant for. */
export interface MatchedTap {
  /** Indices of the tap and of the moment. */
  readonly tap: number;
  readonly point: number;
  /** Milliseconds after the moment; below 0 for a tap that came before it. */
  readonly off: number;
}

/** How taps lie against the beat. Times in milliseconds; late is above 0, early below. */
export interface TapTiming {
  readonly matched: readonly MatchedTap[];
  /** On average; 0 where nothing was tapped. */
  readonly offset: number;
  /** Standard deviation round the offset, or round the drift where there is one; 0 for fewer than two taps. */
  readonly spread: number;
  /** Milliseconds that the taps fall behind in a minute, where it is more than chance; otherwise 0. */
  readonly drift: number;
  /** Moments without a tap, and taps that no moment asked for, by their index. */
  readonly missed: readonly number[];
  readonly extra: readonly number[];
  /** For each count that was tapped, in the order in which it first comes. */
  readonly byCount: readonly { readonly count: string; readonly offset: number; readonly taps: number }[];
}

/** Milliseconds within which two taps are one finger that bounced; the first of them counts. */
const BOUNCE = 50;
/** So often the offset is guessed anew, and taps are given to moments by it. */
const MOST_ROUNDS = 6;
/**
 * A tap is meant for a moment from which it is, beside the offset, no further than so many deviations; at least the one
 * share of the smallest gap, and at most the other.
 */
const DEVIATIONS = 5;
const NEAREST = 0.15;
const FURTHEST = 0.4;
/** From the median of distances to a standard deviation, where they are normal. */
const MAD_TO_DEVIATION = 1.4826;
/** A drift is told when it is so many times its own error. */
const SURE = 4;
const MINUTE = 60_000;

const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  const [low = 0, high = 0] = [sorted[middle - 1], sorted[middle]];
  return sorted.length % 2 === 1 ? high : (low + high) / 2;
}

/** How far the nearest moment of a sorted grid is from a time. */
function nearest(grid: readonly GridPoint[], time: number): number {
  let [low, high] = [0, grid.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((grid[middle] as GridPoint).at < time) low = middle + 1;
    else high = middle;
  }
  const after = time - (grid[low]?.at ?? time);
  const before = time - (grid[low - 1]?.at ?? Number.NEGATIVE_INFINITY);
  return Math.abs(before) <= Math.abs(after) ? before : after;
}

/**
 * Gives taps to moments in order, so that what all of them are off, once the offset is taken away, is least, where leaving
 * a tap or a moment over costs something too (an alignment after Needleman and Wunsch, 1970). Of two taps that cost the
 * same, the earlier one is taken.
 */
function align(taps: readonly { at: number }[], grid: readonly GridPoint[], offset: number, skip: number) {
  const width = grid.length + 1;
  const cost = new Float64Array((taps.length + 1) * width);
  for (let point = 1; point < width; point++) cost[point] = point * skip;
  for (let tap = 1; tap <= taps.length; tap++) {
    cost[tap * width] = tap * skip;
    for (let point = 1; point < width; point++) {
      const off = Math.abs((taps[tap - 1]?.at ?? 0) - (grid[point - 1]?.at ?? 0) - offset);
      cost[tap * width + point] = Math.min(
        (cost[(tap - 1) * width + point - 1] as number) + off,
        (cost[(tap - 1) * width + point] as number) + skip,
        (cost[tap * width + point - 1] as number) + skip,
      );
    }
  }
  const pairs: (readonly [tap: number, point: number])[] = [];
  let [tap, point] = [taps.length, grid.length];
  while (tap > 0 && point > 0) {
    const now = cost[tap * width + point] as number;
    if (now === (cost[(tap - 1) * width + point] as number) + skip) tap -= 1;
    else if (now === (cost[tap * width + point - 1] as number) + skip) point -= 1;
    else {
      tap -= 1;
      point -= 1;
      pairs.push([tap, point]);
    }
  }
  return pairs.reverse();
}

/** A straight line through deviations over time, where it is more than chance. */
function driftOf(times: readonly number[], offs: readonly number[]): number {
  const [middle, off] = [mean(times), mean(offs)];
  const across = times.reduce((sum, time) => sum + (time - middle) ** 2, 0);
  if (times.length < 4 || across === 0) return 0;
  const slope = times.reduce((sum, time, at) => sum + (time - middle) * ((offs[at] ?? 0) - off), 0) / across;
  const rest = times.reduce(
    (sum, time, at) => sum + ((offs[at] ?? 0) - off - slope * (time - middle)) ** 2,
    0,
  );
  const error = Math.sqrt(rest / (times.length - 2) / across);
  return Math.abs(slope) > SURE * error && Math.abs(slope) > 1e-9 ? slope : 0;
}

/**
 * How taps lie against the moments at which they are due: first which tap was meant for which moment, whatever the taps
 * are late or early as a whole, then the offset, the spread, the drift, what was missed and what was too much.
 * @param taps milliseconds on the clock of the sound, in any order, with the device's own delay taken away
 * @param grid moments in any order; none twice
 * @example
 * tapTiming([30, 530, 1030], [{ at: 0, count: "1" }, { at: 500, count: "2" }, { at: 1000, count: "3" }]).offset // 30
 */
export function tapTiming(taps: readonly number[], grid: readonly GridPoint[]): TapTiming {
  const points = grid.map((point, index) => ({ ...point, index })).sort((a, b) => a.at - b.at);
  const all = taps.map((at, index) => ({ at, index })).sort((a, b) => a.at - b.at || a.index - b.index);
  const single: typeof all = [];
  for (const tap of all)
    if (tap.at - (single.at(-1)?.at ?? Number.NEGATIVE_INFINITY) >= BOUNCE) single.push(tap);
  const gaps = points.slice(1).map(({ at }, index) => at - (points[index]?.at ?? 0));
  const gap = gaps.length > 0 ? Math.min(...gaps) : 1000;
  const offOf = ([tap, point]: readonly [number, number]) =>
    (single[tap]?.at ?? 0) - (points[point]?.at ?? 0);
  let offset = median(single.map(({ at }) => nearest(points, at)));
  let reach = FURTHEST * gap;
  let pairs: ReturnType<typeof align> = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    pairs = align(single, points, offset, reach / 2);
    const next = median(pairs.map(offOf));
    // How widely they scatter says how far off one may be and still be meant for its moment.
    const scatter = MAD_TO_DEVIATION * median(pairs.map((pair) => Math.abs(offOf(pair) - next)));
    const wide = Math.min(FURTHEST * gap, Math.max(NEAREST * gap, DEVIATIONS * scatter));
    if (Math.abs(next - offset) < 0.01 && wide === reach) break;
    [offset, reach] = [next, wide];
  }
  const matched = pairs.map(([tap, point]): MatchedTap & { readonly due: number } => ({
    tap: single[tap]?.index ?? 0,
    point: points[point]?.index ?? 0,
    off: (single[tap]?.at ?? 0) - (points[point]?.at ?? 0),
    due: points[point]?.at ?? 0,
  }));
  const offs = matched.map(({ off }) => off);
  const times = matched.map(({ due }) => due);
  const slope = driftOf(times, offs);
  const [middle, whole] = [mean(times), mean(offs)];
  const squares = matched.reduce((sum, { off, due }) => sum + (off - whole - slope * (due - middle)) ** 2, 0);
  const freedom = matched.length - (slope === 0 ? 1 : 2);
  const used = new Set(matched.map(({ tap }) => tap));
  const had = new Set(matched.map(({ point }) => point));
  const counts = new Map<string, number[]>();
  for (const { point, off } of matched) {
    const count = grid[point]?.count ?? "";
    counts.set(count, [...(counts.get(count) ?? []), off]);
  }
  return {
    matched: matched.map(({ tap, point, off }) => ({ tap, point, off })),
    offset: whole,
    spread: freedom > 0 ? Math.sqrt(squares / freedom) : 0,
    drift: slope * MINUTE,
    missed: points.flatMap(({ index }) => (had.has(index) ? [] : [index])),
    extra: all.flatMap(({ index }) => (used.has(index) ? [] : [index])),
    byCount: [...counts].map(([count, own]) => ({ count, offset: mean(own), taps: own.length })),
  };
}
