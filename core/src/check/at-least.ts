/**
 * The chance that at least so many of several independent things come true (the tail of the Poisson binomial
 * distribution), exactly, by adding one thing after the other.
 * @param probabilities each from 0 to 1
 * @param k how many at least
 * @returns 1 for 0 or fewer, 0 for more than there are
 * @example
 * atLeast([0.5, 0.5], 1) // 0.75
 */
export function atLeast(probabilities: readonly number[], k: number): number {
  if (k <= 0) return 1;
  if (k > probabilities.length) return 0;
  // The chance of each number below k; what reaches k is what is left.
  const below = new Float64Array(k);
  below[0] = 1;
  let reached = 0;
  for (const chance of probabilities) {
    reached += (below[k - 1] ?? 0) * chance;
    for (let many = k - 1; many > 0; many--)
      below[many] = (below[many] ?? 0) * (1 - chance) + (below[many - 1] ?? 0) * chance;
    below[0] = (below[0] ?? 0) * (1 - chance);
  }
  return Math.min(1, reached);
}
