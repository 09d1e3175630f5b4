import { swingShare } from "../time/index.ts";

/** What sounds between two beats: nothing, the half, or the last third as music that swings has it. */
export const OFFBEATS = ["nothing", "even", "swung"] as const;
/** One of `OFFBEATS`. */
export type Offbeat = (typeof OFFBEATS)[number];

/** How the music of a practice sounds. */
export interface Pulse {
  /** Counts of the music until it begins again with 1, such as 8. */
  readonly cycle: number;
  /** Counts that are struck harder. */
  readonly accents: ReadonlySet<number>;
  /** Counts that sound; all where nothing is said. What is counted in sounds in any case. */
  readonly sounding?: ReadonlySet<number> | undefined;
  /** Nothing where nothing is said. */
  readonly between?: Offbeat | undefined;
  /** Beats that are counted in before the first; none where nothing is said. */
  readonly countIn?: number | undefined;
}

/** One sound of the pulse. */
export interface PulseSound {
  /** Beats from the first; below 0 while it is counted in, in part between two beats. */
  readonly beat: number;
  /** The count of the music that it belongs to, from 1. */
  readonly count: number;
  readonly kind: "accent" | "beat" | "between";
}

/** How far after the beat it sounds, in beats; swing flattens as the music gets faster. */
const afterBeat = (between: Exclude<Offbeat, "nothing">, bpm: number): number =>
  between === "even" ? 1 / 2 : 1 - swingShare(bpm);

/**
 * The sounds whose beats lie in `[from, to)`, in order. A count that is silent has none after it either.
 * @param from beats from the first, below 0 while it is counted in
 * @param bpm beats per minute, above 0
 * @example
 * pulseBetween(0, 2, { cycle: 4, accents: new Set([1]) }, 120)
 * // [{ beat: 0, count: 1, kind: "accent" }, { beat: 1, count: 2, kind: "beat" }]
 */
export function pulseBetween(
  from: number,
  to: number,
  { cycle, accents, sounding, between = "nothing", countIn = 0 }: Pulse,
  bpm: number,
): PulseSound[] {
  const sounds: PulseSound[] = [];
  for (let beat = Math.max(-countIn, Math.floor(from)) + 0; beat < to; beat++) {
    const count = (((beat % cycle) + cycle) % cycle) + 1;
    if (beat >= 0 && sounding && !sounding.has(count)) continue;
    if (beat >= from) sounds.push({ beat, count, kind: accents.has(count) ? "accent" : "beat" });
    if (beat < 0 || between === "nothing") continue;
    const after = beat + afterBeat(between, bpm);
    if (after >= from && after < to) sounds.push({ beat: after, count, kind: "between" });
  }
  return sounds;
}
