import { TICKS_PER_BEAT, type Ticks } from "./ticks.ts";

/** A stretch of counts danced over and over, in ticks from count 1. */
export interface Loop {
  readonly from: Ticks;
  readonly to: Ticks;
}

/**
 * Whole beats of music, at `bpm`, in so many seconds.
 * @example
 * beatsAfter(30, 120) // 60
 */
export const beatsAfter = (seconds: number, bpm: number): number => (seconds * bpm) / 60;

/**
 * Where a loop stands so many beats after it began.
 * @param beats since the music began, from 0, also in part
 * @example
 * loopPosition({ from: 0, to: 96 }, 5) // 24
 */
export function loopPosition({ from, to }: Loop, beats: number): Ticks {
  const length = to - from;
  return from + ((beats * TICKS_PER_BEAT) % length);
}
