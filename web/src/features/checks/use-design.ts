import { designCheck, shownIn, type TaughtThing } from "@map-step/core/check";
import { elementSet } from "@map-step/core/element";
import type { FigureItem, TransitionGraph } from "@map-step/core/sequence";
import { useEffect, useEffectEvent, useMemo, useState } from "react";
import { useSearch } from "../../kit/use-search.ts";
import type { FoundRoutines, RoutineQuestion } from "../../workers/find-routines.ts";
import { walkAsItems } from "../sequences/as-items.ts";
import { ROUTINE_SEARCH } from "../sequences/routine-search.ts";
import type { SequenceLibrary } from "../sequences/use-library.ts";

/** How long is searched at most. */
const SECONDS = 15;

/** Only figures that the class knows may stand in its check. */
const ofKnown = ({ states, arcs }: TransitionGraph, known: ReadonlySet<string>): TransitionGraph => ({
  states,
  arcs: arcs.filter(({ figureId }) => figureId === null || known.has(figureId)),
});

/** A routine that shows everything asked for, and what it could not show. */
export interface Designed {
  readonly items: readonly FigureItem[];
  readonly beats: number;
  readonly best: boolean;
  readonly bound: number | null;
}

/** Finds the shortest routine that shows what was taught, among what the class knows. */
export function useDesign(library: SequenceLibrary, known: ReadonlySet<string>) {
  const { found, start, stop } = useSearch<FoundRoutines, RoutineQuestion, FoundRoutines, FoundRoutines>(
    ROUTINE_SEARCH,
  );
  const [asked, setAsked] = useState<readonly string[] | null>(null);
  const graph = ofKnown(library.graph, known);
  const shows = useMemo(() => {
    const figures = library.records.map(({ id, name }) => ({ id, name, figure: library.figureOf(id) }));
    return shownIn(figures, elementSet(library.dance));
  }, [library]);
  const things = (ids: readonly string[]): TaughtThing[] =>
    ids.map((figureId) => ({
      figureId,
      layer: "partner",
      shownBy: (shows.get(figureId) ?? [figureId]).filter((id) => known.has(id)),
    }));
  // Where nothing leads back to its beginning, it is danced once through.
  const [loops, setLoops] = useState(true);
  const options = { loops, phraseBeats: library.dance.freeTimed ? 1 : library.dance.phraseBeats };
  const [first] = found?.routines ?? [];
  const designed: Designed | null = first
    ? {
        items: walkAsItems(graph, first.walk),
        beats: first.beats,
        best: first.best,
        bound: found?.bound ?? null,
      }
    : null;
  const search = (ids: readonly string[], round = true) => {
    const { oneOfEach } = designCheck(graph, things(ids), { ...options, loops: round });
    const rank = library.records.map(({ id, kind }): [string, number] => [id, kind === "basic" ? 0 : 1]);
    setLoops(round);
    setAsked(ids);
    void start({
      graph,
      wanted: [],
      options: { ...options, loops: round, oneOfEach },
      preferences: { rank, inARow: 2 },
      seconds: SECONDS,
    });
  };
  const searchOpenEnded = useEffectEvent((ids: readonly string[]) => search(ids, false));
  const cannotGoRound = found !== null && !found.running && found.impossible && loops;
  useEffect(() => {
    if (cannotGoRound && asked) searchOpenEnded(asked);
  }, [cannotGoRound, asked]);
  return {
    found: cannotGoRound ? null : found,
    /** Whether it goes round and round. */
    loops,
    designed,
    /** Of some figures those that no routine can show. */
    unshown: (ids: readonly string[]) => designCheck(graph, things(ids), options).unshown,
    search: (ids: readonly string[]) => search(ids),
    stop,
  };
}
