/** How a stretch of dancing fits into a song. */
export interface SongFit {
  /** Whole beats in the song. */
  readonly beats: number;
  /** How often the stretch is danced through. */
  readonly loops: number;
  /** Whole beats of music after the last time through. */
  readonly beatsLeft: number;
}

/**
 * How often a stretch of so many beats fits into a song.
 * @param beats length of the stretch, above 0
 * @param seconds length of the song
 * @example
 * songFit(6, 120, 180) // { beats: 360, loops: 60, beatsLeft: 0 }
 */
export function songFit(beats: number, bpm: number, seconds: number): SongFit {
  if (beats <= 0 || bpm <= 0) throw new RangeError("a stretch and a beat last longer than nothing");
  // The small addend keeps a song that ends exactly on a beat from losing it to rounding.
  const whole = Math.floor((seconds * bpm) / 60 + 1e-9);
  const loops = Math.floor(whole / beats);
  return { beats: whole, loops, beatsLeft: whole - loops * beats };
}

/**
 * A length of time as people write it: `3:05`.
 * @example
 * minutesAndSeconds(185) // "3:05"
 */
export function minutesAndSeconds(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}

/**
 * Reads `3:05`, or a number of seconds; `null` when it is neither.
 * @example
 * readMinutesAndSeconds("3:05") // 185
 */
export function readMinutesAndSeconds(text: string): number | null {
  const match = /^\s*(?:(\d{1,3}):)?(\d{1,4})\s*$/.exec(text);
  if (!match || (match[1] !== undefined && Number(match[2]) > 59)) return null;
  return Number(match[1] ?? 0) * 60 + Number(match[2]);
}
