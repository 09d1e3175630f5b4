import type { TransitionGraph } from "./graph.ts";

/** States among which one can go from each to each. */
export interface Island {
  /** Indices of states. */
  readonly states: readonly number[];
  /** Whether nothing leads into it from elsewhere, and out of it. */
  readonly nothingIn: boolean;
  readonly nothingOut: boolean;
}

/** A figure that is missing: from one state to another. */
export interface Link {
  readonly from: number;
  readonly to: number;
}

/** The states that each leads to. */
const leadsOf = ({ states, arcs }: TransitionGraph): readonly (readonly number[])[] => {
  const leads = states.map((): number[] => []);
  for (const { from, to } of arcs) leads[from]?.push(to);
  return leads;
};

/** The strongly connected parts of a graph (Tarjan, 1972), without recursion: each state's part, by number. */
function partsOf(leads: readonly (readonly number[])[]): {
  readonly partOf: number[];
  readonly count: number;
} {
  const index: number[] = leads.map(() => -1);
  const low: number[] = leads.map(() => 0);
  const partOf: number[] = leads.map(() => -1);
  const stack: number[] = [];
  let [reached, count] = [0, 0];
  for (let root = 0; root < leads.length; root++) {
    if (index[root] !== -1) continue;
    const path: { readonly node: number; at: number }[] = [{ node: root, at: 0 }];
    while (path.length > 0) {
      const top = path.at(-1) as { readonly node: number; at: number };
      const { node } = top;
      if (top.at === 0) {
        index[node] = low[node] = reached++;
        stack.push(node);
      }
      const next = leads[node]?.[top.at++];
      if (next !== undefined) {
        if (index[next] === -1) path.push({ node: next, at: 0 });
        else if (partOf[next] === -1) low[node] = Math.min(low[node] as number, index[next] as number);
        continue;
      }
      path.pop();
      const above = path.at(-1);
      if (above) low[above.node] = Math.min(low[above.node] as number, low[node] as number);
      if (low[node] !== index[node]) continue;
      for (let out = stack.pop(); out !== undefined; out = stack.pop()) {
        partOf[out] = count;
        if (out === node) break;
      }
      count += 1;
    }
  }
  return { partOf, count };
}

/** Pairs of a part that nothing leads into and one that leads nowhere, each reached from the first, none twice. */
function pairs(
  leads: readonly (readonly number[])[],
  sources: readonly number[],
  sinks: ReadonlySet<number>,
) {
  const seen = new Set<number>();
  const found: { readonly source: number; readonly sink: number }[] = [];
  for (const source of sources) {
    const waiting = [source];
    while (waiting.length > 0) {
      const part = waiting.pop() as number;
      if (seen.has(part)) continue;
      seen.add(part);
      if (sinks.has(part)) {
        found.push({ source, sink: part });
        break;
      }
      waiting.push(...(leads[part] ?? []));
    }
  }
  return found;
}

/** The parts of what is kept of a graph, and what each leads to. */
interface Drawn {
  readonly members: readonly (readonly number[])[];
  readonly leads: readonly (readonly number[])[];
  readonly all: readonly Island[];
  readonly partOf: readonly number[];
}

function drawn(graph: TransitionGraph, kept: ReadonlySet<number>): Drawn {
  const stateLeads = leadsOf(graph).map((next, state) =>
    kept.has(state) ? next.filter((to) => kept.has(to)) : [],
  );
  const { partOf, count } = partsOf(stateLeads);
  const members: number[][] = Array.from({ length: count }, () => []);
  partOf.forEach((part, state) => {
    if (kept.has(state)) members[part]?.push(state);
  });
  const leads = members.map((states, part) => [
    ...new Set(
      states.flatMap((state) =>
        (stateLeads[state] ?? []).map((to) => partOf[to] as number).filter((to) => to !== part),
      ),
    ),
  ]);
  const entered = new Set(leads.flat());
  const all = members.map(
    (states, part): Island => ({
      states,
      nothingIn: !entered.has(part),
      nothingOut: leads[part]?.length === 0,
    }),
  );
  return { members, leads, all, partOf };
}

