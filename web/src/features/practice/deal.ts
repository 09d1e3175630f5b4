import { type CalledRound, calledRound } from "@map-step/core/practice";
import {
  countSequences,
  dealSequence,
  newFigureItem,
  roundOf,
  type SequenceFigure,
  type TransitionGraph,
  transitionGraph,
} from "@map-step/core/sequence";
import type { Dance } from "@map-step/core/time";
import type { SequenceLibrary } from "../sequences/use-library.ts";

/** Figures of a dance that can be dealt, and those it begins with. */
export interface DrillFigures {
  readonly figures: readonly SequenceFigure[];
  readonly nameOf: (figureId: string) => string;
  readonly first: readonly string[];
}

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

/** Counts of a round, the ones that are tried first before the others. */
export const DEAL_LENGTHS = [32, 24, 16, 48, 12, 64] as const;

/**
 * Finds the state from which, and back to which, the most rounds can be danced.
 * @param lengths counts of a round: the first of them that can be danced, or the first if none can
 */
export function drillOf(
  figures: readonly SequenceFigure[],
  dance: Dance,
  lengths: readonly number[],
  inARow: number,
): Drill {
  const graph = transitionGraph(figures, dance);
  const drills = lengths.map((beats): Drill => {
    let [home, many]: [number | null, bigint] = [null, 0n];
    graph.states.forEach((_, state) => {
      const own = countSequences(graph, beats, { from: state, to: state, inARow });
      if (own > many) [home, many] = [state, own];
    });
    return { graph, figures, beats, inARow, home, many };
  });
  const [first] = drills;
  return (
    drills.find(({ home }) => home !== null) ??
    first ?? { graph, figures, beats: 0, inARow, home: null, many: 0n }
  );
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
    roundOf(items, (id) => steps.get(id) ?? null),
    phraseBeats,
    from,
  );
}

/** So many figures are chosen to begin with. */
const FEW = 6;

/** What can be dealt of a library: some figures, and those that follow from where they end, to begin with. */
export function drillAround(
  { figures, graph, nameOf }: SequenceLibrary,
  some: readonly string[],
): DrillFigures {
  const ends = new Set(
    graph.arcs.filter(({ figureId }) => figureId !== null && some.includes(figureId)).map(({ to }) => to),
  );
  const following = graph.arcs.flatMap(({ figureId, from }) =>
    figureId && ends.has(from) ? [figureId] : [],
  );
  return {
    figures,
    nameOf,
    first: [...new Set([...some, ...following])].slice(0, Math.max(FEW, some.length)),
  };
}
