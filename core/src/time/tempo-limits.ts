import { TIERS, type Tier } from "./tempo.ts";
import { TICKS_PER_BEAT, type Ticks, withinBeat } from "./ticks.ts";

/** What dancers of a tier manage without rushing. */
export interface TempoLimits {
  /** Weight changes a second, over any two beats: more of them tire. */
  readonly changes: number;
  /** Milliseconds between two steps that both lie on beats, at least. */
  readonly onBeat: number;
  /** Milliseconds between two steps of a triple or a syncopation, at least. */
  readonly within: number;
}

/** Limits of each tier. */
export type LimitsByTier = Readonly<Record<Tier, TempoLimits>>;

/** Where a studio states none of its own. Stated defaults of the product, not measurements. */
export const TEMPO_LIMITS: LimitsByTier = {
  1: { changes: 3.6, onBeat: 300, within: 140 },
  2: { changes: 4.2, onBeat: 260, within: 120 },
  3: { changes: 5, onBeat: 220, within: 100 },
  4: { changes: 6, onBeat: 180, within: 80 },
};

/** Tempi between which swing flattens, and the share of a beat that its short note has there. */
const SWING = { slow: 60, fast: 300, slowShare: 1 / 4, fastShare: 1 / 2 } as const;

/**
 * The share of a beat that the short note of swing has at a tempo: from 3 to 1 in slow music it flattens to 1 to 1 in
 * fast music, where the short note keeps about 100 ms (after Friberg and Sundström, 2002; in between on a line).
 * @param bpm beats per minute, above 0
 * @example
 * swingShare(300) // 0.5
 */
export function swingShare(bpm: number): number {
  const { slow, fast, slowShare, fastShare } = SWING;
  const along = Math.min(1, Math.max(0, (bpm - slow) / (fast - slow)));
  return slowShare + along * (fastShare - slowShare);
}

/** Where the short note of swing begins as it is written: at two thirds of the beat. */
const WRITTEN: Ticks = (2 * TICKS_PER_BEAT) / 3;

/**
 * When something written is danced, in beats from count 1: in swing what lies between two beats moves with the tempo.
 * @example
 * dancedAt(16, 300, true) // 0.5
 */
export function dancedAt(onset: Ticks, bpm: number, swung: boolean): number {
  const part = withinBeat(onset);
  const beat = (onset - part) / TICKS_PER_BEAT;
  if (!swung) return onset / TICKS_PER_BEAT;
  const long = 1 - swingShare(bpm);
  return (
    beat +
    (part <= WRITTEN
      ? (part / WRITTEN) * long
      : long + ((part - WRITTEN) / (TICKS_PER_BEAT - WRITTEN)) * (1 - long))
  );
}

/** What a row of steps asks at any tempo; see `paceOf`. */
export interface Pace {
  /** The shortest way between two steps that both lie on beats; null where there are none. */
  readonly onBeat: Ticks | null;
  /** The ways between two steps of which one lies off the beat, each once: from where in the beat, and how far. */
  readonly within: readonly (readonly [part: Ticks, gap: Ticks])[];
  /** The most weight changes in any two beats. */
  readonly most: number;
}

const TWO_BEATS = 2 * TICKS_PER_BEAT;

/**
 * What weight changes ask at any tempo, round and round.
 * @param onsets of the weight changes, in order
 * @param length of one time through
 * @example
 * paceOf([0, 12, 24], 48) // { onBeat: 24, within: [[0, 12], [12, 12]], most: 3 }
 */
