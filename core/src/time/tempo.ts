import { TICKS_PER_BEAT, type Ticks } from "./ticks.ts";

/** Figure levels, from the first lesson on. The number is the tier kept with a figure. */
export const TIERS = [1, 2, 3, 4] as const;
/** One of `TIERS`. */
export type Tier = (typeof TIERS)[number];
/** How a tier is called. */
export const TIER_NAMES: Readonly<Record<Tier, string>> = {
  1: "beginner",
  2: "improver",
  3: "intermediate",
  4: "advanced",
};

/**
 * How long a stretch of ticks lasts at a tempo, in milliseconds.
 * @example
 * millisecondsAt(12, 120) // 250
 */
export const millisecondsAt = (ticks: Ticks, beatsPerMinute: number): number =>
  (ticks * 60_000) / (TICKS_PER_BEAT * beatsPerMinute);

/**
 * Bars per minute, to one decimal, of a tempo in beats per minute.
 * @example
 * barsPerMinute(120, 4) // 30
 */
export const barsPerMinute = (beatsPerMinute: number, meter: number): number =>
  Math.round((beatsPerMinute * 10) / meter) / 10;
