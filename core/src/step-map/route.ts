import type { MapFigure, StepMap } from "./map.ts";

/** What is to be taught on the way to a goal. */
export interface Route {
  /** Ids of all that is needed and not yet known, the goal last, each after what it needs. */
  readonly figureIds: readonly string[];
  /** Minutes of their first nights together. */
  readonly minutes: number;
  /** Weeks at the given pace: no figure is new in the lesson of one it needs. */
  readonly weeks: number;
}

/**
 * The way to a goal for somebody who knows some figures; what is known needs nothing more.
 * @param perWeek how many new figures a lesson takes, at least 1
 * @returns null when the goal is not on the map; an empty route when it is known
 * @example
 * routeTo(buildStepMap([{ id: "a", name: "A", kind: "basic", tier: 1, minutes: 5, needs: [] }]), "a").minutes
 * // 5
 */
export function routeTo<F extends MapFigure>(
  map: StepMap<F>,
  goalId: string,
  knownIds: readonly string[] = [],
  perWeek = 2,
): Route | null {
  const nodes = new Map(map.nodes.map((node) => [node.figure.id, node]));
  if (!nodes.has(goalId)) return null;
  const known = new Set(knownIds);
  const wanted = new Set<string>();
  const ask = (id: string): void => {
    if (known.has(id) || wanted.has(id) || !nodes.has(id)) return;
    wanted.add(id);
    for (const need of nodes.get(id)?.figure.needs ?? []) ask(need);
  };
  ask(goalId);
  const way = map.nodes.filter(({ figure }) => wanted.has(figure.id));
  return {
    figureIds: way.map(({ figure }) => figure.id),
    minutes: way.reduce((sum, { figure }) => sum + figure.minutes, 0),
    weeks: weeksFor(
      way.map(({ figure }) => figure),
      perWeek,
    ),
  };
}

/** Fills lesson after lesson with what is ready, in the order given. */
function weeksFor(way: readonly MapFigure[], perWeek: number): number {
  const weekOf = new Map<string, number>();
  const fresh: number[] = [];
  for (const { id, needs } of way) {
    let week = Math.max(0, ...needs.map((need) => weekOf.get(need) ?? 0)) + 1;
    while ((fresh[week] ?? 0) >= Math.max(1, perWeek)) week += 1;
    fresh[week] = (fresh[week] ?? 0) + 1;
    weekOf.set(id, week);
  }
  return Math.max(0, ...weekOf.values());
}
