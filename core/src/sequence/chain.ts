import type { Figure } from "../notation/index.ts";
import type { Dance } from "../time/index.ts";
import { type Arc, type TransitionGraph, transitionGraph } from "./graph.ts";

/** A figure that may be danced in a chain, as it is written. */
export interface ChainFigure {
  readonly id: string;
  readonly steps: Figure;
}

/** Figures danced one after the other, each joining the one before. */
export interface Chain {
  readonly figureIds: readonly string[];
  /** Whether the first can follow the last, so that it goes round. */
  readonly loops: boolean;
}

/** More figures than this nobody keeps in mind the night they are new. */
const MOST_WANTED = 8;
const LONGEST = 12;

/** An arc that a chain may go along: what it dances, and which of the wanted figures that is; -1 for none of them. */
interface Step {
  readonly figureId: string | null;
  readonly to: number;
  readonly want: number;
}

/** What leads out of each state: of figures that only lead on, one for each state they lead to. */
function stepsOut({ states, arcs }: TransitionGraph, wants: ReadonlyMap<string, number>): Step[][] {
  const out = states.map((): Map<string, Step> => new Map());
  for (const { figureId, from, to } of arcs as readonly Arc[]) {
    const want = figureId === null ? -1 : (wants.get(figureId) ?? -1);
    const kind = figureId === null ? "change" : want < 0 ? "on" : `${want}`;
    if (!out[from]?.has(`${kind} ${to}`)) out[from]?.set(`${kind} ${to}`, { figureId, to, want });
  }
  return out.map((steps) => [...steps.values()]);
}

/** Ways through the graph, the ones with fewer figures first; each knows the one it goes on from. */
interface Way {
  readonly state: number;
  readonly mask: number;
  readonly length: number;
  readonly figureId: string | null;
  readonly from: Way | null;
}

/** From a state on, the ways with the fewest figures to every set of wanted figures in every state. */
function* waysFrom(start: number, out: readonly (readonly Step[])[], wants: number): Generator<Way> {
  const seen = new Uint8Array(out.length << wants);
  let now: Way[] = [{ state: start, mask: 0, length: 0, figureId: null, from: null }];
  while (now.length > 0) {
    const next: Way[] = [];
    // Changes of hold take no figure, so the list grows while it is gone through.
    for (let at = 0; at < now.length; at++) {
      const way = now[at] as Way;
      const place = (way.state << wants) | way.mask;
      if (seen[place] === 1) continue;
      seen[place] = 1;
      yield way;
      for (const { figureId, to, want } of out[way.state] ?? []) {
        // A chain begins with something that it is for.
        if (way.length === 0 && want < 0) continue;
        const mask = want < 0 ? way.mask : way.mask | (1 << want);
        if (seen[(to << wants) | mask] === 1) continue;
        const length = way.length + (figureId === null ? 0 : 1);
        const further: Way = { state: to, mask, length, figureId, from: way };
        if (figureId === null) now.push(further);
        else if (length <= LONGEST) next.push(further);
      }
    }
    now = next;
  }
}

function figuresOf(way: Way): string[] {
  const ids: string[] = [];
  for (let at: Way | null = way; at; at = at.from) if (at.figureId !== null) ids.unshift(at.figureId);
  return ids;
}

const sizeOf = (mask: number): number => {
  let size = 0;
  for (let rest = mask; rest > 0; rest &= rest - 1) size++;
  return size;
};

/** All wanted figures come first, then going round, then being short. */
const worthOf = (mask: number, loops: boolean, length: number): number =>
  sizeOf(mask) * 1000 + (loops ? 100 : 0) - length;

/**
 * The shortest chain that holds as many of the wanted figures as can be joined, with others between them where
 * they are needed; one that goes round is preferred. Figures repeat only where nothing else leads on.
 * @param figures what may be danced
 * @param wanted ids of the figures that the chain is for; at most the first eight are looked at
 * @param dance whose holds say which change freely
 * @returns no figures where none is wanted
 * @example
 * chainOf([{ id: "basic", steps: BASIC }, { id: "turn", steps: TURN }], new Set(["basic", "turn"]), DANCE).loops
 * // true
 */
export function chainOf(
  figures: readonly ChainFigure[],
  wanted: ReadonlySet<string>,
  { holds }: Pick<Dance, "holds">,
): Chain {
  const graph = transitionGraph(
    figures.map(({ id, steps }) => ({ id, figure: steps, sides: ["written"] })),
    { holds, alone: false },
  );
  const known = figures.flatMap(({ id }) => (wanted.has(id) ? [id] : [])).slice(0, MOST_WANTED);
  const wants = new Map(known.map((id, at) => [id, at]));
  const out = stepsOut(graph, wants);
  const all = 2 ** wants.size - 1;
  let [best, most, loops]: [Way | null, number, boolean] = [null, 0, false];
  for (const start of graph.states.keys())
    for (const way of waysFrom(start, out, wants.size)) {
      // Ways come shortest first: none that follows can be worth more than this, if it has all and goes round.
      if (worthOf(all, true, way.length) <= most) break;
      const isRound = way.state === start;
      const worth = way.length === 0 ? 0 : worthOf(way.mask, isRound, way.length);
      if (worth > most) [best, most, loops] = [way, worth, isRound];
    }
  return { figureIds: best ? figuresOf(best) : [], loops };
}
