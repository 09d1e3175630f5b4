import { type Pulse, type PulseSound, pulseBetween } from "./pulse.ts";

/** Something that is called within a round. */
export interface TrackCall {
  /** Beats from the first of the round; below 0 in the round before, or while it is counted in. */
  readonly beat: number;
  readonly text: string;
}

/** What a practice track is made of. */
export interface TrackSettings {
  /** Beats per minute, above 0. */
  readonly bpm: number;
  /** Beats of a bar. */
  readonly meter: number;
  readonly pulse: Pulse;
  /** Beats of one round, above 0, and how many rounds. */
  readonly beats: number;
  readonly rounds: number;
  readonly calls: readonly TrackCall[];
}

/** A practice track to take along, in beats from its own beginning, which is the first that is counted in. */
export interface PracticeTrack {
  readonly bpm: number;
  readonly meter: number;
  /** Beats in all, and seconds. */
  readonly beats: number;
  readonly seconds: number;
  readonly sounds: readonly PulseSound[];
  readonly calls: readonly TrackCall[];
}

/**
 * A track of some rounds with its count-in. Calls that would come before the track begins come as it begins.
 * @example
 * practiceTrack({ bpm: 120, meter: 4, pulse: { cycle: 4, accents: new Set(), countIn: 4 },
 *   beats: 8, rounds: 2, calls: [] }).seconds // 10
 */
export function practiceTrack({ bpm, meter, pulse, beats, rounds, calls }: TrackSettings): PracticeTrack {
  const countIn = pulse.countIn ?? 0;
  const all = countIn + beats * rounds;
  return {
    bpm,
    meter,
    beats: all,
    seconds: (all * 60) / bpm,
    sounds: pulseBetween(-countIn, beats * rounds, pulse, bpm).map((sound) => ({
      ...sound,
      beat: sound.beat + countIn,
    })),
    calls: Array.from({ length: rounds }, (_, round) => countIn + round * beats)
      .flatMap((start) => calls.map(({ beat, text }) => ({ beat: Math.max(0, start + beat), text })))
      .sort((a, b) => a.beat - b.beat),
  };
}