/**
 * An island at an end that no figure needs: each that is danced there is danced elsewhere as well. Such are the states in
 * which one may begin and to which nothing comes back.
 */
function idleIsland(graph: TransitionGraph, kept: ReadonlySet<number>, { all, partOf }: Drawn): number {
  const arcs = graph.arcs.filter(({ from, to }) => kept.has(from) && kept.has(to));
  const elsewhere = (part: number): ReadonlySet<string | null> =>
    new Set(
      arcs.flatMap(({ figureId, from, to }) =>
        partOf[from] === part || partOf[to] === part ? [] : [figureId],
      ),
    );
  return all.findIndex(({ states, nothingIn, nothingOut }, part) => {
    if (states.length === 0 || !(nothingIn || nothingOut)) return false;
    const others = elsewhere(part);
    return arcs.every(
      ({ figureId, from, to }) =>
        (partOf[from] !== part && partOf[to] !== part) || figureId === null || others.has(figureId),
    );
  });
}

/**
 * The islands of a graph, and the fewest figures that would join all of them, so that one routine can hold every figure:
 * the larger of the parts that nothing leads into and those that lead nowhere, a lone island being both (Eswaran and
 * Tarjan, 1976). States at an end in which nothing is danced but what is danced elsewhere too are left out.
 * @returns islands in the order of their first state; no links where there is one island or none
 * @example
 * islands(GRAPH).links // []
 */
export function islands(graph: TransitionGraph): {
  readonly islands: readonly Island[];
  readonly links: readonly Link[];
} {
  const kept = new Set(graph.states.keys());
  let now = drawn(graph, kept);
  for (let idle = idleIsland(graph, kept, now); idle >= 0; idle = idleIsland(graph, kept, now)) {
    if (now.members.filter((states) => states.length > 0).length < 2) break;
    for (const state of now.members[idle] ?? []) kept.delete(state);
    now = drawn(graph, kept);
  }
  const real = [...now.all.keys()].filter((part) => (now.all[part]?.states.length ?? 0) > 0);
  const ordered = real
    .flatMap((part) => now.all[part] ?? [])
    .sort((a, b) => (a.states[0] ?? 0) - (b.states[0] ?? 0));
  return { islands: ordered, links: real.length < 2 ? [] : linksOf(now.all, now.leads, real) };
}

/** Which parts to join: round the pairs first, then the sources and sinks that are left over. */
function linksOf(
  all: readonly Island[],
  leads: readonly (readonly number[])[],
  numbers: readonly number[],
): Link[] {
  const lone = numbers.filter((part) => all[part]?.nothingIn && all[part]?.nothingOut);
  const sources = numbers.filter((part) => all[part]?.nothingIn && !all[part]?.nothingOut);
  const sinks = numbers.filter((part) => all[part]?.nothingOut && !all[part]?.nothingIn);
  const paired = pairs(leads, sources, new Set(sinks));
  const usedSources = new Set(paired.map(({ source }) => source));
  const usedSinks = new Set(paired.map(({ sink }) => sink));
  const leftSources = sources.filter((part) => !usedSources.has(part));
  const leftSinks = sinks.filter((part) => !usedSinks.has(part));
  // One round through every pair and every lone island: out of each, into the next.
  const round = [...paired, ...lone.map((part) => ({ source: part, sink: part }))];
  const joins = round.map(({ sink }, at) => ({
    out: sink,
    into: round[(at + 1) % round.length]?.source ?? 0,
  }));
  const both = Math.min(leftSources.length, leftSinks.length);
  for (let at = 0; at < both; at++)
    joins.push({ out: leftSinks[at] as number, into: leftSources[at] as number });
  // What is left is of one sort: it is joined to any part of the round.
  const [anchor] = round;
  for (const part of leftSources.slice(both)) joins.push({ out: anchor?.sink ?? 0, into: part });
  for (const part of leftSinks.slice(both)) joins.push({ out: part, into: anchor?.source ?? 0 });
  const first = (part: number): number => all[part]?.states[0] ?? 0;
  return joins
    .filter(({ out, into }) => out !== into)
    .map(({ out, into }) => ({ from: first(out), to: first(into) }));
}
