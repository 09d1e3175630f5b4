import { squareMetresOf, type TransitionGraph } from "@map-step/core/sequence";
import { useMemo, useState } from "react";
import { useSearch } from "../../kit/use-search.ts";
import type { FoundRoutine, FoundRoutines, RoutineQuestion } from "../../workers/find-routines.ts";
import { walkAsItems } from "./as-items.ts";
import { ROUTINE_SEARCH } from "./routine-search.ts";
import type { Builder } from "./use-builder.ts";

/** How long is searched at most. */
export const SECONDS = 20;

/** What a routine that is made should be like. */
export interface Wishes {
  readonly loops: boolean;
  readonly facesAgain: boolean;
  readonly phraseBeats: number;
  readonly mostBeats: number | null;
  readonly inARow: number;
  readonly from: string;
  readonly to: string;
  readonly squareMetres: number | null;
}

/** A routine that is looked for: what it should hold and be like, and what was found. */
export function useMake(builder: Builder, onClose: () => void) {
  const { library, content, edit } = builder;
  const { dance, graph, figures } = library;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [wishes, setWishes] = useState<Wishes>({
    loops: content.loops,
    facesAgain: false,
    phraseBeats: content.phraseBeats,
    mostBeats: null,
    inARow: 2,
    from: "",
    to: "",
    squareMetres: null,
  });
  const { found, start, stop } = useSearch<FoundRoutines, RoutineQuestion, FoundRoutines, FoundRoutines>(
    ROUTINE_SEARCH,
  );
  const [isAsked, setAsked] = useState(false);
  const wish = (about: Partial<Wishes>) => setWishes({ ...wishes, ...about });
  const tooBig = useMemo(() => {
    const { squareMetres } = wishes;
    return squareMetres === null
      ? new Set<string>()
      : new Set(
          figures.flatMap(({ id, figure }) => (squareMetresOf(figure, dance) > squareMetres ? [id] : [])),
        );
  }, [figures, dance, wishes]);
  const ranks = useMemo(() => {
    const order = { basic: 0, pattern: 1, turn: 2 } as Readonly<Record<string, number>>;
    return library.records.map(({ id, kind }): [string, number] => [id, order[kind] ?? 3]);
  }, [library.records]);
  const inHold = (hold: string) =>
    hold === "" ? undefined : graph.states.flatMap((state, at) => (state.hold === hold ? [at] : []));
  const search = () => {
    setAsked(true);
    const small: TransitionGraph = {
      states: graph.states,
      arcs: graph.arcs.filter(({ figureId }) => figureId === null || !tooBig.has(figureId)),
    };
    void start({
      graph: small,
      wanted: [...chosen].filter((id) => !tooBig.has(id)),
      options: {
        loops: wishes.loops,
        phraseBeats: wishes.phraseBeats,
        facesAgain: wishes.facesAgain,
        mostBeats: wishes.mostBeats ?? undefined,
        ...(wishes.loops ? {} : { from: inHold(wishes.from), to: inHold(wishes.to) }),
      },
      preferences: {
        inARow: wishes.inARow,
        rank: ranks,
        needs: library.records.map(({ id, needs }) => [id, needs] as const),
        ...(wishes.from === "" || !wishes.loops ? {} : { from: inHold(wishes.from) }),
      },
      seconds: SECONDS,
    });
  };
  const isRunning = isAsked && (found === null || found.running);
  const take = (routine: FoundRoutine) => {
    edit.edit({
      items: walkAsItems(graph, routine.walk),
      loops: wishes.loops,
      phraseBeats: wishes.phraseBeats,
    });
    onClose();
  };
  return { builder, chosen, setChosen, wishes, wish, tooBig, found, isRunning, search, stop, take };
}
/** A routine that is looked for. */
export type Making = ReturnType<typeof useMake>;
