import type { LinearProgram, LinearRow } from "../linear/index.ts";
import { beatsToTicks } from "../time/index.ts";
import type { Arc, TransitionGraph } from "./graph.ts";

/** A mixed-integer model as data: the least Σ cost · column over all rows. All columns begin at 0. */
export interface RoutineModel extends LinearProgram {
  readonly sense: "min";
}

/** What a routine is to be. */
export interface RoutineOptions {
  /** Whether it goes round: its first figure follows its last. */
  readonly loops: boolean;
  /** It lasts a multiple of so many beats; any length where it is 1. */
  readonly phraseBeats: number;
  readonly mostBeats?: number | undefined;
  /** Whether all face the first way again at its end. */
  readonly facesAgain?: boolean | undefined;
  /** The states in which one that does not go round may begin, and end; any where nothing is said. */
  readonly from?: readonly number[] | undefined;
  readonly to?: readonly number[] | undefined;
  /** Sets of figures, of each of which at least one is danced. */
  readonly oneOfEach?: readonly (readonly string[])[] | undefined;
  /** What an arc costs beyond its beats, by its index; to find another routine than one that is known. */
  readonly against?: readonly number[] | undefined;
}

/** How often each arc of the graph is danced, by its index. */
export type Times = readonly number[];

/** A question for the solver, and what its answers mean. */
export interface RoutineTask {
  readonly model: RoutineModel;
  /** Rows that an answer breaks, because it falls apart into rounds of which none leads to another; none where it holds. */
  readonly cutsFor: (solution: ArrayLike<number>) => LinearRow[];
  readonly timesFrom: (solution: ArrayLike<number>) => Times;
}

const NONE = Number.NEGATIVE_INFINITY;
const ANY = Number.POSITIVE_INFINITY;
/** Nobody dances one figure more often than this to get somewhere else. */
const MOST_TIMES = 64;
const MOST_PHRASES = 10_000;
/** All figures out of one state together are danced less often than this. */
const MOST_OUT = 2000;
/** A free change takes no time; this much of a beat keeps it from being made for nothing. */
const CHANGE_COST = 1 / 1024;

const columnsOf = (arcs: readonly Arc[], isIn: (arc: Arc) => boolean): number[] =>
  arcs.flatMap((arc, at) => (isIn(arc) ? [at] : []));

/** The parts of the states that the arcs in use hold together; each state's part, -1 for one that is not in use. */
function partsInUse({ states, arcs }: TransitionGraph, used: readonly number[]): number[] {
  const part = states.map(() => -1);
  const neighbours = states.map((): number[] => []);
  for (const at of used) {
    const { from, to } = arcs[at] as Arc;
    neighbours[from]?.push(to);
    neighbours[to]?.push(from);
  }
  let count = 0;
  states.forEach((_, root) => {
    if (part[root] !== -1 || neighbours[root]?.length === 0) return;
    const waiting = [root];
    for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
      if (part[at] !== -1) continue;
      part[at] = count;
      waiting.push(...(neighbours[at] ?? []));
    }
    count += 1;
  });
  return part;
}

/**
 * The shortest routine that holds every wanted figure, as a question for a mixed-integer solver: the rural postman problem
 * on the graph (Orloff, 1974). Each arc is danced a whole number of times, as many lead into a state as out of it, each
 * wanted figure is danced at least once, and the beats are whole phrases. An answer may fall apart into separate rounds;
 * `cutsFor` then gives rows to add before asking again, and none once it is one routine.
 * @param wanted ids of figures of the graph; one that the graph does not have makes the model impossible
 * @example
 * routineModel(GRAPH, ["basic"], { loops: true, phraseBeats: 8 }).model.sense // "min"
 */
