import type { TransitionGraph } from "./graph.ts";
import { partsOf } from "./parts.ts";

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

/** The parts of a graph, the arcs between them, and what each leads to among those that are kept. */
interface Parts {
  readonly members: readonly (readonly number[])[];
  readonly arcs: readonly { readonly figure: number; readonly from: number; readonly to: number }[];
  /** How many figures the arcs dance. */
  readonly figures: number;
}

function partsOfGraph(graph: TransitionGraph): Parts {
  const { partOf, count } = partsOf(leadsOf(graph));
  const members: number[][] = Array.from({ length: count }, () => []);
  partOf.forEach((part, state) => {
    members[part]?.push(state);
  });
  const ids = [...new Set(graph.arcs.flatMap(({ figureId }) => figureId ?? []))];
  const numbers = new Map(ids.map((id, at) => [id, at]));
  const arcs = new Map<string, Parts["arcs"][number]>();
  for (const { figureId, from, to } of graph.arcs) {
    const arc = {
      figure: figureId === null ? -1 : (numbers.get(figureId) as number),
      from: partOf[from] as number,
      to: partOf[to] as number,
    };
    arcs.set(`${arc.figure} ${arc.from} ${arc.to}`, arc);
  }
  return { members, arcs: [...arcs.values()], figures: ids.length };
}

/** Some of the parts, as far as they hold every figure. */
interface Kept {
  readonly parts: readonly number[];
  readonly leads: readonly (readonly number[])[];
  readonly sources: readonly number[];
  readonly sinks: readonly number[];
  /** How many figures join them. */
  readonly missing: number;
}

/** What of the parts a choice of them leaves; `null` where a figure is danced in none of them. */
function keptOf({ members, arcs, figures }: Parts, isKept: (part: number) => boolean): Kept | null {
  const own = arcs.filter(({ from, to }) => isKept(from) && isKept(to));
  if (new Set(own.flatMap(({ figure }) => (figure < 0 ? [] : [figure]))).size < figures) return null;
  const leads = members.map(() => new Set<number>());
  const entered = new Set<number>();
  for (const { from, to } of own) {
    if (from === to) continue;
    leads[from]?.add(to);
    entered.add(to);
  }
  const parts = [...members.keys()].filter(isKept);
  const sources = parts.filter((part) => !entered.has(part));
  const sinks = parts.filter((part) => leads[part]?.size === 0);
  const missing = parts.length < 2 ? 0 : Math.max(sources.length, sinks.length);
  return { parts, leads: leads.map((one) => [...one]), sources, sinks, missing };
}

const isBetter = (one: Kept, other: Kept): boolean =>
  one.missing - other.missing < 0 || (one.missing === other.missing && one.parts.length < other.parts.length);

/** So many parts that a routine could do without are tried in every choice of them. */
const MOST_TRIED = 10;

/**
 * The parts that a routine of all figures needs: of all choices that dance every figure the one with the fewest missing
 * figures, then with the fewest parts. With more parts to choose from than are tried, the worst is left out step by step.
 */
