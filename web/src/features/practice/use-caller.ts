import { calledRound, drawnPicks } from "@map-step/core/practice";
import {
  choiceItemsOf,
  type FigureOf,
  type Picks,
  roundOf,
  type SequenceItem,
} from "@map-step/core/sequence";
import type { Dance } from "@map-step/core/time";
import { useCallback, useMemo, useState } from "react";
import { DEAL_LENGTHS, type DrillFigures, dealtRound, drillOf } from "./deal.ts";
import type { Mode } from "./modes.ts";
import { type Called, useCalled } from "./use-called.ts";

/** A routine as the caller needs it. */
export interface Routine {
  readonly items: readonly SequenceItem[];
  readonly phraseBeats: number;
  readonly figureOf: FigureOf;
  readonly nameOf: (figureId: string) => string;
}

/** One figure may stand so often in a row in what is dealt. */
const IN_A_ROW = 2;

interface Options {
  readonly mode: Mode;
  readonly dance: Dance;
  readonly routine: Routine | undefined;
  readonly drill: DrillFigures | undefined;
}

/** What the caller says, and how far ahead; who decides the choices; what is dealt. */
export function useCallerSettings({ mode, dance, routine, drill }: Options) {
  const [ahead, setAhead] = useState(dance.meter);
  const [byHand, setByHand] = useState<Picks>({});
  const [chosen, setChosen] = useState<readonly string[]>(drill?.first ?? []);
  const [askedBeats, setAskedBeats] = useState<number | null>(null);
  const isDealt = mode === "vary" && drill !== undefined;
  const dealer = useMemo(
    () =>
      drillOf(
        isDealt ? drill.figures.filter(({ id }) => chosen.includes(id)) : [],
        dance,
        askedBeats === null ? DEAL_LENGTHS : [askedBeats],
        IN_A_ROW,
      ),
    [isDealt, drill, chosen, dance, askedBeats],
  );
  const next = useCallback(
    (from: number) => {
      if (mode === "vary") return dealtRound(dealer, dance.phraseBeats, from, Math.random);
      if (!routine) return null;
      const picks = { ...drawnPicks(routine.items, Math.random), ...byHand };
      return calledRound(roundOf(routine.items, routine.figureOf, picks), routine.phraseBeats, from);
    },
    [mode, dealer, dance.phraseBeats, routine, byHand],
  );
  const nameOf = (mode === "vary" ? drill?.nameOf : routine?.nameOf) ?? String;
  return {
    ahead,
    setAhead,
    choices: useMemo(() => choiceItemsOf(routine?.items ?? []), [routine]),
    byHand,
    /** `undefined` lets the choice be drawn again. */
    decide: (id: string, pick: number | null | undefined) =>
      setByHand((before) => {
        const { [id]: _gone, ...rest } = before;
        return pick === undefined ? rest : { ...rest, [id]: pick };
      }),
    next,
    nameOf,
    vary: {
      chosen,
      onChosen: setChosen,
      onBeats: setAskedBeats,
      drill: dealer,
    },
  };
}

type Settings = ReturnType<typeof useCallerSettings>;

export interface Caller extends Settings {
  /** `null` where nothing is called. */
  readonly called: Called | null;
}

/** The caller at work. */
export function useCaller(settings: Settings, mode: Mode, beats: number | null): Caller {
  const isCalled = mode === "caller" || mode === "vary";
  const called = useCalled(isCalled ? beats : null, settings.ahead, settings.next);
  return { ...settings, called: isCalled ? called : null };
}