export function routineModel(
  graph: TransitionGraph,
  wanted: readonly string[],
  {
    loops,
    phraseBeats,
    mostBeats,
    facesAgain = false,
    from,
    to,
    oneOfEach = [],
    against = [],
  }: RoutineOptions,
): RoutineTask {
  const { arcs, states } = graph;
  const cost = arcs.map(
    ({ figureId, beats }, at) => (figureId === null ? CHANGE_COST : beats) + (against[at] ?? 0),
  );
  const upper: number[] = arcs.map(() => MOST_TIMES);
  const integer = arcs.map(() => true);
  const column = (high: number): number => {
    upper.push(high);
    integer.push(true);
    return cost.push(0) - 1;
  };
  const rows: LinearRow[] = [];
  const row = (lower: number, high: number, entries: readonly (readonly [number, number])[]): void => {
    const sums = new Map<number, number>();
    for (const [at, value] of entries) sums.set(at, (sums.get(at) ?? 0) + value);
    rows.push({ lower, upper: high, columns: [...sums.keys()], values: [...sums.values()] });
  };
  // Where it begins and ends, each in one state; one that goes round does so nowhere.
  const mayBe = (allowed: readonly number[] | undefined, state: number): number =>
    allowed === undefined || allowed.includes(state) ? 1 : 0;
  const begins = loops ? [] : states.map((_, state) => column(mayBe(from, state)));
  const ends = loops ? [] : states.map((_, state) => column(mayBe(to, state)));
  const flow = states.map((): (readonly [number, number])[] => []);
  arcs.forEach(({ from, to }, at) => {
    flow[from]?.push([at, 1]);
    flow[to]?.push([at, -1]);
  });
  states.forEach((_, state) => {
    const edge = loops
      ? []
      : ([
          [begins[state] as number, -1],
          [ends[state] as number, 1],
        ] as const);
    row(0, 0, [...(flow[state] ?? []), ...edge]);
  });
  if (!loops) {
    row(
      1,
      1,
      begins.map((at) => [at, 1] as const),
    );
    row(
      1,
      1,
      ends.map((at) => [at, 1] as const),
    );
  }
  for (const some of [...[...new Set(wanted)].map((id) => [id]), ...oneOfEach])
    row(
      1,
      ANY,
      columnsOf(arcs, ({ figureId }) => figureId !== null && some.includes(figureId)).map(
        (at) => [at, 1] as const,
      ),
    );
  const ticks = arcs.map(({ beats }, at) => [at, beatsToTicks(beats)] as const).filter(([, own]) => own > 0);
  row(0, 0, [...ticks, [column(MOST_PHRASES), -beatsToTicks(phraseBeats)]]);
  if (mostBeats !== undefined) row(NONE, beatsToTicks(mostBeats), ticks);
  if (facesAgain) {
    const turns = arcs.map(({ turn }, at) => [at, turn] as const).filter(([, turn]) => turn !== 0);
    row(0, 0, [...turns, [column(MOST_PHRASES), -360], [column(MOST_PHRASES), 360]]);
  }
  // Whether a state is gone through at all, for the rows that hold a routine together.
  const inUse = states.map(() => column(1));
  states.forEach((_, state) => {
    const out = columnsOf(arcs, ({ from }) => from === state).map((at) => [at, 1] as const);
    row(NONE, 0, [...out, [inUse[state] as number, -MOST_OUT]]);
  });
  const timesFrom = (solution: ArrayLike<number>): Times =>
    // The solver's zero may be a negative one.
    arcs.map((_, at) => Math.round(solution[at] ?? 0) + 0);
  return {
    model: { sense: "min", cost, upper, integer, rows },
    timesFrom,
    cutsFor: (solution) =>
      cutsOf(graph, wanted, timesFrom(solution), { begins, inUse }, (at) => Math.round(solution[at] ?? 0)),
  };
}

/** Columns of the model that tell where a routine begins, and which states it goes through. */
interface Marks {
  /** None for one that goes round. */
  readonly begins: readonly number[];
  readonly inUse: readonly number[];
}

/**
 * See `RoutineTask.cutsFor`. Two parts without a way between them are forbidden: by a figure that is danced in the one
 * only and another in the other only, or else by a state of each.
 */
function cutsOf(
  graph: TransitionGraph,
  wanted: readonly string[],
  times: Times,
  { begins, inUse }: Marks,
  marked: (column: number) => number,
): LinearRow[] {
  const { arcs } = graph;
  const used = arcs.flatMap((_, at) => ((times[at] ?? 0) > 0 ? [at] : []));
  const part = partsInUse(graph, used);
  const parts = [...new Set(part.filter((one) => one >= 0))];
  const partOf = (at: number): number => part[(arcs[at] as Arc).from] ?? -1;
  // A state is marked as in use by what leads out of it, which the last of a routine has nothing of.
  const leftIn = (one: number): number | undefined =>
    used.map((at) => (arcs[at] as Arc).from).find((state) => part[state] === one);
  const standsFor = new Map<number, string>();
  for (const id of wanted) {
    const own = new Set(used.filter((at) => arcs[at]?.figureId === id).map(partOf));
    const [only] = own;
    if (own.size === 1 && only !== undefined && !standsFor.has(only)) standsFor.set(only, id);
  }
  const begun = begins.findIndex((column) => marked(column) > 0);
  if (begun >= 0 && part[begun] === -1)
    // It begins where nothing is danced: each part has to be come to, or hold the beginning itself.
    return parts.flatMap((one): LinearRow[] => {
      const here = leftIn(one);
      if (here === undefined) return [];
      const into = columnsOf(arcs, ({ from, to }) => part[from] !== one && part[to] === one);
      const own = begins.filter((_, state) => part[state] === one);
      const columns = [...into, ...own, inUse[here] as number];
      return [{ lower: 0, upper: ANY, columns, values: [...columns.slice(1).map(() => 1), -1] }];
    });
  const main = (begun >= 0 ? part[begun] : undefined) ?? standsFor.keys().next().value ?? parts[0] ?? 0;
  return parts.flatMap((one): LinearRow[] => {
    if (one === main && parts.length < 2) return [];
    const inside = ({ from }: Arc) => part[from] === one;
    // One that goes round comes back from wherever it goes, so the ways out are enough.
    const crossing = columnsOf(arcs, (arc) => {
      const [out, into] = [inside(arc), part[arc.to] === one];
      return begins.length === 0 ? out && !into : out !== into;
    });
    const own = standsFor.get(one);
    const other = [...standsFor].find(([at]) => at !== one)?.[1];
    if (own !== undefined && other !== undefined) {
      const elsewhere = columnsOf(arcs, (arc) => arc.figureId === own && !inside(arc));
      const here = columnsOf(arcs, (arc) => arc.figureId === other && inside(arc));
      const columns = [...new Set([...crossing, ...elsewhere, ...here])];
      return [{ lower: 1, upper: ANY, columns, values: columns.map(() => 1) }];
    }
    if (one === main) return [];
    const [here, there] = [leftIn(one), leftIn(main)];
    if (here === undefined || there === undefined) return [];
    const marks = [inUse[here] as number, inUse[there] as number];
    return [
      { lower: -1, upper: ANY, columns: [...crossing, ...marks], values: [...crossing.map(() => 1), -1, -1] },
    ];
  });
}
