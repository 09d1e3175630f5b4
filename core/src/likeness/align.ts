import { type Moment, momentLikeness } from "./moment.ts";

/** A place in both rows; null where one of them has nothing to set against the other. */
export interface Pair {
  readonly a: number | null;
  readonly b: number | null;
}

/** Moments less alike than this are not set against each other. */
export const LEAST_ALIKE = 0.5;
/** So little that it decides only between equals: what hangs together is set against what hangs together. */
const TOGETHER = 1e-12;

/**
 * Sets two rows of moments against each other in order so that the sum of likeness is as large as can be
 * (global alignment by dynamic programming after Needleman and Wunsch, 1970, gaps free of cost).
 * @param likenessOf of two places, where it is known already
 * @returns the pairs in order, and the sum of their likeness
 */
export function align(
  a: readonly Moment[],
  b: readonly Moment[],
  likenessOf: (row: number, column: number) => number = (row, column) =>
    momentLikeness(a[row] as Moment, b[column] as Moment),
): { pairs: Pair[]; score: number } {
  const width = b.length + 1;
  const size = (a.length + 1) * width;
  const likeness = new Float64Array(size);
  const best = new Float64Array(size);
  /** The best sum that ends with these two set against each other; below 0 where they are not. */
  const met = new Float64Array(size).fill(-1);
  for (let row = 0; row < a.length; row++) {
    for (let column = 0; column < b.length; column++) {
      const here = (row + 1) * width + column + 1;
      const before = here - width - 1;
      const value = likenessOf(row, column);
      if (value >= LEAST_ALIKE) {
        likeness[here] = value;
        met[here] = value + Math.max(best[before] ?? 0, (met[before] ?? -1) + TOGETHER);
      }
      best[here] = Math.max(best[here - width] ?? 0, best[here - 1] ?? 0, met[here] ?? -1);
    }
  }

  const pairs: Pair[] = [];
  let score = 0;
  let [i, j, together] = [a.length, b.length, false];
  while (i > 0 || j > 0) {
    const here = i * width + j;
    const value = likeness[here] ?? 0;
    if (i > 0 && j > 0 && (together || best[here] === met[here])) {
      const before = here - width - 1;
      together = (met[before] ?? -1) + TOGETHER > (best[before] ?? 0);
      score += value;
      pairs.push({ a: --i, b: --j });
    } else if (i > 0 && (j === 0 || best[here] === best[here - width])) pairs.push({ a: --i, b: null });
    else pairs.push({ a: null, b: --j });
  }
  return { pairs: pairs.reverse(), score };
}