function fewest(parts: Parts): Kept {
  const every = [...parts.members.keys()];
  const common = Array.from({ length: parts.figures }, (): Set<number> => new Set(every));
  for (const { figure, from, to } of parts.arcs)
    for (const part of [...(common[figure] ?? [])])
      if (part !== from && part !== to) common[figure]?.delete(part);
  const needed = new Set(common.flatMap((own) => [...own]));
  // A part that no arc touches is none of a routine; one that only leads on may hold others together.
  const touched = new Set(parts.arcs.flatMap(({ from, to }) => [from, to]));
  const free = every.filter((part) => touched.has(part) && !needed.has(part));
  const chosen = (dropped: ReadonlySet<number>) =>
    keptOf(parts, (part) => touched.has(part) && !dropped.has(part));
  let best = chosen(new Set()) as Kept;
  const better = (dropped: ReadonlySet<number>): boolean => {
    const kept = chosen(dropped);
    if (!kept || !isBetter(kept, best)) return false;
    best = kept;
    return true;
  };
  // Most often one part has everything.
  if (needed.size < 2)
    for (const part of every) {
      const alone = keptOf(parts, (one) => one === part);
      if (alone) return alone;
    }
  if (free.length <= MOST_TRIED) {
    for (let choice = 1; choice < 2 ** free.length; choice++)
      better(new Set(free.filter((_, at) => (choice >> at) % 2 === 1)));
    return best;
  }
  for (const alone of every) better(new Set(free.filter((part) => part !== alone)));
  let dropped = new Set(every.filter((part) => !best.parts.includes(part)));
  for (let isFound = true; isFound; ) {
    isFound = false;
    for (const part of free) {
      if (dropped.has(part) || !better(new Set([...dropped, part]))) continue;
      dropped = new Set([...dropped, part]);
      isFound = true;
    }
  }
  return best;
}

/**
 * The islands of a graph, and the fewest figures that would join them, so that one routine can hold every figure: the
 * larger of the parts that nothing leads into and those that lead nowhere, a lone island being both (Eswaran and Tarjan,
 * 1976). States in which nothing is danced but what is danced elsewhere too are left out where that takes fewer. (Which
 * to leave out is set covering; with more than ten to choose from, the fewest are those that were found.)
 * @returns islands in the order of their first state; no links where there is one island or none
 * @example
 * islands(GRAPH).links // []
 */
export function islands(graph: TransitionGraph): {
  readonly islands: readonly Island[];
  readonly links: readonly Link[];
} {
  const all = partsOfGraph(graph);
  const kept = fewest(all);
  const membersOf = (part: number) => [...(all.members[part] ?? [])].sort((a, b) => a - b);
  const first = (part: number): number => membersOf(part)[0] ?? 0;
  return {
    islands: kept.parts
      .map((part) => ({
        states: membersOf(part),
        nothingIn: kept.sources.includes(part),
        nothingOut: kept.sinks.includes(part),
      }))
      .sort((a, b) => (a.states[0] ?? 0) - (b.states[0] ?? 0)),
    links:
      kept.missing === 0 ? [] : linksOf(kept).map(({ from, to }) => ({ from: first(from), to: first(to) })),
  };
}

/** Which parts to join: round the pairs first, then the sources and sinks that are left over. */
function linksOf({ leads, sources: entries, sinks: exits }: Kept): Link[] {
  const lone = entries.filter((part) => exits.includes(part));
  const sources = entries.filter((part) => !lone.includes(part));
  const sinks = exits.filter((part) => !lone.includes(part));
  const paired = pairs(leads, sources, new Set(sinks));
  const usedSources = new Set(paired.map(({ source }) => source));
  const usedSinks = new Set(paired.map(({ sink }) => sink));
  const leftSources = sources.filter((part) => !usedSources.has(part));
  const leftSinks = sinks.filter((part) => !usedSinks.has(part));
  // One round through every pair and every lone island: out of each, into the next.
  const round = [...paired, ...lone.map((part) => ({ source: part, sink: part }))];
  const joins = round.map(
    ({ sink }, at): Link => ({ from: sink, to: round[(at + 1) % round.length]?.source ?? 0 }),
  );
  const both = Math.min(leftSources.length, leftSinks.length);
  for (let at = 0; at < both; at++)
    joins.push({ from: leftSinks[at] as number, to: leftSources[at] as number });
  // What is left is of one sort: it is joined to any part of the round.
  const [anchor] = round;
  for (const part of leftSources.slice(both)) joins.push({ from: anchor?.sink ?? 0, to: part });
  for (const part of leftSinks.slice(both)) joins.push({ from: part, to: anchor?.source ?? 0 });
  return joins.filter(({ from, to }) => from !== to);
}
