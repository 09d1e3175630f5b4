import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { type Figure, writtenRoles } from "@map-step/core/notation";
import {
  type FigureOf,
  type SequenceFigure,
  type TransitionGraph,
  transitionGraph,
} from "@map-step/core/sequence";
import { useMemo } from "react";
import { useWithSteps } from "../figures/really-new.tsx";
import type { NameOf } from "./words.ts";

/** The figures of a dance as sequences need them. */
export interface SequenceLibrary {
  readonly dance: DanceRecord;
  readonly records: readonly FigureRecord[];
  /** Those that have steps. */
  readonly figures: readonly SequenceFigure[];
  readonly figureOf: FigureOf;
  readonly nameOf: NameOf;
  /** Every name by which a figure is known, with its id. */
  readonly names: readonly (readonly [name: string, figureId: string])[];
  /** What leads from where to where, over all figures for couples, or all where one dances alone. */
  readonly graph: TransitionGraph;
}

/** What a sequence of a dance can be made of. */
export function useSequenceLibrary(dance: DanceRecord, records: readonly FigureRecord[]): SequenceLibrary {
  const withSteps = useWithSteps(records);
  return useMemo(() => {
    const byId = new Map<string, Figure>(withSteps.map(({ id, figure }) => [id, figure]));
    const named = new Map(records.map(({ id, name }) => [id, name]));
    // Where couples dance, what is drilled alone is no part of their sequences.
    const figures = withSteps.filter(({ figure }) => dance.alone || !writtenRoles(figure).includes("solo"));
    return {
      dance,
      records,
      figures,
      figureOf: (id) => byId.get(id) ?? null,
      nameOf: (id) => named.get(id) ?? "A removed figure",
      names: records.flatMap(({ id, name, otherNames }) => [
        [name, id] as const,
        ...otherNames.map((other) => [other.name, id] as const),
      ]),
      graph: transitionGraph(figures, dance),
    };
  }, [withSteps, records, dance]);
}
