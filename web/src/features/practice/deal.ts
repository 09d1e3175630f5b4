import type { DanceRecord } from "@map-step/contract";
import { type CalledRound, calledRound } from "@map-step/core/practice";
import {
  countSequences,
  dealSequence,
  insertItems,
  newFigureItem,
  roundOf,
  type SequenceFigure,
  type TransitionGraph,
  transitionGraph,
} from "@map-step/core/sequence";

/** Figures of one dance that are dealt into rounds. */
export interface Drill {
  readonly graph: TransitionGraph;
  readonly figures: readonly SequenceFigure[];
  readonly beats: number;
  readonly inARow: number;
  /** Where each round begins and ends, so that any can follow any; `null` where nothing can be danced. */
  readonly home: number | null;
  /** How many different rounds there are. */
  readonly many: bigint;
}

/** Finds the state from which, and back to which, the most rounds can be danced. */
export function drillOf(
  figures: readonly SequenceFigure[],
  dance: DanceRecord,
  beats: number,
  inARow: number,
): Drill {
  const graph = transitionGraph(figures, dance);
  let [home, many]: [number | null, bigint] = [null, 0n];
  graph.states.forEach((_, state) => {
    const own = countSequences(graph, beats, { from: state, to: state, inARow });
    if (own > many) [home, many] = [state, own];
  });
  return { graph, figures, beats, inARow, home, many };
}

/** One round of a drill, every one that can be danced as likely as the others. */
export function dealtRound(
  { graph, figures, beats, inARow, home }: Drill,
  phraseBeats: number,
  from: number,
  random: () => number,
): CalledRound | null {
  if (home === null) return null;
  const dealt = dealSequence(graph, beats, { from: home, to: home, inARow }, random);
  if (!dealt) return null;
  const items = dealt.map(({ figureId, side }) => ({
    ...newFigureItem(crypto.randomUUID(), figureId),
    side,
  }));
  const steps = new Map(figures.map(({ id, figure }) => [id, figure]));
  return calledRound(
    roundOf(insertItems([], null, items), (id) => steps.get(id) ?? null),
    phraseBeats,
    from,
  );
}
