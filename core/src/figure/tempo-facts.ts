import type { Figure } from "../notation/index.ts";
import {
  barsPerMinute,
  beatsToTicks,
  COMFORTABLE_GAP_MS,
  type Dance,
  fastestTempo,
  millisecondsAt,
  TIERS,
  type Ticks,
  type Tier,
} from "../time/index.ts";
import { figureFacts } from "./facts.ts";

/** What a figure asks of dancers at one tempo. */
export interface TempoFacts {
  readonly bpm: number;
  readonly barsPerMinute: number;
  /** Length of one time through, in seconds. */
  readonly seconds: number;
  /** Milliseconds between the two weight changes that lie closest; null when there are fewer than two. */
  readonly shortestGapMs: number | null;
  /** The tiers whose dancers manage that without rushing. */
  readonly comfortableFor: readonly Tier[];
}

/**
 * A figure at a tempo; null when it is danced in one's own time.
 * @param bpm beats per minute, above 0
 * @example
 * tempoFacts(BASIC, DANCE, 120).shortestGapMs // 500
 */
export function tempoFacts(figure: Figure, dance: Dance, bpm: number): TempoFacts | null {
  const { beats, shortestGap, timed } = figureFacts(figure, dance);
  if (!timed) return null;
  const gapMs = shortestGap === null ? null : millisecondsAt(beatsToTicks(shortestGap), bpm);
  return {
    bpm,
    barsPerMinute: barsPerMinute(bpm, dance.meter),
    seconds: (beats * 60) / bpm,
    shortestGapMs: gapMs === null ? null : Math.round(gapMs),
    comfortableFor: TIERS.filter((tier) => gapMs === null || gapMs >= COMFORTABLE_GAP_MS[tier]),
  };
}

/** The tempi at which one way of footwork is the best choice, in whole beats per minute. */
export interface VariantRange<T> {
  readonly variant: T;
  readonly from: number;
  readonly to: number;
}

/**
 * Among the footwork variants of one figure, which suits which tempo: of those that are comfortable at a
 * tempo, the one whose steps lie closest, since it fills the music best.
 * @param variants each with its shortest gap in beats
 * @returns ranges that do not overlap, slowest first; a variant that never is the best choice has none
 * @example
 * variantRanges([{ shortestGap: 1 }, { shortestGap: 0.5 }], { slowestBpm: 90, fastestBpm: 140 }, 1).map(({ from, to }) => [from, to])
 * // [[90, 100], [101, 140]]
 */
export function variantRanges<T extends { readonly shortestGap: number | null }>(
  variants: readonly T[],
  { slowestBpm, fastestBpm }: Pick<Dance, "slowestBpm" | "fastestBpm">,
  tier: Tier,
): VariantRange<T>[] {
  const limit = ({ shortestGap }: T): number =>
    shortestGap === null
      ? fastestBpm
      : Math.min(fastestBpm, fastestTempo(beatsToTicks(shortestGap) as Ticks, COMFORTABLE_GAP_MS[tier]));
  const ranges: VariantRange<T>[] = [];
  let from = slowestBpm;
  const gapOf = ({ shortestGap }: T): number => shortestGap ?? Number.POSITIVE_INFINITY;
  for (const variant of [...variants].sort((a, b) => gapOf(a) - gapOf(b))) {
    const to = limit(variant);
    if (to >= from) ranges.push({ variant, from, to });
    from = Math.max(from, to + 1);
  }
  return ranges;
}
