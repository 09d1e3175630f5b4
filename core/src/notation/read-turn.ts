import type { Token } from "./scan.ts";
import type { Turn } from "./types.ts";

const MAX_TURN = 8 * 360;
const MIN_DEGREES = 9;
/** More whole turns in one step nobody dances, so a bare 8 is rather meant for an eighth. */
const MOST_WHOLE = 4;
const GLYPHS: Readonly<Record<string, string>> = {
  "⅛": "1/8",
  "¼": "1/4",
  "⅜": "3/8",
  "½": "1/2",
  "¾": "3/4",
};
const SPOKEN: Readonly<Record<string, number>> = {
  eighth: 45,
  quarter: 90,
  half: 180,
  full: 360,
  whole: 360,
  "three-quarter": 270,
  "three-quarters": 270,
};
/** Parts of a turn of which there may be several: `three half turns`. */
const PARTS: Readonly<Record<string, number>> = { eighth: 45, quarter: 90, half: 180, full: 360, whole: 360 };
/** Numbers as they are said. */
const SPOKEN_NUMBERS: Readonly<Record<string, number>> = {
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
};
/** The number that a word says; null for any other word. */
export const spokenNumber = (word: string): number | null =>
  Object.hasOwn(SPOKEN_NUMBERS, word) ? (SPOKEN_NUMBERS[word] ?? null) : null;
const NUMBERS: Readonly<Record<string, number>> = { ...SPOKEN_NUMBERS, one: 1, double: 2, triple: 3 };

/** Degrees of a part of a turn such as `1/2` or `½`; null when it is none. */
function fractionOf(word: string): number | null {
  const match = /^(\d{1,2})\/(\d{1,2})$/.exec(GLYPHS[word] ?? word);
  return match && Number(match[2]) > 0 ? (360 * Number(match[1])) / Number(match[2]) : null;
}

interface Size {
  readonly degrees: number;
  readonly used: number;
}

const accept = (degrees: number, used: number): Size | null =>
  Number.isInteger(degrees) && degrees >= MIN_DEGREES && degrees <= MAX_TURN ? { degrees, used } : null;

/** A word in lower case; empty where none stands. */
export const wordAt = (tokens: readonly Token[], at: number): string => {
  const token = tokens[at];
  return token?.kind === "word" ? token.value.toLowerCase() : "";
};

/** `once round`, `2 times round`. */
function timesRound(tokens: readonly Token[], from: number): Size | null {
  const isRound = (at: number) => /^a?round$/.test(wordAt(tokens, at));
  const word = wordAt(tokens, from);
  const once = word === "once" ? 1 : word === "twice" ? 2 : 0;
  if (once > 0) return isRound(from + 1) ? accept(once * 360, 2) : null;
  const many = NUMBERS[word] ?? (/^[1-8]$/.test(word) ? Number(word) : 0);
  return many > 0 && wordAt(tokens, from + 1) === "times" && isRound(from + 2) ? accept(many * 360, 3) : null;
}

/** `three half turns`, `two full turns`, `one and a half`, `3 quarters`. */
function spokenSize(tokens: readonly Token[], from: number): Size | null {
  const many =
    NUMBERS[wordAt(tokens, from)] ??
    (/^[2-6]$/.test(wordAt(tokens, from)) ? Number(wordAt(tokens, from)) : 0);
  if (many === 0) return null;
  const next = wordAt(tokens, from + 1);
  const part = PARTS[next.replace(/s$/, "")];
  if (part !== undefined) return accept(many * part, 2);
  if (next === "and" && wordAt(tokens, from + 2) === "a" && PARTS[wordAt(tokens, from + 3)] !== undefined)
    return accept(many * 360 + (PARTS[wordAt(tokens, from + 3)] ?? 0), 4);
  return null;
}

/**
 * Reads `½`, `1/2`, `1 1/2`, `1.5`, `quarter`, `90°`, `2` (whole turns up to 4) or degrees from 9 on. Returns degrees
 * and tokens used.
 */
export function readTurnSize(tokens: readonly Token[], from: number): Size | null {
  const word = wordAt(tokens, from);
  const fraction = fractionOf(word);
  if (fraction !== null) return accept(fraction, 1);
  const spoken = SPOKEN[word];
  if (spoken !== undefined) return accept(spoken, 1);
  const several = spokenSize(tokens, from) ?? timesRound(tokens, from);
  if (several) return several;
  const mixed = /^([1-8])([⅛¼⅜½¾])$/.exec(word);
  if (mixed) return accept(Number(mixed[1]) * 360 + (fractionOf(mixed[2] ?? "") ?? 0), 1);
  if (/^\d{0,1}\.\d{1,4}$/.test(word)) return accept(Number(word) * 360, 1);
  const degrees = /^(\d{1,4})(?:°|deg|degrees)$/.exec(word);
  if (degrees) return accept(Number(degrees[1]), 1);
  if (!/^\d{1,4}$/.test(word)) return null;
  const whole = Number(word);
  const rest = fractionOf(wordAt(tokens, from + 1));
  if (rest !== null && whole <= 8) return accept(whole * 360 + rest, 2);
  const named = /^deg(rees)?$/.test(wordAt(tokens, from + 1)) ? 2 : 1;
  return accept(whole <= MOST_WHOLE && named === 1 ? whole * 360 : whole, named);
}

const SENSES: Readonly<Record<string, Turn["sense"]>> = {
  l: "L",
  left: "L",
  ccw: "L",
  anticlockwise: "L",
  counterclockwise: "L",
  "anti-clockwise": "L",
  "counter-clockwise": "L",
  r: "R",
  right: "R",
  cw: "R",
  clockwise: "R",
};
const TOWARDS: ReadonlySet<string> = new Set(["to", "over", "towards", "toward"]);
const WHOSE: ReadonlySet<string> = new Set(["the", "your", "their", "her", "his", "one's"]);

/** The way a turn goes, as `L`, `left`, `clockwise`, `to the left` or `over the left shoulder`; null for anything else. */
export function senseAt(
  tokens: readonly Token[],
  at: number,
): { readonly sense: Turn["sense"]; readonly used: number } | null {
  const bare = SENSES[wordAt(tokens, at)];
  if (bare) return { sense: bare, used: 1 };
  if (!TOWARDS.has(wordAt(tokens, at))) return null;
  const skipped = WHOSE.has(wordAt(tokens, at + 1)) ? 2 : 1;
  const sense = SENSES[wordAt(tokens, at + skipped)];
  if (!sense) return null;
  return { sense, used: skipped + (wordAt(tokens, at + skipped + 1) === "shoulder" ? 2 : 1) };
}

/** Whether a word can only be the way of a turn: `clockwise`. */
export const saysSense = (token: Token | undefined): boolean =>
  token?.kind === "word" && /clockwise$|^c?cw$/i.test(token.value);

/** Whether a part of a turn stands at a place that can be meant without the word `turn`: not a bare number. */
export const saysTurn = (tokens: readonly Token[], at: number): boolean =>
  !/^\d*$/.test(wordAt(tokens, at)) && readTurnSize(tokens, at) !== null;

/** Whole degrees of a turn by weights, which come to all of it. */
export function turnShares(degrees: number, weights: readonly number[]): number[] {
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  let [before, given] = [0, 0];
  return weights.map((weight) => {
    before += weight;
    const share = whole === 0 ? 0 : Math.round((degrees * before) / whole) - given;
    given += share;
    return share;
  });
}
