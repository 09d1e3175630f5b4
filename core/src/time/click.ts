import { TICKS_PER_BEAT, type Ticks } from "./ticks.ts";

/** A stretch of counts danced over and over, in ticks from count 1. */
export interface Loop {
  readonly from: Ticks;
  readonly to: Ticks;
}

/** One click of the track. */
export interface Click {
  /** Whole beats since the music began, from 0. */
  readonly beat: number;
  /** The count of the music, from 1, which goes on whatever is danced to it. */
  readonly musicCount: number;
  readonly accent: boolean;
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

/**
 * The clicks whose beats lie in `[from, to)`.
 * @param cycle counts of the music until it begins again with 1, such as 8
 * @param accents counts of the music that are struck harder
 * @example
 * clicksBetween(0, 2, 4, new Set([1]))
 * // [{ beat: 0, musicCount: 1, accent: true }, { beat: 1, musicCount: 2, accent: false }]
 */
export function clicksBetween(
  from: number,
  to: number,
  cycle: number,
  accents: ReadonlySet<number>,
): Click[] {
  const clicks: Click[] = [];
  for (let beat = Math.max(0, Math.ceil(from)); beat < to; beat += 1) {
    const musicCount = (beat % cycle) + 1;
    clicks.push({ beat, musicCount, accent: accents.has(musicCount) });
  }
  return clicks;
}
