import type { CoupleLimits, Hold } from "../hold/index.ts";
import { type LimitsByTier, TEMPO_LIMITS } from "./tempo-limits.ts";

/** An element as a studio writes it for one of its dances. */
export interface OwnElement {
  readonly name: string;
  readonly otherNames: readonly string[];
  /** Its steps from the left foot, as notation without a role; `go` before a direction that may be said with it. */
  readonly steps: string;
}

/** What the arithmetic needs to know of a dance. Lengths are in beats, tempi in beats per minute. */
export interface Dance {
  readonly name: string;
  /** Beats to the bar. */
  readonly meter: number;
  readonly phraseBeats: number;
  /** Beats of a slow and of a quick step. */
  readonly slowBeats: number;
  readonly quickBeats: number;
  readonly slowestBpm: number;
  readonly fastestBpm: number;
  /** No fixed beat: counts are only an order, phrase and tempo do not apply. */
  readonly freeTimed: boolean;
  /** The count of the figures as written that the house calls count 1. */
  readonly countFrom: number;
  /** `&` and `a` lie at two thirds of the beat instead of half and three quarters. */
  readonly swung: boolean;
  /** Danced without a partner: steps without a role are solo. */
  readonly alone: boolean;
  readonly holds: readonly Hold[];
  /** Elements of the studio beside those that ship. */
  readonly ownElements: readonly OwnElement[];
  /** What dancers of the studio manage at a tempo, where it states it; otherwise `TEMPO_LIMITS`. */
  readonly tempoLimits?: LimitsByTier | undefined;
  /** How far arms reach and how long steps are, where the studio states it; otherwise `COUPLE_LIMITS`. */
  readonly coupleLimits?: CoupleLimits | undefined;
}

/**
 * What the studio's dancers manage at a tempo: as it states it, or what ships.
 * @example
 * limitsOf(DANCE)[1].changes // 3.6
 */
export const limitsOf = ({ tempoLimits }: Pick<Dance, "tempoLimits">): LimitsByTier =>
  tempoLimits ?? TEMPO_LIMITS;
