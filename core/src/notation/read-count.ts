import { BEAT_PARTS, type BeatPart, type Dance, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import type { Token } from "./scan.ts";
import { MAX_BEATS } from "./words.ts";

/** The lengths of S and Q, in beats. */
export type RhythmBeats = Pick<Dance, "slowBeats" | "quickBeats">;

const COUNT = /^(\d{1,3})?(e|&|\+|and|a)?$/;
/** Any moment of a beat, such as `2+1/3`; written where no letter stands for it. */
const MOMENT = /^(\d{1,3})?\+(\d{1,2})\/(\d{1,2})$/;
const RANGE = /^(\d{1,3})[-–](\d{1,3})$/;
const RHYTHM: Readonly<Record<string, "s" | "q">> = { s: "s", slow: "s", q: "q", quick: "q" };
const OFFBEAT: Readonly<Record<string, BeatPart>> = { e: "e", "&": "&", "+": "&", and: "&", a: "a" };

/** `S` or `Q` in the place of a count, written out or not. */
export const isRhythmWord = ({ kind, value }: Token): boolean =>
  kind === "word" && RHYTHM[value.toLowerCase()] !== undefined;

/** `slow` and `quick` written out: among numbers they are what is danced, not when. */
export const isRhythmName = (token: Token): boolean => isRhythmWord(token) && token.value.length > 1;

/** `e`, `&` or `a` alone, which belongs to the number before it. */
export const isOffbeatWord = ({ value }: Token): boolean => OFFBEAT[value.toLowerCase()] !== undefined;

/** Whether a word of a line is a count, or a range of them. */
export const isCount = (token: Token): boolean =>
  token.kind === "word" &&
  (COUNT.test(token.value.toLowerCase()) ||
    MOMENT.test(token.value) ||
    RANGE.test(token.value) ||
    isRhythmWord(token));

/** A range of counts such as `7-8`, as the counts it holds. */
export function countsWithin(token: Token): Token[] {
  const match = RANGE.exec(token.value);
  const [from, to] = [Number(match?.[1]), Number(match?.[2])];
  if (!match || to < from || to - from > 64) return [token];
  return Array.from({ length: to - from + 1 }, (_, index) => ({ ...token, value: String(from + index) }));
}

/** Ticks after the beat of `e`, `&` and `a`: in quarters, or in thirds where a dance swings them. */
export const offbeatTicks = (part: BeatPart, swung: boolean): Ticks =>
  swung ? (part === "e" ? TICKS_PER_BEAT / 3 : (2 * TICKS_PER_BEAT) / 3) : BEAT_PARTS[part];

/**
 * The onset of a count. A bare `e`, `&` or `a` belongs to the number before it; before any number it is a
 * pick-up to count 1.
 * @param beat the beat number last read in this role, 0 before the first
 */
export function readCount(
  token: Token,
  beat: number,
  swung: boolean,
): { readonly onset: Ticks; readonly beat: number } | null {
  const word = token.value.toLowerCase();
  const moment = MOMENT.exec(word);
  const match = moment ?? COUNT.exec(word);
  if (!match) return null;
  const own = match[1] === undefined ? beat : Number(match[1]);
  if (match[1] !== undefined && (own < 1 || own > MAX_BEATS)) return null;
  const start = (own - 1) * TICKS_PER_BEAT;
  if (moment) {
    const ticks = (TICKS_PER_BEAT * Number(moment[2])) / Number(moment[3]);
    return Number.isInteger(ticks) && ticks > 0 && ticks < TICKS_PER_BEAT
      ? { onset: start + ticks, beat: own }
      : null;
  }
  const part = OFFBEAT[match[2] ?? ""];
  return { onset: start + (part ? offbeatTicks(part, swung) : 0), beat: own };
}

/**
 * The onset of a rhythm word. S and Q begin where the one before ends; `&` is half a beat and `a` a quarter,
 * taken out of the step before (where they are swung, both are a third).
 * @param end where the last S or Q ends, 0 before the first
 */
export function readRhythm(
  token: Token,
  end: Ticks,
  { slowBeats, quickBeats }: RhythmBeats,
  swung: boolean,
): { readonly onset: Ticks; readonly end: Ticks } | null {
  const word = token.value.toLowerCase();
  const beats = RHYTHM[word] === "s" ? slowBeats : RHYTHM[word] === "q" ? quickBeats : null;
  if (beats !== null) return { onset: end, end: end + beats * TICKS_PER_BEAT };
  const part = OFFBEAT[word];
  return part && part !== "e" ? { onset: end - (TICKS_PER_BEAT - offbeatTicks(part, swung)), end } : null;
}
