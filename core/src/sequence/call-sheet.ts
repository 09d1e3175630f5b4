import type { DancedFigure } from "./sequence.ts";

/** A figure as it is called: its repeats, where it begins, and where it is said. */
export interface CalledFigure {
  readonly itemId: string;
  readonly figureId: string;
  readonly side: DancedFigure["item"]["side"];
  readonly counts: DancedFigure["item"]["counts"];
  readonly note: string;
  readonly times: number;
  /** The beat on which it begins, from 0, and how many beats it lasts with its repeats. */
  readonly from: number;
  readonly beats: number;
  /** The phrase and the count within it on which it begins, both from 1. */
  readonly phrase: number;
  readonly count: number;
  /** The beat on which it is said; below 0 in the music before the first count, or at the end of the round before. */
  readonly saidAt: number;
  /** Whether it is a choice of the dancer. */
  readonly chosen: boolean;
}

/**
 * What a caller says in one round, figure by figure, each said a number of beats before it begins.
 * @param ahead beats, one phrase where nothing else is asked
 * @example
 * callSheet(roundOf(SEQUENCE.items, () => BASIC), 8).map(({ times }) => times) // [2, 1]
 */
export function callSheet(
  danced: readonly DancedFigure[],
  phraseBeats: number,
  ahead = phraseBeats,
): CalledFigure[] {
  const calls: CalledFigure[] = [];
  for (const { item, time, from, beats, within } of danced) {
    const last = calls.at(-1);
    if (time > 0 && last?.itemId === item.id) {
      calls[calls.length - 1] = { ...last, times: last.times + 1, beats: last.beats + beats };
      continue;
    }
    calls.push({
      itemId: item.id,
      figureId: item.figureId,
      side: item.side,
      counts: item.counts,
      note: item.note,
      times: 1,
      from,
      beats,
      phrase: Math.floor(from / phraseBeats) + 1,
      count: (from % phraseBeats) + 1,
      saidAt: from - ahead,
      chosen: within.length > 0,
    });
  }
  return calls;
}
