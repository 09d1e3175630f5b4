import type { FigureKind, Layer } from "../figure/index.ts";
import type { Approach } from "./approach.ts";
import type { PlanFigure } from "./level.ts";

/** Minutes on one layer of a figure in the lesson of an age (0 the night it is new). */
export interface StrandShare {
  readonly age: number;
  readonly layer: Layer | "return";
  readonly minutes: number;
}

/** The minutes that a figure takes, by lesson age and layer. */
export type Strand = readonly StrandShare[];

/** Technique drills and musicality have no steps of their own: all their minutes go to their own layer. */
const ONE_LAYER: Readonly<Partial<Record<FigureKind, Layer>>> = {
  technique: "technique",
  musicality: "style",
};

/**
 * Shares a whole number out in whole parts, as near to the weights as can be (largest remainder, Hamilton's
 * method); the parts sum exactly to the total and equal remainders go to the earlier part.
 * @example
 * shareOut(10, [1, 1, 1]) // [4, 3, 3]
 */
export function shareOut(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (sum <= 0) return weights.map(() => 0);
  const exact = weights.map((weight) => (total * weight) / sum);
  const parts = exact.map(Math.floor);
  const missing = total - parts.reduce((a, b) => a + b, 0);
  const byRemainder = exact
    .map((value, index) => ({ index, rest: value - Math.floor(value) }))
    .sort((a, b) => b.rest - a.rest || a.index - b.index);
  for (const { index } of byRemainder.slice(0, missing)) parts[index] = (parts[index] ?? 0) + 1;
  return parts;
}

/** The night a figure is new, or one of the nights over which it is spread, as layers. */
function nightOf(minutes: number, approach: Approach, age: number, only: Layer | undefined): StrandShare[] {
  const shares = approach.ages[0] ?? [];
  if (only) return [{ age, layer: only, minutes }];
  const parts = shareOut(
    minutes,
    shares.map(({ share }) => share),
  );
  return shares.map(({ layer }, index) => ({ age, layer, minutes: parts[index] ?? 0 }));
}

/**
 * The minutes a figure takes, by lesson age and layer, under an approach. Those of its first night sum exactly to
 * the figure's minutes; a long figure taught in pieces has them on so many successive nights. Later ages scale
 * with the figure, each at least a minute.
 * @example
 * strandOf({ kind: "pattern", minutes: 16 }, APPROACHES["steps-first"]).filter(({ age }) => age === 0).map(({ minutes }) => minutes)
 * // [6, 3, 3, 4]
 */
export function strandOf(
  figure: Pick<PlanFigure, "kind" | "minutes" | "pieces">,
  approach: Approach,
): StrandShare[] {
  const only = ONE_LAYER[figure.kind];
  const count = Math.max(1, Math.min(figure.pieces ?? 1, figure.minutes));
  const nights = shareOut(figure.minutes, Array(count).fill(1)).flatMap((minutes, age) =>
    nightOf(minutes, approach, age, only),
  );
  const later = approach.ages.slice(1).flatMap((shares, index) => {
    const age = index + count;
    const sum = shares.reduce((total, { share }) => total + share, 0);
    const minutes = Math.max(1, Math.round(figure.minutes * sum));
    if (only) return [{ age, layer: only, minutes }];
    const parts = shareOut(
      minutes,
      shares.map(({ share }) => share),
    );
    return shares.map(({ layer }, at) => ({ age, layer, minutes: parts[at] ?? 0 }));
  });
  const returns = approach.returns.map((age) => ({
    age: age + count - 1,
    layer: "return" as const,
    minutes: approach.returnMinutes,
  }));
  return [...nights, ...later, ...returns].filter(({ minutes }) => minutes > 0);
}