export function paceOf(onsets: readonly Ticks[], length: Ticks): Pace {
  if (onsets.length < 2) return { onBeat: null, within: [], most: onsets.length };
  const within = new Map<string, readonly [Ticks, Ticks]>();
  let onBeat: Ticks | null = null;
  const again = [...onsets, ...onsets.map((onset) => onset + length)];
  let most = 0;
  onsets.forEach((onset, at) => {
    const next = again[at + 1] as Ticks;
    const gap = next - onset;
    const part = withinBeat(onset);
    if (part === 0 && withinBeat(next) === 0) onBeat = Math.min(onBeat ?? gap, gap);
    else within.set(`${part} ${gap}`, [part, gap]);
    let count = 1;
    while ((again[at + count] ?? Number.POSITIVE_INFINITY) - onset < TWO_BEATS) count += 1;
    most = Math.max(most, count);
  });
  return { onBeat, within: [...within.values()], most };
}

/**
 * Several rows at once: whatever of them is hardest.
 * @example
 * hardestOf([paceOf([0, 24], 48), paceOf([0, 12, 24], 48)]).most // 3
 */
export function hardestOf(paces: readonly Pace[]): Pace {
  const onBeats = paces.flatMap(({ onBeat }) => onBeat ?? []);
  return {
    onBeat: onBeats.length === 0 ? null : Math.min(...onBeats),
    within: paces.flatMap(({ within }) => within),
    most: Math.max(0, ...paces.map(({ most }) => most)),
  };
}

/** What a pace asks at one tempo. */
export interface Asked {
  /** Weight changes a second over the two fullest beats; 0 where there are fewer than two. */
  readonly changes: number;
  /** Milliseconds, to be held against the limits of the same names; null where there is no such gap. */
  readonly onBeat: number | null;
  readonly within: number | null;
}

/**
 * What a pace asks at a tempo.
 * @param bpm beats per minute, above 0
 * @example
 * askedAt(paceOf([0, 12, 24], 48), 120, false) // { changes: 3, onBeat: 500, within: 250 }
 */
export function askedAt({ onBeat, within, most }: Pace, bpm: number, swung: boolean): Asked {
  const beat = 60_000 / bpm;
  const gaps = within.map(
    ([part, gap]) => (dancedAt(part + gap, bpm, swung) - dancedAt(part, bpm, swung)) * beat,
  );
  return {
    changes: most < 2 ? 0 : (most * 1000) / (2 * beat),
    onBeat: onBeat === null ? null : (onBeat / TICKS_PER_BEAT) * beat,
    within: gaps.length === 0 ? null : Math.min(...gaps),
  };
}

/** So little is no more than a rounding of what is worked out. */
const ROUNDING = 1e-9;

/**
 * Which of the limits is passed first, or null where none is.
 * @example
 * passedLimit({ changes: 4, onBeat: 400, within: 200 }, TEMPO_LIMITS[1]) // "changes"
 */
export function passedLimit(asked: Asked, limits: TempoLimits): keyof TempoLimits | null {
  if (asked.within !== null && asked.within < limits.within - ROUNDING) return "within";
  if (asked.onBeat !== null && asked.onBeat < limits.onBeat - ROUNDING) return "onBeat";
  return asked.changes > limits.changes + ROUNDING ? "changes" : null;
}

/** Nothing is danced faster than so many beats per minute. */
const FASTEST = 1000;

/**
 * The fastest tempo, in whole beats per minute, at which dancers manage a pace without rushing; 1000 where nothing
 * follows anything.
 * @example
 * fastestFor(paceOf([0, 24], 48), TEMPO_LIMITS[1], false) // 200
 */
export function fastestFor(pace: Pace, limits: TempoLimits, swung: boolean): number {
  let [low, high] = [0, FASTEST];
  // The faster the music, the more of everything is asked; so the last tempo that is managed can be halved down to.
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (passedLimit(askedAt(pace, middle, swung), limits) === null) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * The tiers whose dancers manage a pace at a tempo.
 * @example
 * tiersFor(paceOf([0, 24], 48), 210, false, TEMPO_LIMITS) // [2, 3, 4]
 */
export const tiersFor = (pace: Pace, bpm: number, swung: boolean, limits: LimitsByTier): Tier[] =>
  TIERS.filter((tier) => passedLimit(askedAt(pace, bpm, swung), limits[tier]) === null);
