import { between, type DancerState, join } from "../figure/index.ts";
import { type Dance, ticksToBeats } from "../time/index.ts";
import type { Arc, GraphState, Side, TransitionGraph } from "./graph.ts";
import { type FigureItem, type FigureOf, stepsOfItem } from "./sequence.ts";
import { standAfter, type Tail } from "./walk.ts";

/** A figure on a side, that is to be danced to get from one to another. */
export interface Between {
  readonly figureId: string;
  readonly side: Side;
}

/** A way from where dancers stand to where a figure begins. */
export interface Mend {
  readonly figures: readonly Between[];
  readonly beats: number;
}

/** So many ways are offered. */
const MOST_OFFERED = 3;
const FAR = Number.POSITIVE_INFINITY;
/** Each figure more counts as so many beats, so that of two ways of one length the one with fewer figures comes first. */
const PER_FIGURE = 1 / 1024;

const isLike = (state: GraphState, { hold, free, facing }: DancerState): boolean =>
  state.hold === hold &&
  !state.changed &&
  state.facing === between({ hold, free, facing }) &&
  Object.entries(free).every(([role, foot]) => (state.free[role as keyof typeof free] ?? null) === foot);

/**
 * For every state how far it is to one of some states, in beats and a little for each figure (Dijkstra, 1959, from the end).
 */
function distancesTo({ states, arcs }: TransitionGraph, goals: readonly number[]): number[] {
  const into = states.map((): number[] => []);
  arcs.forEach(({ to }, at) => {
    into[to]?.push(at);
  });
  const far = states.map(() => FAR);
  for (const goal of goals) far[goal] = 0;
  const open = new Set(goals);
  while (open.size > 0) {
    const nearest = [...open].reduce((a, b) => ((far[b] as number) < (far[a] as number) ? b : a));
    open.delete(nearest);
    for (const at of into[nearest] ?? []) {
      const { from, beats } = arcs[at] as Arc;
      const length = (far[nearest] as number) + beats + PER_FIGURE;
      if (length >= (far[from] as number)) continue;
      far[from] = length;
      open.add(from);
    }
  }
  return far;
}

/** The way on from a state that is as far as was found. */
function wayFrom({ arcs }: TransitionGraph, far: readonly number[], from: number): Arc[] {
  const way: Arc[] = [];
  for (let state = from; (far[state] ?? FAR) > 0 && way.length < far.length; ) {
    const next = arcs
      .filter((arc) => arc.from === state)
      .reduce<Arc | null>((best, arc) => {
        const length = ({ to, beats }: Arc) => (far[to] ?? FAR) + beats;
        return best === null || length(arc) < length(best) ? arc : best;
      }, null);
    if (next === null) return [];
    way.push(next);
    state = next.to;
  }
  return way;
}

/**
 * The shortest ways from where dancers stand to where an item begins, each with another first figure. Every one that is
 * given was tried by joining its figures one after the other.
 * @param after what comes before; nothing where the item is the first
 * @param figureOf the steps of a figure by its id, for all figures of the graph
 * @returns at most three, the shortest first; none where no figures of the graph lead there
 * @example
 * mendsBetween(GRAPH, TAIL, ITEM, () => BASIC, DANCE)[0]?.beats // 8
 */
export function mendsBetween(
  graph: TransitionGraph,
  after: Tail,
  next: Pick<FigureItem, "figureId" | "side" | "counts">,
  figureOf: FigureOf,
  dance: Pick<Dance, "holds">,
): Mend[] {
  const wanted = stepsOfItem(next, figureOf);
  if (!after.figure || !wanted) return [];
  const state = standAfter(after, dance);
  const starts = [...graph.states.keys()].filter((at) => isLike(graph.states[at] as GraphState, state));
  const goals = [
    ...new Set(
      graph.arcs.flatMap(({ figureId, side, from }) =>
        figureId === next.figureId && side === next.side ? [from] : [],
      ),
    ),
  ];
  if (starts.length === 0 || goals.length === 0) return [];
  const far = distancesTo(graph, goals);
  const ways = starts.flatMap((start) =>
    graph.arcs
      .filter(({ from, to }) => from === start && (far[to] ?? FAR) < FAR)
      .map((arc) => [arc, ...wayFrom(graph, far, arc.to)]),
  );
  const isDanced = (figures: readonly Between[]): boolean => {
    let tail: Tail = after;
    for (const one of [...figures, null]) {
      const steps = one === null ? wanted : stepsOfItem({ ...one, counts: null }, figureOf);
      if (!steps || !tail.figure || !join(tail.figure, steps, dance, tail.begun).fits) return false;
      tail = { id: "", figure: steps, begun: standAfter(tail, dance) };
    }
    return true;
  };
  const mends = ways
    .map((way) => ({
      figures: way.flatMap(({ figureId, side }) => (figureId === null ? [] : [{ figureId, side }])),
      beats: way.reduce((sum, { beats }) => sum + beats, 0),
    }))
    .filter(({ figures }) => figures.length > 0)
    .sort((a, b) => a.beats - b.beats || a.figures.length - b.figures.length);
  const offered: Mend[] = [];
  for (const mend of mends) {
    if (offered.length >= MOST_OFFERED) break;
    const isKnown = offered.some(({ figures: [first] }) => first?.figureId === mend.figures[0]?.figureId);
    if (!isKnown && isDanced(mend.figures)) offered.push(mend);
  }
  return offered;
}

/** A figure that may come next, and what it would leave open. */
export interface Offer extends Between {
  readonly beats: number;
  /** Why it does not follow what comes before; empty where it does. */
  readonly before: readonly string[];
  /** Why what comes after does not follow it; empty where it does. */
  readonly after: readonly string[];
}

/**
 * The figures of a library for one place of a sequence: first those that fit on both sides, then those that follow what
 * comes before, then the rest; each with what would still be missing.
 * @param before what may come before; empty where it is the first
 * @param next the figure that comes after; `null` where it is the last
 * @example
 * offersAt([], null, [{ id: "basic", side: "written", figure: BASIC }], DANCE).length // 1
 */
export function offersAt(
  before: readonly Tail[],
  next: Tail["figure"],
  library: readonly {
    readonly id: string;
    readonly side: Side;
    readonly figure: NonNullable<Tail["figure"]>;
  }[],
  dance: Pick<Dance, "holds">,
): Offer[] {
  const reasonsOf = (tail: Tail, figure: NonNullable<Tail["figure"]>): readonly string[] =>
    tail.figure ? join(tail.figure, figure, dance, tail.begun).reasons : [];
  const offers = library.map(({ id, side, figure }): Offer => {
    const begun = before.map((tail) => ({ id, figure, begun: standAfter(tail, dance) }));
    const ends = begun.length > 0 ? begun : [{ id, figure, begun: { hold: null, free: {}, facing: {} } }];
    return {
      figureId: id,
      side,
      beats: ticksToBeats(figure.length),
      before: [...new Set(before.flatMap((tail) => reasonsOf(tail, figure)))],
      after: next ? [...new Set(ends.flatMap((tail) => reasonsOf(tail, next)))] : [],
    };
  });
  const rank = ({ before: one, after }: Offer) => (one.length > 0 ? 2 : 0) + (after.length > 0 ? 1 : 0);
  return offers.sort((a, b) => rank(a) - rank(b));
}
