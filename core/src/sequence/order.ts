import type { Arc, TransitionGraph } from "./graph.ts";
import type { Times } from "./routine.ts";

/** What makes one order of the same figures read better than another. */
export interface OrderPreferences {
  /** The states in which it may begin, the liked ones first; any that it goes through where nothing is said. */
  readonly from?: readonly number[] | undefined;
  /** How often one figure may stand in a row; as often as one likes where nothing is said. */
  readonly inARow?: number | undefined;
  /** What comes first: figures of a lower number, such as basics; 0 where nothing is said. */
  readonly rank?: ReadonlyMap<string, number> | undefined;
  /** Figures that are danced better after others. */
  readonly needs?: ReadonlyMap<string, readonly string[]> | undefined;
  /** Pairs that are easily taken for each other, better not one after the other. */
  readonly apart?: readonly (readonly [string, string])[] | undefined;
}

/** How much each thing weighs against an arc; a sum of all that come later never outweighs one before. */
const WEIGHTS = { inARow: 1000, needs: 100, apart: 30, rank: 1, change: 0.5 } as const;

/** Whether every arc that is left can still be gone through from a state. */
function staysWhole({ arcs, states }: TransitionGraph, left: readonly number[], from: number): boolean {
  const ways = states.map((): number[] => []);
  let used = 0;
  arcs.forEach((arc, at) => {
    if ((left[at] ?? 0) === 0) return;
    ways[arc.from]?.push(at);
    used += 1;
  });
  const seen = new Set([from]);
  const waiting = [from];
  let gone = 0;
  for (let state = waiting.pop(); state !== undefined; state = waiting.pop())
    for (const at of ways[state] ?? []) {
      gone += 1;
      const { to } = arcs[at] as Arc;
      if (seen.has(to)) continue;
      seen.add(to);
      waiting.push(to);
    }
  return gone === used;
}

/** Where a routine with these times has to begin, or may. */
function beginning({ arcs, states }: TransitionGraph, times: Times, from: readonly number[] = []): number {
  const over = states.map(() => 0);
  arcs.forEach((arc, at) => {
    over[arc.from] = (over[arc.from] ?? 0) + (times[at] ?? 0);
    over[arc.to] = (over[arc.to] ?? 0) - (times[at] ?? 0);
  });
  const open = over.indexOf(1);
  if (open >= 0) return open;
  const first = arcs.find((_, at) => (times[at] ?? 0) > 0)?.from ?? 0;
  const isLeft = (state: number): boolean =>
    arcs.some((arc, at) => (times[at] ?? 0) > 0 && arc.from === state);
  return from.find(isLeft) ?? first;
}

/**
 * An order in which arcs are danced as often as each is to be: a walk after Euler, that of all ways on takes the one that
 * reads best and leaves the rest in one piece (Fleury, 1883).
 * @param times as a routine's model gives them: as often into each state as out of it, but for its beginning and end
 * @returns indices of arcs, free changes among them; `null` where no walk goes through all
 * @example
 * routineOrder(GRAPH, [2, 1], {}) // [0, 0, 1]
 */
export function routineOrder(
  graph: TransitionGraph,
  times: Times,
  preferences: OrderPreferences = {},
): readonly number[] | null {
  const { arcs } = graph;
  const { inARow = Number.POSITIVE_INFINITY, rank, needs, apart = [] } = preferences;
  const left = arcs.map((_, at) => times[at] ?? 0);
  const total = left.reduce((sum, own) => sum + own, 0);
  const walk: number[] = [];
  const done = new Set<string>();
  let state = beginning(graph, times, preferences.from);
  let [last, run] = ["", 0];
  const against = (at: number): number => {
    const { figureId } = arcs[at] as Arc;
    if (figureId === null) return WEIGHTS.change;
    const missing = (needs?.get(figureId) ?? []).filter((id) => !done.has(id)).length;
    const twins = apart.some(
      ([one, other]) => (one === last && other === figureId) || (other === last && one === figureId),
    );
    return (
      (figureId === last && run + 1 > inARow ? WEIGHTS.inARow : 0) +
      (missing > 0 ? WEIGHTS.needs : 0) +
      (twins ? WEIGHTS.apart : 0) +
      WEIGHTS.rank * Math.min(WEIGHTS.apart - 1, rank?.get(figureId) ?? 0)
    );
  };
  while (walk.length < total) {
    const ways = arcs
      .flatMap((arc, at) => (arc.from === state && (left[at] ?? 0) > 0 ? [at] : []))
      .sort((a, b) => against(a) - against(b) || a - b);
    const next = ways.find((at) => {
      left[at] = (left[at] ?? 0) - 1;
      if (staysWhole(graph, left, (arcs[at] as Arc).to)) return true;
      left[at] = (left[at] ?? 0) + 1;
      return false;
    });
    if (next === undefined) return null;
    const { figureId, to } = arcs[next] as Arc;
    walk.push(next);
    state = to;
    if (figureId === null) continue;
    run = figureId === last ? run + 1 : 1;
    last = figureId;
    done.add(figureId);
  }
  return walk;
}
