import type { Hold } from "./hold.ts";

/**
 * What people do, in metres between the middles of two dancers' feet and as shares of a usual step: stated defaults,
 * not measurements. Everything that follows from them is an estimate.
 */
export interface CoupleLimits {
  /** How far apart two may be who are joined, by how they are. */
  readonly reach: {
    readonly close: number;
    readonly twoHands: number;
    readonly oneHand: number;
    readonly beside: number;
    readonly closeBeside: number;
    readonly shadow: number;
  };
  /** Two bodies are never nearer than this. */
  readonly apart: number;
  /** The shortest and the longest step, as shares of the usual one. */
  readonly shortest: number;
  readonly longest: number;
  /** How far a step may go aside. */
  readonly aside: number;
}

/** The limits with which a studio begins. */
export const COUPLE_LIMITS: CoupleLimits = {
  reach: { close: 0.75, twoHands: 1.2, oneHand: 1.5, beside: 1, closeBeside: 0.75, shadow: 0.8 },
  apart: 0.3,
  shortest: 0.2,
  longest: 2,
  aside: 0.15,
};

/**
 * How far apart two may be in a hold, in metres; `null` where nothing joins them.
 * @example
 * reachOf(USUAL_HOLDS[1], COUPLE_LIMITS) // 1.2
 */
export function reachOf({ hands, close, facing }: Hold, { reach }: CoupleLimits): number | null {
  if (hands === 0 && !close) return null;
  if (facing === "shadow") return reach.shadow;
  if (facing === "beside") return close ? reach.closeBeside : reach.beside;
  if (close) return reach.close;
  return hands >= 2 ? reach.twoHands : reach.oneHand;
}
