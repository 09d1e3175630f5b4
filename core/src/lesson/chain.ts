import { carryOn, type DancerState, join, stateIn, stateOut } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";
import type { Dance } from "../time/index.ts";

/** A figure that may be danced in a chain. */
export interface ChainFigure {
  readonly id: string;
  readonly steps: Figure;
}

/** Figures danced one after the other, each joining the one before (`join`). */
export interface Chain {
  readonly figureIds: readonly string[];
  /** Whether the first can follow the last, so that it goes round. */
  readonly loops: boolean;
}

/** More figures than this nobody keeps in mind the night they are new. */
const MOST_WANTED = 8;
const LONGEST = 12;
/** More holds than this nobody goes through within one chain. */
const MOST_STATES = 64;

type Holds = Pick<Dance, "holds">;

/** What a chain is made of, and what can follow what. The state in which a figure begins is told by its number. */
interface Graph {
  readonly ids: readonly string[];
  /** The bit of a wanted figure; -1 for one that only leads on. */
  readonly wantOf: readonly number[];
  readonly wants: number;
  /** What can follow a figure that began in a state. */
  readonly after: (figure: number, state: number) => readonly number[];
  /** The state in which a figure ends that began in one. */
  readonly ends: (figure: number, state: number) => number;
}

const UNKNOWN: DancerState = { hold: null, free: {}, facing: {} };

/**
 * The wanted figures, and of all others that begin and end alike the first: any of them would lead on as well. So a
 * chain is looked for among some dozens of figures, however many there are.
 */
function worthLooking(figures: readonly ChainFigure[], wanted: ReadonlySet<string>, dance: Holds) {
  const alike = new Set<string>();
  let wants = 0;
  const kept = figures.flatMap((figure) => {
    if (wanted.has(figure.id) && wants < MOST_WANTED) return [{ figure, want: wants++ }];
    const { steps } = figure;
    const begin = Math.min(...Object.values(steps.steps).map((row) => row[0]?.onset ?? 0));
    const kind = JSON.stringify([stateIn(steps, dance), stateOut(steps, dance), begin < 0 ? figure.id : 0]);
    if (alike.has(kind)) return [];
    alike.add(kind);
    return [{ figure, want: -1 }];
  });
  return { kept, wants };
}

function graphOf(figures: readonly ChainFigure[], wanted: ReadonlySet<string>, dance: Holds): Graph {
  const { kept, wants } = worthLooking(figures, wanted, dance);
  const nodes = kept.map(({ figure }) => figure.steps);
  const states: DancerState[] = [UNKNOWN];
  const numbers = new Map<string, number>();
  const numberOf = (state: DancerState): number => {
    const { leader = 0, follower } = state.facing;
    const key = `${state.hold} ${follower === null || follower === undefined ? "" : (follower - (leader ?? 0) + 360) % 360}`;
    const number = numbers.get(key);
    if (number !== undefined || states.length >= MOST_STATES) return number ?? 0;
    numbers.set(key, states.length);
    return states.push(state) - 1;
  };
  const known = new Map<number, { readonly after: readonly number[]; readonly ends: number }>();
  const at = (figure: number, state: number) => {
    const place = figure * MOST_STATES + state;
    const before = known.get(place);
    if (before) return before;
    const one = nodes[figure] as Figure;
    const begin = states[state] as DancerState;
    const after = nodes.flatMap((next, index) => (join(one, next, dance, begin).fits ? [index] : []));
    const found = { after, ends: numberOf(carryOn(one, dance, begin)) };
    known.set(place, found);
    return found;
  };
  return {
    ids: kept.map(({ figure }) => figure.id),
    wantOf: kept.map(({ want }) => want),
    wants,
    after: (figure, state) => at(figure, state).after,
    ends: (figure, state) => at(figure, state).ends,
  };
}

/** Ways through the graph, in the order in which they were found: shortest first. Each knows the way it goes on from. */
interface Ways {
  readonly figure: number[];
  readonly state: number[];
  readonly mask: number[];
  readonly from: number[];
  readonly length: number[];
}

/** From one figure on, the shortest way to every set of wanted figures in every state, breadth first. */
function* waysFrom(
  start: number,
  { ids, wantOf, wants, after, ends }: Graph,
): Generator<readonly [Ways, number]> {
  const ways: Ways = {
    figure: [start],
    state: [0],
    mask: [1 << (wantOf[start] as number)],
    from: [-1],
    length: [1],
  };
  const seen = new Uint8Array((ids.length * MOST_STATES) << wants);
  for (let way = 0; way < ways.figure.length; way++) {
    yield [ways, way];
    const length = ways.length[way] as number;
    if (length >= LONGEST) continue;
    const [figure, state] = [ways.figure[way] as number, ways.state[way] as number];
    const next = ends(figure, state);
    for (const at of after(figure, state)) {
      const want = wantOf[at] as number;
      const mask = (ways.mask[way] as number) | (want < 0 ? 0 : 1 << want);
      const place = ((at * MOST_STATES + next) << wants) | mask;
      if (seen[place] === 1) continue;
      seen[place] = 1;
      ways.figure.push(at);
      ways.state.push(next);
      ways.mask.push(mask);
      ways.from.push(way);
      ways.length.push(length + 1);
    }
  }
}

function orderOf({ figure, from }: Ways, way: number): number[] {
  const order: number[] = [];
  for (let at = way; at >= 0; at = from[at] as number) order.unshift(figure[at] as number);
  return order;
}

/** Whether all can be danced a second time, in the state in which the first time ends. */
function goesRound(ways: Ways, way: number, { after, ends }: Graph): boolean {
  const order = orderOf(ways, way);
  let state = ends(ways.figure[way] as number, ways.state[way] as number);
  if (!after(ways.figure[way] as number, ways.state[way] as number).includes(order[0] as number))
    return false;
  return order.every((at, index) => {
    const next = order[(index + 1) % order.length] as number;
    const follows = after(at, state).includes(next);
    state = ends(at, state);
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
 * @param dance whose holds say which change freely
 * @example
 * chainOf([{ id: "basic", steps: BASIC }, { id: "turn", steps: TURN }], new Set(["basic", "turn"]), DANCE).loops
 * // true
 */
export function chainOf(figures: readonly ChainFigure[], wanted: ReadonlySet<string>, dance: Holds): Chain {
  const graph = graphOf(figures, wanted, dance);
  const { ids, wantOf, wants } = graph;
  const all = 2 ** wants - 1;
  let best: readonly number[] = [];
  let most = 0;
  let loops = false;
  for (const start of ids.keys()) {
    if ((wantOf[start] as number) < 0) continue;
    for (const [ways, way] of waysFrom(start, graph)) {
      const [mask, length] = [ways.mask[way] as number, ways.length[way] as number];
      // Ways come shortest first: none that follows can be worth more than this, if it has all and goes round.
      if (worthOf(all, true, length) <= most) break;
      if (worthOf(mask, true, length) <= most) continue;
      const round = goesRound(ways, way, graph);
      const worth = worthOf(mask, round, length);
      if (worth > most) [best, most, loops] = [orderOf(ways, way), worth, round];
    }
  }
  return { figureIds: best.flatMap((index) => ids[index] ?? []), loops };
}
