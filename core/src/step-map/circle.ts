/** Anything that needs others of its sort. */
export interface Needing {
  readonly id: string;
  readonly needs: readonly string[];
}

/**
 * A circle of needs that runs through a figure, from it back to itself.
 * @param figures the figures, or what each needs by its id where somebody asks many times
 * @returns the ids in order, first and last the same, or null when there is none
 * @example
 * findCircle([{ id: "a", needs: ["b"] }, { id: "b", needs: ["a"] }], "a") // ["a", "b", "a"]
 */
export function findCircle(
  figures: readonly Needing[] | ReadonlyMap<string, readonly string[]>,
  id: string,
): string[] | null {
  const needs = figures instanceof Map ? figures : needsById(figures as readonly Needing[]);
  const cameFrom = new Map<string, string>();
  const queue = [id];
  for (const at of queue) {
    for (const next of needs.get(at) ?? []) {
      if (next === id) {
        const back = [at];
        for (let step = cameFrom.get(at); step !== undefined; step = cameFrom.get(step)) back.push(step);
        return [...back.reverse(), id];
      }
      if (cameFrom.has(next) || !needs.has(next)) continue;
      cameFrom.set(next, at);
      queue.push(next);
    }
  }
  return null;
}

const needsById = (figures: readonly Needing[]): ReadonlyMap<string, readonly string[]> =>
  new Map(figures.map((figure) => [figure.id, figure.needs]));
