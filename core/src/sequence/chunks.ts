import { callSheet } from "./call-sheet.ts";
import type { DancedFigure, FigureItem } from "./sequence.ts";

/** Some phrases of a routine, to be taught at one time. */
export interface Chunk {
  /** Its phrases, from 1. */
  readonly firstPhrase: number;
  readonly lastPhrase: number;
  readonly beats: number;
  /** Its figures in order, each with its repeats. */
  readonly figures: readonly Pick<FigureItem, "figureId" | "counts" | "side" | "times">[];
}

/**
 * A round in chunks by phrase: as many phrases in each as share them out evenly. A figure belongs to the chunk in which it
 * begins; a chunk in which none begins goes to the one before.
 * @param most at most so many chunks, at least 1
 * @example
 * chunksOf(roundOf(SEQUENCE.items, () => BASIC), 8, 2).map(({ firstPhrase }) => firstPhrase) // [1, 3]
 */
export function chunksOf(danced: readonly DancedFigure[], phraseBeats: number, most: number): Chunk[] {
  const calls = callSheet(danced, phraseBeats);
  const beats = danced.reduce((sum, one) => sum + one.beats, 0);
  const phrases = Math.max(1, Math.ceil(beats / phraseBeats));
  const each = Math.ceil(phrases / Math.max(1, most));
  const chunks: Chunk[] = [];
  for (let first = 1; first <= phrases; first += each) {
    const last = Math.min(phrases, first + each - 1);
    const figures = calls.filter(({ phrase }) => phrase >= first && phrase <= last);
    const own = Math.min(beats, last * phraseBeats) - (first - 1) * phraseBeats;
    const before = chunks.at(-1);
    if (figures.length === 0 && before)
      chunks[chunks.length - 1] = { ...before, lastPhrase: last, beats: before.beats + own };
    else chunks.push({ firstPhrase: first, lastPhrase: last, beats: own, figures });
  }
  return chunks;
}
