import type { Figure } from "../notation/index.ts";
import {
  type Asked,
  askedAt,
  barsPerMinute,
  type Dance,
  fastestFor,
  limitsOf,
  type Pace,
  passedLimit,
  type TempoLimits,
  type Tier,
  tiersFor,
} from "../time/index.ts";
import { figureFacts } from "./facts.ts";

/** What a figure asks of dancers at one tempo. */
export interface TempoFacts {
  readonly bpm: number;
  readonly barsPerMinute: number;
  /** Length of one time through, in seconds. */
  readonly seconds: number;
  readonly asked: Asked;
  /** The tiers whose dancers manage that without rushing. */
  readonly comfortableFor: readonly Tier[];
  /** What the most advanced tier that does not manage it would pass first; null where all of them manage it. */
  readonly limit: { readonly tier: Tier; readonly by: keyof TempoLimits } | null;
}

/**
 * A figure at a tempo; null when it is danced in one's own time.
 * @param bpm beats per minute, above 0
 * @example
 * tempoFacts(BASIC, DANCE, 120).asked.onBeat // 500
 */
export function tempoFacts(figure: Figure, dance: Dance, bpm: number): TempoFacts | null {
  const { beats, pace, timed } = figureFacts(figure, dance);
  if (!timed) return null;
  const limits = limitsOf(dance);
  const asked = askedAt(pace, bpm, dance.swung);
  const comfortableFor = tiersFor(pace, bpm, dance.swung, limits);
  const tier = ([4, 3, 2, 1] as const).find((one) => !comfortableFor.includes(one));
  const by = tier && passedLimit(asked, limits[tier]);
  return {
    bpm,
    barsPerMinute: barsPerMinute(bpm, dance.meter),
    seconds: (beats * 60) / bpm,
    asked,
    comfortableFor,
    limit: tier && by ? { tier, by } : null,
  };
}

/** The tempi at which one way of footwork is the best choice, in whole beats per minute. */
export interface VariantRange<T> {
  readonly variant: T;
  readonly from: number;
  readonly to: number;
}

const closest = ({ onBeat, within }: Pace): number =>
  Math.min(onBeat ?? Number.POSITIVE_INFINITY, ...within.map(([, gap]) => gap));

/**
 * Among the footwork variants of one figure, which suits which tempo: of those that are comfortable at a tempo, the one
 * with the most weight changes, since it fills the music best.
 * @param variants each with what it asks
 * @returns ranges that do not overlap, slowest first; a variant that never is the best choice has none
 * @example
 * variantRanges([{ pace: paceOf([0, 24], 48) }], DANCE, 1).map(({ from, to }) => [from, to]) // [[96, 124]]
 */
export function variantRanges<T extends { readonly pace: Pace }>(
  variants: readonly T[],
  dance: Dance,
  tier: Tier,
): VariantRange<T>[] {
  const ranges: VariantRange<T>[] = [];
  let from = dance.slowestBpm;
  const fullest = [...variants].sort(
    (a, b) => b.pace.most - a.pace.most || closest(a.pace) - closest(b.pace),
  );
  for (const variant of fullest) {
    const to = Math.min(dance.fastestBpm, fastestFor(variant.pace, limitsOf(dance)[tier], dance.swung));
    if (to >= from) ranges.push({ variant, from, to });
    from = Math.max(from, to + 1);
  }
  return ranges;
}
