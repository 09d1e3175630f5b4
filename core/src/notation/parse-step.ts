import { BEAT_PARTS, type BeatPart, type Dance, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import type { Token } from "./scan.ts";
import { suggest } from "./suggest.ts";
import type { Fault, Foot, Step, Turn } from "./types.ts";
import {
  type Action,
  canBeBoth,
  DIRECTIONS,
  FREE_ACTIONS,
  isAction,
  isDirection,
  isModifier,
  MAX_BEATS,
  MODIFIERS,
  needsNoFoot,
  SHORT_FORMS,
  takesDirection,
  WEIGHT_ACTIONS,
} from "./words.ts";

/** Reports a fault at a token; the words are those a suggestion may come from. */
export type Report = (at: Token, expected: string, words?: readonly string[]) => void;

const MAX_TURN = 8 * 360;
const MIN_DEGREES = 9;
/** More whole turns in one step nobody dances, so a bare 8 is rather meant for an eighth. */
const MOST_WHOLE = 4;
const ACTIONS: readonly string[] = [...WEIGHT_ACTIONS, ...FREE_ACTIONS];
const COUNT = /^(\d{1,3})?([e&a])?$/;
const RHYTHM = /^[sq]$/;

/** A word in full and in lower case; short forms are written out. */
export const fullWord = (token: Token): string => {
  const word = token.value.toLowerCase();
  return SHORT_FORMS[word] ?? word;
};

/** `S` or `Q` in the place of a count. */
export const isRhythmWord = (token: Token): boolean =>
  token.kind === "word" && RHYTHM.test(token.value.toLowerCase());

/** Whether a word of a line is a count. */
export const isCount = (token: Token): boolean =>
  token.kind === "word" && (COUNT.test(token.value.toLowerCase()) || isRhythmWord(token));

/** A fault at a word, with the nearest word that would do. */
export const makeFault = (at: Token, expected: string, words?: readonly string[]): Fault => {
  const suggestion = words && suggest(at.value, words);
  const { line, column, length, value: found } = at;
  return { line, column, length, found, expected, ...(suggestion ? { suggestion } : {}) };
};

/**
 * The onset of a count. A bare `e`, `&` or `a` belongs to the number before it; before any number it is a
 * pick-up to count 1.
 * @param beat the beat number last read in this role, 0 before the first
 */
export function readCount(token: Token, beat: number): { onset: Ticks; beat: number } | null {
  const match = COUNT.exec(token.value.toLowerCase());
  if (!match) return null;
  const own = match[1] === undefined ? beat : Number(match[1]);
  if (match[1] !== undefined && (own < 1 || own > MAX_BEATS)) return null;
  const part = match[2] === undefined ? 0 : BEAT_PARTS[match[2] as BeatPart];
  return { onset: (own - 1) * TICKS_PER_BEAT + part, beat: own };
}

/** The lengths of S and Q, in beats. */
export type RhythmBeats = Pick<Dance, "slowBeats" | "quickBeats">;

/**
 * The onset of a rhythm word. S and Q begin where the one before ends; `&` is half a beat and `a` a quarter,
 * taken out of the step before.
 * @param end where the last S or Q ends, 0 before the first
 */
export function readRhythm(
  token: Token,
  end: Ticks,
  { slowBeats, quickBeats }: RhythmBeats,
): { onset: Ticks; end: Ticks } | null {
  switch (token.value.toLowerCase()) {
    case "s":
      return { onset: end, end: end + slowBeats * TICKS_PER_BEAT };
    case "q":
      return { onset: end, end: end + quickBeats * TICKS_PER_BEAT };
    case "&":
      return { onset: end - (TICKS_PER_BEAT - BEAT_PARTS["&"]), end };
    case "a":
      return { onset: end - (TICKS_PER_BEAT - BEAT_PARTS.a), end };
    default:
      return null;
  }
}

/** The empty place behind a token, where something is missing. */
export const behind = ({ line, column, length }: Token): Token => ({
  kind: "word",
  value: "",
  line,
  column: column + length,
  length: 1,
});

function readFoot(token: Token | undefined): Foot | null {
  if (token?.kind !== "word") return null;
  const word = fullWord(token);
  return word === "l" ? "L" : word === "r" ? "R" : word === "both" ? "both" : null;
}

const GLYPHS: Readonly<Record<string, string>> = { "¼": "1/4", "½": "1/2", "¾": "3/4" };

/** Degrees of a part of a turn such as `1/2` or `½`; null when it is none. */
function fractionOf(word: string): number | null {
  const match = /^(\d{1,2})\/(\d{1,2})$/.exec(GLYPHS[word] ?? word);
  return match && Number(match[2]) > 0 ? (360 * Number(match[1])) / Number(match[2]) : null;
}

const accept = (degrees: number, used: number) =>
  Number.isInteger(degrees) && degrees >= MIN_DEGREES && degrees <= MAX_TURN ? { degrees, used } : null;

/** Reads `½`, `1/2`, `1 1/2`, `2` (whole turns up to 4) or degrees from 9 on. Returns degrees and tokens used. */
function readTurnSize(tokens: readonly Token[], from: number): { degrees: number; used: number } | null {
  const first = tokens[from];
  if (first?.kind !== "word") return null;
  const fraction = fractionOf(first.value);
  if (fraction !== null) return accept(fraction, 1);
  const mixed = /^([1-8])([¼½¾])$/.exec(first.value);
  if (mixed) return accept(Number(mixed[1]) * 360 + (fractionOf(mixed[2] ?? "") ?? 0), 1);
  if (!/^\d{1,4}$/.test(first.value)) return null;
  const whole = Number(first.value);
  const next = tokens[from + 1];
  const rest = next?.kind === "word" ? fractionOf(next.value) : null;
  if (rest !== null && whole <= 8) return accept(whole * 360 + rest, 2);
  return accept(whole <= MOST_WHOLE ? whole * 360 : whole, 1);
}

type Draft = { -readonly [K in keyof Step]: Step[K] };

interface Cursor {
  readonly tokens: readonly Token[];
  at: number;
}

function readTurn(cursor: Cursor, report: Report): Turn | null {
  const word = cursor.tokens[cursor.at - 1] as Token;
  const sense = readFoot(cursor.tokens[cursor.at]);
  if (sense !== "L" && sense !== "R") {
    report(cursor.tokens[cursor.at] ?? behind(word), "L or R, the way the turn goes");
    return null;
  }
  const size = readTurnSize(cursor.tokens, cursor.at + 1);
  if (!size) {
    report(
      cursor.tokens[cursor.at + 1] ?? behind(cursor.tokens[cursor.at] as Token),
      "the size of the turn: 1/8, 1/4, 1 1/2, up to 4 whole turns, or degrees from 9 to 2880",
    );
    const tried = cursor.tokens[cursor.at + 1];
    cursor.at += tried?.kind === "word" && /^\d/.test(tried.value) ? 2 : 1;
    return null;
  }
  cursor.at += 1 + size.used;
  return { sense, degrees: size.degrees };
}

function readText(cursor: Cursor, what: string, report: Report): string | null {
  const token = cursor.tokens[cursor.at];
  if (token?.kind !== "text" || token.open || token.value.trim() === "") {
    report(token ?? behind(cursor.tokens[cursor.at - 1] as Token), `${what} in double quotes`);
    if (token?.kind === "text") cursor.at += 1;
    return null;
  }
  cursor.at += 1;
  return token.value;
}

function readModifier(draft: Draft, cursor: Cursor, report: Report): void {
  const token = cursor.tokens[cursor.at] as Token;
  const word = token.kind === "text" ? "" : fullWord(token);
  cursor.at += 1;
  if (!isModifier(word)) {
    report(token, `a modifier (${MODIFIERS.join(", ")}) or the end of the step`, MODIFIERS);
    return;
  }
  const taken = word === "small" || word === "long" ? draft.size : draft[word];
  if (taken !== undefined) report(token, `each modifier once in a step`);
  switch (word) {
    case "turn": {
      const turn = readTurn(cursor, report);
      if (turn) draft.turn ??= turn;
      return;
    }
    case "small":
    case "long":
      draft.size ??= word;
      return;
    default: {
      const text = readText(cursor, word === "hold" ? "the name of the hold" : `the ${word}`, report);
      if (text !== null) draft[word] ??= text;
    }
  }
}

function readAction(cursor: Cursor, report: Report): Action | null {
  const token = cursor.tokens[cursor.at];
  if (!token) {
    const last = cursor.tokens[cursor.at - 1] as Token;
    report(
      behind(last),
      cursor.at === 1 ? "a foot (L, R or both) and an action" : "an action after the foot",
    );
    return null;
  }
  const word = token.kind === "word" ? fullWord(token) : "";
  cursor.at += 1;
  if (isAction(word)) return word;
  report(token, "an action such as forward, back, side, close, place or tap", ACTIONS);
  return null;
}

/**
 * Reads `COUNT FOOT ACTION [DIRECTION] [MODIFIER …]`. What cannot be read is reported and passed over.
 * @returns the step, or null when its action is not known
 */
export function readStep(tokens: readonly Token[], onset: Ticks, report: Report): Step | null {
  const cursor: Cursor = { tokens, at: 1 };
  const foot = readFoot(tokens[1]);
  if (foot) cursor.at = 2;
  const action = readAction(cursor, report);
  if (!action) return null;
  if (!foot && !needsNoFoot(action)) {
    const feet = canBeBoth(action) ? "L, R or both" : "L or R";
    report(tokens[cursor.at - 1] as Token, `a foot (${feet}) before ${action}`);
    return null;
  }
  if (foot === "both" && !canBeBoth(action)) {
    report(tokens[1] as Token, `L or R before ${action}`);
    return null;
  }
  const draft: Draft = { onset, foot, action };
  const next = cursor.tokens[cursor.at];
  if (next?.kind === "word" && isDirection(fullWord(next))) {
    const direction = fullWord(next);
    cursor.at += 1;
    if (!takesDirection(action)) report(next, `a modifier after ${action}, which is a direction itself`);
    else if (isDirection(direction)) draft.direction = direction;
  } else if (next?.kind === "word" && !isModifier(fullWord(next)) && takesDirection(action)) {
    report(next, "a direction or a modifier", [...DIRECTIONS, ...MODIFIERS]);
    cursor.at += 1;
  }
  while (cursor.at < tokens.length) readModifier(draft, cursor, report);
  return draft;
}
