import type { Layer } from "../figure/index.ts";
import {
  type RoutineOptions,
  type RoutineTask,
  routineModel,
  type TransitionGraph,
} from "../sequence/index.ts";

/** A thing that was taught, and the figures in which it is shown: itself, and those that are composed of it. */
export interface TaughtThing {
  readonly figureId: string;
  readonly layer: Layer;
  readonly shownBy: readonly string[];
}

/** A check as a question for the solver, and what no figure that can be danced shows. */
export interface CheckDesign {
  readonly task: RoutineTask;
  readonly oneOfEach: readonly (readonly string[])[];
  /** Ids of figures that were taught and that nothing in the graph shows; they are looked at by themselves. */
  readonly unshown: readonly string[];
}

/** Figures that show a set of things the fewest are needed for: those without a larger one beside them. */
function leastSets(sets: readonly (readonly string[])[]): (readonly string[])[] {
  const unique = [...new Map(sets.map((set) => [[...set].sort().join(" "), set])).values()];
  return unique.filter(
    (set) => !unique.some((other) => other !== set && other.every((id) => set.includes(id))),
  );
}

/**
 * The routine of a check: the fewest beats that show everything taught, in a danceable order. It is the problem of the
 * shortest routine with a covering row for each thing: at least one of the figures that show it.
 * @example
 * designCheck(GRAPH, [{ figureId: "basic", layer: "partner", shownBy: ["basic", "turn"] }],
 *   { loops: true, phraseBeats: 8 }).unshown // []
 */
export function designCheck(
  graph: TransitionGraph,
  taught: readonly TaughtThing[],
  options: Omit<RoutineOptions, "oneOfEach">,
): CheckDesign {
  const danced = new Set(graph.arcs.flatMap(({ figureId }) => figureId ?? []));
  const sets = taught.map(({ figureId, shownBy }) => ({
    figureId,
    by: shownBy.filter((id) => danced.has(id)),
  }));
  const oneOfEach = leastSets(sets.flatMap(({ by }) => (by.length > 0 ? [by] : [])));
  return {
    task: routineModel(graph, [], { ...options, oneOfEach }),
    oneOfEach,
    unshown: [...new Set(sets.flatMap(({ figureId, by }) => (by.length === 0 ? [figureId] : [])))],
  };
}

/** How many rounds of a routine fit, and whom each marker watches in each. */
export interface WatchRound {
  /** From 1. */
  readonly round: number;
  /** For each marker in turn the ids of students to watch. */
  readonly watched: readonly (readonly string[])[];
}

/** So many dancers one person can watch in one round. A stated default. */
export const WATCHED_AT_ONCE = 4;

/**
 * Who watches whom in which round of a check: everybody is watched about equally often, and by each marker in turn.
 * @param seconds how long one round lasts, above 0
 * @param minutes how long the check lasts; some of it goes by between rounds
 * @example
 * watchRounds(["ana", "ben"], 1, 60, 5).length // 2
 */
export function watchRounds(
  studentIds: readonly string[],
  markers: number,
  seconds: number,
  minutes: number,
): WatchRound[] {
  // Between two rounds partners change and marks are finished: as long again at most, half a minute at least.
  const rounds = Math.floor((minutes * 60) / (seconds + Math.max(30, Math.min(60, seconds))));
  const many = studentIds.length;
  if (many === 0 || markers < 1) return [];
  const each = Math.min(WATCHED_AT_ONCE, Math.ceil(many / markers));
  return Array.from({ length: rounds }, (_, at) => ({
    round: at + 1,
    watched: Array.from({ length: markers }, (_, marker) => {
      const from = (at * markers + marker) * each;
      const places = Array.from({ length: each }, (_, index) => (from + index) % many);
      return [...new Set(places)].flatMap((place) => studentIds[place] ?? []);
    }),
  }));
}
