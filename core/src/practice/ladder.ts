import type { TapTiming } from "./timing.ts";

/** Where somebody stands on the ladder. */
export interface LadderState {
  /** Beats per minute. */
  readonly bpm: number;
  /** Rounds in a row that were within bounds at this tempo. */
  readonly inARow: number;
}

/** What counts as within bounds, and how the tempo rises. */
export interface LadderBounds {
  /** Milliseconds that the taps may lie off the beat as a whole, and to either side of that. */
  readonly offset: number;
  readonly spread: number;
  /** Rounds in a row until the tempo rises, and by how many beats a minute. */
  readonly rounds: number;
  readonly step: number;
  /** The highest rung, in beats per minute. */
  readonly most: number;
}

/** Bounds that suit most: a listener does not hear less. Stated defaults of the product. */
export const LADDER: Omit<LadderBounds, "most"> = { offset: 40, spread: 45, rounds: 3, step: 4 };

/**
 * Whether the taps of a round lie within bounds: nothing missed, nothing too much, near the beat and close together.
 * @example
 * withinBounds(tapTiming([0, 500], [{ at: 0, count: "1" }, { at: 500, count: "2" }]), LADDER) // true
 */
export const withinBounds = (
  { matched, offset, spread, missed, extra }: TapTiming,
  bounds: Pick<LadderBounds, "offset" | "spread">,
): boolean =>
  matched.length > 0 &&
  missed.length === 0 &&
  extra.length === 0 &&
  Math.abs(offset) <= bounds.offset &&
  spread <= bounds.spread;

/**
 * The rung after a round: the tempo rises when so many rounds in a row were within bounds; a round that was not begins the
 * count anew, and the tempo stays.
 * @example
 * climb({ bpm: 100, inARow: 2 }, true, { ...LADDER, most: 120 }) // { bpm: 104, inARow: 0 }
 */
export function climb(
  { bpm, inARow }: LadderState,
  isWithin: boolean,
  { rounds, step, most }: LadderBounds,
): LadderState {
  if (!isWithin) return { bpm, inARow: 0 };
  if (inARow + 1 < rounds || bpm >= most) return { bpm, inARow: inARow + 1 };
  return { bpm: Math.min(most, bpm + step), inARow: 0 };
}
