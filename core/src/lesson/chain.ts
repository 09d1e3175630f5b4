import { flowsInto, stancesOf } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";

/** A figure that may be danced in a chain. */
export interface ChainFigure {
  readonly id: string;
  readonly steps: Figure;
}

/** Figures danced one after the other, each beginning in the hold and on the foot in which the one before ends. */
export interface Chain {
  readonly figureIds: readonly string[];
  /** Whether the first can follow the last, so that it goes round. */
  readonly loops: boolean;
}

/** More figures than this nobody keeps in mind the night they are new. */
const MOST_WANTED = 8;
const LONGEST = 12;

interface Reached {
  readonly at: number;
  readonly mask: number;
  /** Which of the holds the couple is in then; 0 where nobody said one yet. */
  readonly hold: number;
  readonly from: Reached | null;
  readonly length: number;
}

/** What a chain is made of, with what can follow what. Holds are numbered from 1. */
interface Graph {
  readonly ids: readonly string[];
  /** The bit of a wanted figure; -1 for one that only leads on. */
  readonly wantOf: readonly number[];
  /** The hold in which each begins and ends; 0 for one that says none, and so leaves the couple in the one before. */
  readonly holdIn: readonly number[];
  readonly holdOut: readonly number[];
  readonly next: readonly (readonly number[])[];
  readonly wants: number;
  readonly holds: number;
}

/**
 * The wanted figures, and of all others that begin and end alike the first: any of them would lead on as well. So a
 * chain is looked for among some dozens of figures, however many there are.
 */
function graphOf(figures: readonly ChainFigure[], wanted: ReadonlySet<string>): Graph {
  const alike = new Set<string>();
  let wants = 0;
  const kept = figures.flatMap((figure) => {
    if (wanted.has(figure.id) && wants < MOST_WANTED) return [{ figure, want: wants++ }];
    const { first, last } = stancesOf(figure.steps);
    const kind = JSON.stringify([first, last]);
    if (alike.has(kind)) return [];
    alike.add(kind);
    return [{ figure, want: -1 }];
  });
  const nodes = kept.map(({ figure }) => figure);
  const names = new Map<string, number>();
  const numberOf = (hold: string | null | undefined): number => {
    if (hold === null || hold === undefined) return 0;
    if (!names.has(hold)) names.set(hold, names.size + 1);
    return names.get(hold) as number;
  };
  const stances = nodes.map(({ steps }) => stancesOf(steps));
  return {
    ids: nodes.map(({ id }) => id),
    wantOf: kept.map(({ want }) => want),
    holdIn: stances.map(({ first }) => numberOf(first[0]?.hold)),
    holdOut: stances.map(({ last }) => numberOf(last[0]?.hold)),
    next: nodes.map(({ steps }) =>
      nodes.flatMap((other, index) => (flowsInto(steps, other.steps) ? [index] : [])),
    ),
    wants,
    holds: names.size,
  };
}

const fits = (hold: number, wanted: number | undefined): boolean => !wanted || hold === 0 || wanted === hold;

/** From one figure on, the shortest way to every set of wanted figures in every hold, breadth first. */
function* ways(start: number, { next, wantOf, holdIn, holdOut, wants, holds }: Graph): Generator<Reached> {
  const seen = new Uint8Array((next.length * (holds + 1)) << wants);
  const first = { at: start, mask: 1 << (wantOf[start] as number), hold: holdOut[start] as number };
  const queue: Reached[] = [{ ...first, from: null, length: 1 }];
  for (const here of queue) {
    yield here;
    if (here.length >= LONGEST) continue;
    for (const at of next[here.at] as readonly number[]) {
      if (!fits(here.hold, holdIn[at])) continue;
      const want = wantOf[at] as number;
      const mask = want < 0 ? here.mask : here.mask | (1 << want);
      const hold = holdOut[at] || here.hold;
      const place = ((at * (holds + 1) + hold) << wants) | mask;
      if (seen[place] === 1) continue;
      seen[place] = 1;
      queue.push({ at, mask, hold, from: here, length: here.length + 1 });
    }
  }
}

const orderOf = (way: Reached | null): number[] => {
  const order: number[] = [];
  for (let at = way; at !== null; at = at.from) order.unshift(at.at);
  return order;
};

/** Whether all can be danced a second time, in the hold in which the first time ends. */
function goesRound(way: Reached, start: number, { next, holdIn, holdOut }: Graph): boolean {
  if (!fits(way.hold, holdIn[start]) || !next[way.at]?.includes(start)) return false;
  let { hold } = way;
  return orderOf(way).every((at) => {
    const follows = fits(hold, holdIn[at]);
    hold = holdOut[at] || hold;
    return follows;
  });
}

const sizeOf = (mask: number): number => {
  let size = 0;
  for (let rest = mask; rest > 0; rest &= rest - 1) size++;
  return size;
};

/** All wanted figures come first, then going round, then being short. */
const worthOf = (mask: number, round: boolean, length: number): number =>
  sizeOf(mask) * 1000 + (round ? 100 : 0) - length;

/**
 * The shortest chain that holds as many of the wanted figures as can be joined, with others between them where
 * they are needed; one that goes round is preferred. Figures repeat only where nothing else leads on.
 * @param figures what may be danced
 * @param wanted ids of the figures that the chain is for; at most the first eight are looked at
 * @example
 * chainOf([{ id: "basic", steps: BASIC }, { id: "turn", steps: TURN }], new Set(["basic", "turn"])).loops
 * // true
 */
export function chainOf(figures: readonly ChainFigure[], wanted: ReadonlySet<string>): Chain {
  const graph = graphOf(figures, wanted);
  const { ids, wantOf, wants } = graph;
  const all = 2 ** wants - 1;
  let best: Reached | null = null;
  let most = 0;
  let loops = false;
  for (const start of ids.keys()) {
    if ((wantOf[start] as number) < 0) continue;
    for (const way of ways(start, graph)) {
      // Ways come shortest first: none that follows can be worth more than this, if it has all and goes round.
      if (best !== null && worthOf(all, true, way.length) <= most) break;
      if (best !== null && worthOf(way.mask, true, way.length) <= most) continue;
      const round = goesRound(way, start, graph);
      const worth = worthOf(way.mask, round, way.length);
      if (best === null || worth > most) [best, most, loops] = [way, worth, round];
    }
  }
  return { figureIds: orderOf(best).flatMap((index) => ids[index] ?? []), loops };
}
