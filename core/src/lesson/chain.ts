import { flowsInto, stancesOf } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";

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
  /** The hold in which the couple is then; `null` where nobody said one yet. */
  readonly hold: string | null;
  readonly from: Reached | null;
  readonly length: number;
}

/** What a chain is made of, with what can follow what. */
interface Graph {
  readonly nodes: readonly ChainFigure[];
  /** The bit of a wanted figure; -1 for one that only leads on. */
  readonly wantOf: readonly number[];
  readonly next: readonly (readonly number[])[];
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
  return {
    nodes,
    wantOf: kept.map(({ want }) => want),
    next: nodes.map(({ steps }) =>
      nodes.flatMap((other, index) => (flowsInto(steps, other.steps) ? [index] : [])),
    ),
  };
}

const holdIn = ({ steps }: ChainFigure): string | null => stancesOf(steps).first[0]?.hold ?? null;
const holdOut = ({ steps }: ChainFigure): string | null => stancesOf(steps).last[0]?.hold ?? null;

/** What can follow here. A figure that says no hold leaves the couple in the one before. */
const after = ({ at, hold }: Reached, { nodes, next }: Graph): number[] =>
  (next[at] as readonly number[]).filter((other) => {
    const wanted = holdIn(nodes[other] as ChainFigure);
    return wanted === null || hold === null || wanted === hold;
  });

/** From one figure on, the shortest way to every set of wanted figures in every hold, breadth first. */
function ways(start: number, graph: Graph): Reached[] {
  const { nodes, wantOf } = graph;
  const seen = new Set<string>();
  const first = {
    at: start,
    mask: 1 << (wantOf[start] as number),
    hold: holdOut(nodes[start] as ChainFigure),
  };
  const queue: Reached[] = [{ ...first, from: null, length: 1 }];
  for (const here of queue) {
    if (here.length >= LONGEST) continue;
    for (const at of after(here, graph)) {
      const want = wantOf[at] as number;
      const mask = want < 0 ? here.mask : here.mask | (1 << want);
      const hold = holdOut(nodes[at] as ChainFigure) ?? here.hold;
      const place = `${at} ${mask} ${hold ?? ""}`;
      if (seen.has(place)) continue;
      seen.add(place);
      queue.push({ at, mask, hold, from: here, length: here.length + 1 });
    }
  }
  return queue;
}

const orderOf = (way: Reached | null): number[] => {
  const order: number[] = [];
  for (let at = way; at !== null; at = at.from) order.unshift(at.at);
  return order;
};

/** Whether all can be danced a second time, in the hold in which the first time ends. */
function goesRound(way: Reached, start: number, graph: Graph): boolean {
  if (!after(way, graph).includes(start)) return false;
  let { hold } = way;
  for (const at of orderOf(way)) {
    const figure = graph.nodes[at] as ChainFigure;
    const wanted = holdIn(figure);
    if (wanted !== null && hold !== null && wanted !== hold) return false;
    hold = holdOut(figure) ?? hold;
  }
  return true;
}

const sizeOf = (mask: number): number => {
  let size = 0;
  for (let rest = mask; rest > 0; rest &= rest - 1) size++;
  return size;
};

/**
 * The shortest chain that holds as many of the wanted figures as can be joined, with others between them where
 * they are needed; one that goes round is preferred. Figures repeat only where nothing else leads on.
 * @param figures what may be danced
 * @param wanted ids of the figures that the chain is for; at most the first eight are looked at
 */
export function chainOf(figures: readonly ChainFigure[], wanted: ReadonlySet<string>): Chain {
  const graph = graphOf(figures, wanted);
  const { nodes, wantOf } = graph;
  let best: Reached | null = null;
  let most = 0;
  let loops = false;
  for (const start of nodes.keys()) {
    if ((wantOf[start] as number) < 0) continue;
    for (const way of ways(start, graph)) {
      const round = goesRound(way, start, graph);
      const worth = sizeOf(way.mask) * 1000 + (round ? 100 : 0) - way.length;
      if (best === null || worth > most) [best, most, loops] = [way, worth, round];
    }
  }
  return { figureIds: orderOf(best).flatMap((index) => nodes[index]?.id ?? []), loops };
}
