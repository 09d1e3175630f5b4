export interface Needing {
  readonly id: string;
  readonly needs: readonly string[];
}

/**
 * A circle of needs that runs through a figure, from it back to itself.
 * @returns the ids in order, first and last the same, or null when there is none
 */
export function findCircle(figures: readonly Needing[], id: string): string[] | null {
  const needs = new Map(figures.map((figure) => [figure.id, figure.needs]));
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
