import { type PulseSound, TONE_END, TONE_SECONDS, TONES } from "@map-step/core/practice";

/**
 * Makes one short tone.
 * @param at seconds on the context's own clock
 * @returns takes it back, if it has not begun
 */
export function strike(context: BaseAudioContext, at: number, kind: PulseSound["kind"]): () => void {
  const tone = context.createOscillator();
  const loudness = context.createGain();
  const { hertz, loud } = TONES[kind];
  tone.frequency.value = hertz;
  loudness.gain.setValueAtTime(loud, at);
  loudness.gain.exponentialRampToValueAtTime(TONE_END, at + TONE_SECONDS);
  tone.connect(loudness).connect(context.destination);
  tone.start(at);
  tone.stop(at + TONE_SECONDS + 0.01);
  return () => {
    if (context.currentTime < at) tone.disconnect();
  };
}
