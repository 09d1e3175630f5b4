import { type CalledRound, type CallerNow, callerAt } from "@map-step/core/practice";
import type { DancedFigure } from "@map-step/core/sequence";
import { useEffect, useMemo, useState } from "react";

/** What is called while music plays. */
export interface Called extends CallerNow {
  /** What is danced now, and how many beats it has been danced. */
  readonly danced: DancedFigure | null;
  readonly gone: number;
}

const EMPTY: readonly CalledRound[] = [];

/**
 * Rounds one after the other, each decided only when it has to be said.
 * @param beats since the first; `null` while it is silent
 * @param next a round that begins on a beat; `null` where there is none
 */
export function useCalled(
  beats: number | null,
  ahead: number,
  next: (from: number) => CalledRound | null,
): Called {
  const [rounds, setRounds] = useState(EMPTY);
  const isSilent = beats === null;
  useEffect(() => {
    if (isSilent) setRounds(EMPTY);
  }, [isSilent]);
  const end = rounds.reduce((last, { from, beats: own }) => Math.max(last, from + own), 0);
  const isDue = beats !== null && beats + ahead >= end;
  useEffect(() => {
    if (!isDue) return;
    const more = next(end);
    if (more && more.beats > 0) setRounds((before) => [...before.slice(-2), more]);
  }, [isDue, end, next]);
  return useMemo(() => {
    const at = beats ?? -1;
    const round = rounds.findLast(({ from }) => from <= at);
    const danced = round?.danced.findLast(({ from }) => round.from + from <= at) ?? null;
    return {
      ...callerAt(rounds, at, ahead),
      danced,
      gone: round && danced ? at - round.from - danced.from : 0,
    };
  }, [rounds, beats, ahead]);
}
