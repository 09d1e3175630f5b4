import {
  type Island,
  islands,
  type Link,
  type OrderPreferences,
  type RoutineOptions,
  routineModel,
  routineOrder,
  type Times,
  type TransitionGraph,
} from "@map-step/core/sequence";
import type { Highs } from "highs";
import { proveRoutine, type RoutineProof } from "./prove-routine.ts";

/** What a routine is looked for with. */
export interface RoutineQuestion {
  readonly graph: TransitionGraph;
  readonly wanted: readonly string[];
  readonly options: RoutineOptions;
  readonly preferences: Omit<OrderPreferences, "rank" | "needs"> & {
    readonly rank?: readonly (readonly [string, number])[];
    readonly needs?: readonly (readonly [string, readonly string[]])[];
  };
  /** How long it may search in all. */
  readonly seconds: number;
}

/** One routine, and what its beats are for. */
export interface FoundRoutine {
  /** Indices of arcs, in the order in which they are danced. */
  readonly walk: readonly number[];
  readonly beats: number;
  /** Beats of the wanted figures, each danced once; of what leads from one to another; of what fills the phrase. */
  readonly wanted: number;
  readonly connection: number;
  readonly filling: number;
  /** Whether it is proven to be the shortest. */
  readonly best: boolean;
}

/** What became of the search. */
export interface FoundRoutines {
  /** The shortest that was found first; at most three, none of them alike. */
  readonly routines: readonly FoundRoutine[];
  /** Whether it is proven that there is none. */
  readonly impossible: boolean;
  /** Where there is none: the wanted figures that do not hang together, and the fewest that would join them. */
  readonly islands: readonly Island[];
  readonly links: readonly Link[];
  /** No routine can be shorter than so many beats; `null` where nothing is known. */
  readonly bound: number | null;
  readonly running: boolean;
}

/** So much of its beats an arc costs more once a routine has danced it beyond what was wanted. */
const AGAINST = [0.01, 0.6] as const;

const beatsOf = ({ arcs }: TransitionGraph, times: Times): number =>
  times.reduce((sum, own, at) => sum + own * (arcs[at]?.beats ?? 0), 0);

/** Which figures a walk dances, as a text, to tell routines apart. */
const keyOf = ({ arcs }: TransitionGraph, walk: readonly number[]): string =>
  walk.map((at) => `${arcs[at]?.figureId}${arcs[at]?.side}`).join();

/** The arcs with the wanted figures only, for what keeps them apart. */
const ofWanted = ({ states, arcs }: TransitionGraph, wanted: ReadonlySet<string>): TransitionGraph => ({
  states,
  arcs: arcs.filter(({ figureId }) => figureId === null || wanted.has(figureId)),
});

/**
 * Three routines that differ, the first of them the shortest there is where that could be proven in the time.
 * @param tell called with the best so far, which is not proven yet
 */
export function findRoutines(
  highs: Highs,
  { graph, wanted, options, preferences: { rank, needs, ...rest }, seconds }: RoutineQuestion,
  tell: (found: FoundRoutines) => void = () => undefined,
): FoundRoutines {
  const { from, to } = options;
  // One that ends where it begins goes round as well; it begins where it may begin and end.
  const begins = from && to ? from.filter((state) => to.includes(state)) : (from ?? to);
  const preferences: OrderPreferences = {
    ...(begins ? { from: begins } : {}),
    ...rest,
    ...(rank ? { rank: new Map(rank) } : {}),
    ...(needs ? { needs: new Map(needs) } : {}),
  };
  const ends = performance.now() + seconds * 1000;
  const left = () => Math.max(0.2, (ends - performance.now()) / 1000);
  const search = (more: Partial<RoutineOptions>, most: number): RoutineProof =>
    proveRoutine(highs, routineModel(graph, wanted, { ...options, ...more }), Math.min(left(), most));
  const shortest = search({}, seconds);
  if (!shortest.times) {
    const apart = islands(ofWanted(graph, new Set([...wanted, ...(options.oneOfEach ?? []).flat()])));
    const all = apart.links.length > 0 ? apart : islands(graph);
    return { routines: [], impossible: shortest.impossible, ...all, bound: shortest.bound, running: false };
  }
  const danced = new Set(
    graph.arcs.flatMap(({ figureId }, at) => ((shortest.times?.[at] ?? 0) > 0 && figureId ? [figureId] : [])),
  );
  // Of figures of which one is enough, those that it dances are what it is for.
  const shows = (options.oneOfEach ?? []).flat().filter((id) => danced.has(id));
  const ids = [...new Set([...wanted, ...shows])];
  const wantedBeats = ids.reduce(
    (sum, id) => sum + Math.min(...graph.arcs.flatMap((arc) => (arc.figureId === id ? [arc.beats] : []))),
    0,
  );
  const unphrased =
    options.phraseBeats === 1 ? shortest : search({ phraseBeats: 1 / 4, mostBeats: undefined }, seconds / 4);
  const hung = unphrased.times ? beatsOf(graph, unphrased.times) : wantedBeats;
  const routines: FoundRoutine[] = [];
  const known = new Set<string>();
  const keep = (times: Times, best: boolean, how: OrderPreferences): boolean => {
    const walk = routineOrder(graph, times, how);
    if (!walk || known.has(keyOf(graph, walk))) return false;
    known.add(keyOf(graph, walk));
    const beats = beatsOf(graph, times);
    const connection = Math.max(0, Math.min(hung, beats) - wantedBeats);
    routines.push({
      walk,
      beats,
      wanted: wantedBeats,
      connection,
      filling: beats - wantedBeats - connection,
      best,
    });
    return true;
  };
  keep(shortest.times, shortest.best, preferences);
  const answer = (running: boolean): FoundRoutines => ({
    routines: [...routines],
    impossible: false,
    islands: [],
    links: [],
    bound: shortest.bound,
    running,
  });
  tell(answer(true));
  for (const share of AGAINST) {
    const used = shortest.times;
    const against = graph.arcs.map(({ figureId, beats }, at) =>
      figureId !== null && (used[at] ?? 0) > 0 && !(ids.includes(figureId) && used[at] === 1)
        ? share * beats
        : 0,
    );
    const other = search({ against }, seconds / 4);
    const isAsShort = other.times !== null && beatsOf(graph, other.times) === routines[0]?.beats;
    if (other.times && keep(other.times, isAsShort && shortest.best, preferences)) tell(answer(true));
  }
  // Where no other figures serve, another order of the same ones differs too.
  const turned = [...(preferences.rank ?? [])].map(([id, place]): [string, number] => [id, -place]);
  const orders: readonly OrderPreferences[] = [
    { ...preferences, rank: new Map(turned), needs: new Map() },
    { ...preferences, rank: new Map([...ids].reverse().map((id, at) => [id, at])), needs: new Map() },
    { ...preferences, inARow: 1, rank: new Map(ids.map((id, at) => [id, (at * 7) % 5])) },
  ];
  for (const order of orders) if (routines.length < 3) keep(shortest.times, shortest.best, order);
  return answer(false);
}
