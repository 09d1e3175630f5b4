/** A whole number of ticks. Everything inside `core` is measured in them; beats appear only at the edges. */
export type Ticks = number;

/** 24 divides by 2, 3, 4, 6 and 8, so `e & a` and triplets all fall on whole ticks. */
export const TICKS_PER_BEAT: Ticks = 24;

/** The spoken parts of a beat, as ticks after its number. */
export const BEAT_PARTS = { e: 6, "&": 12, a: 18 } as const;
/** A spoken part of a beat. */
export type BeatPart = keyof typeof BEAT_PARTS;

/**
 * Beats as ticks, rounded to whole ones.
 * @example
 * beatsToTicks(1.5) // 36
 */
export const beatsToTicks = (beats: number): Ticks => Math.round(beats * TICKS_PER_BEAT);
/**
 * Ticks as beats.
 * @example
 * ticksToBeats(36) // 1.5
 */
export const ticksToBeats = (ticks: Ticks): number => ticks / TICKS_PER_BEAT;

/**
 * The beat number (counted from 1) in which an onset lies; 0 and below are pick-ups.
 * @example
 * beatNumber(36) // 2
 */
export const beatNumber = (onset: Ticks): number => Math.floor(onset / TICKS_PER_BEAT) + 1;

/**
 * Ticks after the start of the beat, 0 to 23, also for pick-ups.
 * @example
 * withinBeat(36) // 12
 */
export const withinBeat = (onset: Ticks): Ticks =>
  ((onset % TICKS_PER_BEAT) + TICKS_PER_BEAT) % TICKS_PER_BEAT;

/** What is said on the thirds of a swung beat. */
const SWUNG: Readonly<Record<number, BeatPart>> = { 8: "e", 16: "&" };

/**
 * What a dancer says at an onset: the number on the beat, otherwise `e`, `&` or `a`.
 * @example
 * spokenCount(36) // "&"
 */
export function spokenCount(onset: Ticks): string {
  const part = withinBeat(onset);
  if (part === 0) return String(beatNumber(onset));
  const named = (Object.keys(BEAT_PARTS) as BeatPart[]).find((name) => BEAT_PARTS[name] === part);
  return named ?? SWUNG[part] ?? `${beatNumber(onset)}+${part}/${TICKS_PER_BEAT}`;
}

const FRACTIONS: Readonly<Record<string, string>> = {
  "1/4": "¼",
  "1/2": "½",
  "3/4": "¾",
  "1/8": "⅛",
  "3/8": "⅜",
  "5/8": "⅝",
  "7/8": "⅞",
};

/**
 * A quantity as people say it: `0.5` is `½`, `1.5` is `1½`.
 * @param whole how many parts make one (24 ticks to a beat, 360 degrees to a turn)
 * @example
 * spokenFraction(90, 360) // "¼"
 */
export function spokenFraction(parts: number, whole: number): string {
  const units = Math.floor(parts / whole);
  const rest = parts - units * whole;
  if (rest === 0) return String(units);
  const divisor = gcd(rest, whole);
  const fraction = `${rest / divisor}/${whole / divisor}`;
  const glyph = FRACTIONS[fraction] ?? ` ${fraction}`;
  return units === 0 ? glyph.trim() : `${units}${glyph}`;
}

/**
 * Greatest common divisor of two whole numbers, by Euclid.
 * @example
 * gcd(6, 8) // 2
 */
export function gcd(a: number, b: number): number {
  let [x, y] = [Math.abs(a), Math.abs(b)];
  while (y !== 0) [x, y] = [y, x % y];
  return x;
}

/**
 * So many beats as they are said.
 * @example
 * beatsInWords(1.5) // "1½ beats"
 */
export const beatsInWords = (beats: number): string =>
  `${spokenFraction(beatsToTicks(beats), TICKS_PER_BEAT)} ${beats <= 1 ? "beat" : "beats"}`;
