/** Abilities are summed from minus to plus this. */
const REACH = 5;
const [FEWEST, MOST] = [31, 121];
/** What one mark tells of an ability at most, for a slope that sets dancers well apart. */
const TOLD_BY_A_MARK = 0.6;
/** A bell is summed well by steps of so many of its deviations (the error of the trapezoid rule is below 0.2 %). */
const STEP = 1.6;

/**
 * How many points an ability is summed over, so that also a dancer of whom much was seen falls between several of them.
 * @param marks the most of one dancer
 */
export function pointsFor(marks: number): number {
  const deviation = 1 / Math.sqrt(1 + TOLD_BY_A_MARK * marks);
  const points = Math.ceil((2 * REACH) / (STEP * deviation)) + 1;
  return Math.max(FEWEST, Math.min(MOST, points));
}

/** Evenly spaced abilities, and their weights under the normal distribution, in all 1. */
export function abilityGrid(points: number): { readonly grid: Float64Array; readonly weight: Float64Array } {
  const grid = Float64Array.from({ length: points }, (_, q) => -REACH + (2 * REACH * q) / (points - 1));
  const density = grid.map((theta) => Math.exp(-(theta ** 2) / 2));
  const sum = density.reduce((all, own) => all + own, 0);
  return { grid, weight: density.map((own) => own / sum) };
}
