import { tempoFacts } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";
import { type Asked, barsPerMinute, type Dance, type Tier } from "../time/index.ts";

/** One tempo at which a new figure is danced before it is danced at speed. */
export interface Rung {
  readonly bpm: number;
  readonly barsPerMinute: number;
  readonly asked: Asked;
  /** Tiers whose dancers manage it without rushing. */
  readonly comfortableFor: readonly Tier[];
}

/** Where the ladder begins, as a share of the tempo it climbs to, and the most that one rung adds to the one before. */
export const SLOW_SHARE = 0.6;
const MOST_STEP = 1.2;

/**
 * The tempi over which a new figure is brought up to speed: from 60 % of the target in even ratios of at most a
 * fifth more each, to the target itself. Stated defaults of the product. Nothing for a figure in its own time.
 * @param targetBpm beats per minute, above 0
 * @example
 * tempoLadder(BASIC, DANCE, 110).map(({ bpm }) => bpm) // [66, 78, 93, 110]
 */
export function tempoLadder(figure: Figure, dance: Dance, targetBpm: number): Rung[] {
  if (tempoFacts(figure, dance, targetBpm) === null) return [];
  const rungs = Math.ceil(Math.log(1 / SLOW_SHARE) / Math.log(MOST_STEP));
  const tempi = Array.from({ length: rungs + 1 }, (_, at) =>
    Math.round(targetBpm * SLOW_SHARE ** (1 - at / rungs)),
  );
  return [...new Set(tempi)].flatMap((bpm) => {
    const facts = tempoFacts(figure, dance, bpm);
    return facts
      ? {
          bpm,
          barsPerMinute: barsPerMinute(bpm, dance.meter),
          asked: facts.asked,
          comfortableFor: facts.comfortableFor,
        }
      : [];
  });
}
