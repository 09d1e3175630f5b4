import type { Dance } from "./dance.ts";
import { TICKS_PER_BEAT, type Ticks } from "./ticks.ts";

/** A rhythm that was tapped: where its steps lie, and at which tempo. */
export interface TappedRhythm {
  /** Onsets in ticks from count 1, the first of them 0. */
  readonly onsets: readonly Ticks[];
  /** Beats per minute at which the taps fit best. */
  readonly bpm: number;
  /** Whole beats until the rhythm is over. */
  readonly beats: number;
}

/** The moments of a beat on which steps may lie, each with what it costs to be believed. */
const moments = (swung: boolean): readonly (readonly [Ticks, number])[] =>
  swung
    ? [
        [0, 0],
        [16, 0.004],
        [8, 0.02],
      ]
    : [
        [0, 0],
        [12, 0.004],
        [6, 0.03],
        [18, 0.02],
      ];

/** The moment nearest to a place in beats, and how far off it was, in beats squared. */
function nearest(beats: number, places: readonly (readonly [Ticks, number])[]): { at: Ticks; cost: number } {
  let best = { at: 0, cost: Number.POSITIVE_INFINITY };
  for (const whole of [Math.floor(beats), Math.ceil(beats)])
    for (const [part, price] of places) {
      const off = beats - whole - part / TICKS_PER_BEAT;
      const cost = off * off + price;
      if (cost < best.cost) best = { at: whole * TICKS_PER_BEAT + part, cost };
    }
  return best;
}

/**
 * The rhythm that somebody tapped, laid on the counts of a dance: of all tempi between its slowest and fastest the one
 * at which the taps lie nearest to beats and their parts (least squares, plainer parts of the beat preferred).
 * @param taps moments in milliseconds, rising; the first is count 1
 * @returns null with fewer than two taps, or when two fall on one moment at every tempo
 * @example
 * rhythmOfTaps([0, 500, 1000, 1250, 1500], DANCE).onsets // [0, 24, 48, 60, 72]
 */
export function rhythmOfTaps(
  taps: readonly number[],
  { slowestBpm, fastestBpm, swung }: Pick<Dance, "slowestBpm" | "fastestBpm" | "swung">,
): TappedRhythm | null {
  const [first] = taps;
  if (first === undefined || taps.length < 2) return null;
  const places = moments(swung);
  let best: (TappedRhythm & { readonly cost: number }) | null = null;
  for (let bpm = slowestBpm; bpm <= fastestBpm; bpm++) {
    const found = taps.map((tap) => nearest(((tap - first) * bpm) / 60_000, places));
    const onsets = found.map(({ at }) => at);
    if (onsets.some((at, index) => index > 0 && at <= (onsets[index - 1] as Ticks))) continue;
    const cost = found.reduce((sum, one) => sum + one.cost, 0);
    if (best && cost >= best.cost) continue;
    const beats = Math.floor((onsets.at(-1) as Ticks) / TICKS_PER_BEAT) + 1;
    best = { onsets, bpm, beats, cost };
  }
  return best && { onsets: best.onsets, bpm: best.bpm, beats: best.beats };
}
