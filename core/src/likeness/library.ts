import { LEAST_ALIKE } from "./align.ts";
import { decidesBetween, LOOK_ALIKE } from "./compare.ts";
import { type Moment, momentKey, momentLikeness, momentsOf } from "./moment.ts";
import type { KnownFigure } from "./new-material.ts";

/** Two figures that have something in common. */
export interface LikePair {
  readonly a: string;
  readonly b: string;
  /** 0 to 1, as `compareFigures` tells it. */
  readonly likeness: number;
  /** The counts that decide between look-alikes, such as `3 to 6`; null for two that are not easily confused. */
  readonly decides: string | null;
}

/** Pairs less alike than this are not worth telling. */
export const LEAST_LIKE_PAIR = 0.5;

/** Up to so many different moments, the likeness of each two is kept in one table (8 bytes each). */
const MOST_KEPT = 2500;

/**
 * Numbers the different moments of a library, so that the likeness of two of them is worked out once however
 * many figures hold them.
 */
function numberMoments(rows: readonly (readonly Moment[])[]) {
  const numbers = new Map<string, number>();
  const kinds: Moment[] = [];
  const numbered = rows.map((row) =>
    Int32Array.from(row, (moment) => {
      const key = momentKey(moment);
      const known = numbers.get(key);
      if (known !== undefined) return known;
      numbers.set(key, kinds.length);
      kinds.push(moment);
      return kinds.length - 1;
    }),
  );
  const kept = kinds.length <= MOST_KEPT ? new Float64Array(kinds.length ** 2).fill(-1) : null;
  const likenessOf = (one: number, two: number): number => {
    const place = one * kinds.length + two;
    const known = kept?.[place] ?? -1;
    if (known >= 0) return known;
    const value = momentLikeness(kinds[one] as Moment, kinds[two] as Moment);
    if (kept) kept[place] = value;
    return value;
  };
  return { numbered, likenessOf };
}

/** The score of `align` without its pairs: one row of the table is enough. */
function scoreOf(a: Int32Array, b: Int32Array, likenessOf: (one: number, two: number) => number): number {
  let before = new Float64Array(b.length + 1);
  let here = new Float64Array(b.length + 1);
  for (const one of a) {
    for (let column = 0; column < b.length; column++) {
      const value = likenessOf(one, b[column] as number);
      const met = value >= LEAST_ALIKE ? value + (before[column] as number) : 0;
      here[column + 1] = Math.max(before[column + 1] as number, here[column] as number, met);
    }
    [before, here] = [here, before];
  }
  return before[b.length] ?? 0;
}

/**
 * Every two figures of a library that have something in common, most alike first.
 * @param onProgress told now and then how many figures of all have been compared with the others
 * @example
 * compareLibrary([{ id: "basic", figure: BASIC }, { id: "turn", figure: TURN }]).length // 1
 */
export function compareLibrary(
  figures: readonly KnownFigure[],
  onProgress: (done: number, all: number) => void = () => undefined,
): LikePair[] {
  const { numbered, likenessOf } = numberMoments(figures.map(({ figure }) => momentsOf(figure)));
  const pairs: LikePair[] = [];
  figures.forEach((one, i) => {
    const mine = numbered[i] as Int32Array;
    for (let j = i + 1; j < figures.length; j++) {
      const theirs = numbered[j] as Int32Array;
      const both = mine.length + theirs.length;
      const most = (2 * Math.min(mine.length, theirs.length)) / both;
      if (!(most >= LEAST_LIKE_PAIR)) continue;
      const likeness = Math.min(1, (2 * scoreOf(mine, theirs, likenessOf)) / both);
      if (likeness < LEAST_LIKE_PAIR) continue;
      const other = figures[j] as KnownFigure;
      const between = (row: number, column: number) =>
        likenessOf(mine[row] as number, theirs[column] as number);
      const decides = likeness >= LOOK_ALIKE ? decidesBetween(one.figure, other.figure, between) : null;
      pairs.push({ a: one.id, b: other.id, likeness, decides });
    }
    if (i % 16 === 0 || i === figures.length - 1) onProgress(i + 1, figures.length);
  });
  return pairs.sort((a, b) => b.likeness - a.likeness);
}
