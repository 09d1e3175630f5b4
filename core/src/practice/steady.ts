/** How far a tempo that was found can be trusted. */
export type Sureness = "sure" | "likely" | "unsure";

/** A tempo that was found in music. */
export interface SteadyTempo {
  /** Beats per minute. */
  readonly bpm: number;
  /** The first beat, in seconds from the beginning; at least 0 and below one beat. */
  readonly first: number;
  /** Seconds to either side by which the beats that were found lie off a steady pulse (root mean square). */
  readonly spread: number;
  /** Share of the beats, 0 to 1, on which something is heard to begin. */
  readonly heard: number;
  readonly sureness: Sureness;
}

/** At so many times its tempo the same music may be counted as well. */
export const OTHER_COUNTS = [1 / 2, 2, 2 / 3, 3 / 2, 3] as const;

/**
 * How sure a tempo is as that of a dance. A steady pulse says nothing of whether it is counted so, or at half or double:
 * only what the dance is danced to does, where no other way to count lies within it.
 * @param usual the tempi of the dance, in beats per minute; `null` where nothing is known of them
 * @example
 * surenessFor({ bpm: 112, sureness: "sure" }, { slowestBpm: 100, fastestBpm: 130 }) // "sure"
 */
export function surenessFor(
  { bpm, sureness }: Pick<SteadyTempo, "bpm" | "sureness">,
  usual: { readonly slowestBpm: number; readonly fastestBpm: number } | null,
): Sureness {
  if (sureness !== "sure") return sureness;
  const fits = (one: number) => usual !== null && one >= usual.slowestBpm && one <= usual.fastestBpm;
  return fits(bpm) && OTHER_COUNTS.every((times) => !fits(bpm * times)) ? "sure" : "likely";
}

/** Seconds within which the beginning of a sound belongs to a beat. */
const NEAR = 0.04;

/**
 * The steady pulse that lies closest to beats that were found (least squares over their places), and how sure it is:
 * `sure` where four of five beats are heard and none strays by more than 20 ms, `likely` where half are and 60 ms.
 * @param beats seconds, rising, one after the other without a gap
 * @param onsets seconds at which something is heard to begin, rising
 * @returns `null` for fewer than four beats
 * @example
 * steadyTempo([0.5, 1, 1.5, 2], [0.5, 1, 1.5, 2])?.bpm // 120
 */
export function steadyTempo(beats: readonly number[], onsets: readonly number[]): SteadyTempo | null {
  const many = beats.length;
  if (many < 4) return null;
  const middle = (many - 1) / 2;
  const mean = beats.reduce((sum, at) => sum + at, 0) / many;
  let [above, below] = [0, 0];
  beats.forEach((at, index) => {
    above += (index - middle) * (at - mean);
    below += (index - middle) ** 2;
  });
  const period = above / below;
  const origin = mean - middle * period;
  const spread = Math.sqrt(
    beats.reduce((sum, at, index) => sum + (at - origin - index * period) ** 2, 0) / many,
  );
  const heard = beats.filter((at) => onsets.some((onset) => Math.abs(onset - at) <= NEAR)).length / many;
  const sureness =
    heard >= 0.8 && spread <= 0.02 ? "sure" : heard >= 0.5 && spread <= 0.06 ? "likely" : "unsure";
  return {
    bpm: 60 / period,
    first: origin - Math.floor(origin / period) * period,
    spread,
    heard,
    sureness,
  };
}
