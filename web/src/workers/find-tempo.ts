import { type SteadyTempo, steadyTempo } from "@map-step/core/practice";
import MusicTempo from "music-tempo";

/**
 * The tempo of some music; `null` where no beat can be found.
 * @param samples at `TEMPO_RATE`
 */
export function findTempo(samples: Float32Array): SteadyTempo | null {
  // Silence, or less than a few seconds, has no beats, which the finder says by failing.
  try {
    const { beats, events } = new MusicTempo(samples);
    return steadyTempo(beats, events);
  } catch {
    return null;
  }
}
