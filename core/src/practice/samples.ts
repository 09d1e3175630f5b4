import type { PulseSound } from "./pulse.ts";
import type { PracticeTrack } from "./track.ts";

/** How a sound of the pulse is made. */
export interface Tone {
  /** Pitch, in hertz. */
  readonly hertz: number;
  /** Loudness as it begins, 0 to 1. */
  readonly loud: number;
}

/** What each kind of sound is. */
export const TONES: Readonly<Record<PulseSound["kind"], Tone>> = {
  accent: { hertz: 1568, loud: 0.5 },
  beat: { hertz: 1047, loud: 0.22 },
  between: { hertz: 784, loud: 0.1 },
};

/** Seconds that a sound lasts. */
export const TONE_SECONDS = 0.06;
/** The loudness at which a sound is over. */
export const TONE_END = 0.001;

/**
 * A track as samples from -1 to 1: each sound is a sine that dies away exponentially from its beginning.
 * @param rate samples per second
 * @example
 * trackSamples(practiceTrack({ bpm: 120, meter: 4, pulse: { cycle: 4, accents: new Set() },
 *   beats: 4, rounds: 1, calls: [] }), 8000).length // 16000
 */
export function trackSamples({ bpm, seconds, sounds }: PracticeTrack, rate: number): Float32Array {
  const samples = new Float32Array(Math.round(seconds * rate));
  for (const { beat, kind } of sounds) {
    const { hertz, loud } = TONES[kind];
    const start = Math.round(((beat * 60) / bpm) * rate);
    const fading = Math.log(TONE_END / loud) / TONE_SECONDS;
    for (let at = 0; at < TONE_SECONDS * rate && start + at < samples.length; at++) {
      const time = at / rate;
      const wave = Math.sin(2 * Math.PI * hertz * time) * loud * Math.exp(fading * time);
      samples[start + at] = Math.max(-1, Math.min(1, (samples[start + at] ?? 0) + wave));
    }
  }
  return samples;
}
