import { type Hold, holdNamed } from "../hold/index.ts";
import { phraseAt } from "./lexicon.ts";
import { isCount } from "./read-count.ts";
import { readTurnSize, saysSense, saysTurn, senseAt, spokenNumber, wordAt } from "./read-turn.ts";
import { behind, type Report, type ReportDoubt } from "./report.ts";
import type { Token } from "./scan.ts";
import type { Element, Foot, Step, Turn } from "./types.ts";
import { isModifier, SHORT_FORMS } from "./words.ts";

/** What a line says more of what is danced. */
export type Extras = { -readonly [K in "turn" | "size" | "hold" | "lead" | "cue"]?: Step[K] } & {
  /** The turn is shared out over all steps that are said with it. */
  spread?: true;
};

/** What reading takes of the dance for single items. */
export interface ItemContext {
  readonly elements: readonly Element[];
  /** The holds of the dance; without them, any name is one. */
  readonly holds?: readonly Hold[];
  readonly report: Report;
  readonly doubt: ReportDoubt;
  /** Whether a line may say only what is different from a used figure. */
  readonly composed: boolean;
}

/** Where reading is in a row of words. */
export interface Cursor {
  readonly tokens: readonly Token[];
  at: number;
}

/** A word in full and in lower case; short forms are written out. */
export const fullWord = (token: Token): string => {
  const word = token.value.toLowerCase();
  return SHORT_FORMS[word] ?? word;
};

const FEET: Readonly<Record<string, Foot>> = { l: "L", left: "L", r: "R", right: "R", both: "both" };
/** The foot that a word names. */
export const footWord = (token: Token | undefined): Foot | undefined =>
  token?.kind === "word" ? FEET[fullWord(token)] : undefined;
/** The foot that stands at the cursor. */
export const footAt = ({ tokens, at }: Cursor): Foot | undefined => footWord(tokens[at]);

/** Whether `foot` or `leg` stands at a place, which makes what is before it a foot and no side. */
export const saysFoot = (tokens: readonly Token[], at: number): boolean =>
  /^(?:foot|feet|leg)$/.test(wordAt(tokens, at));

/** Words that only join what is danced. */
const JOINERS: ReadonlySet<string> = new Set(["then", "plus", "into"]);
/** Whether a word only joins what is danced: `then`. */
export const isJoiner = (token: Token | undefined): boolean =>
  token?.kind === "word" && JOINERS.has(token.value.toLowerCase());

/** The word before the cursor; at the beginning, the first. */
export const last = ({ tokens, at }: Cursor): Token => (tokens[at - 1] ?? tokens[0]) as Token;

const TURNS: ReadonlySet<string> = new Set(["turn", "turns", "turning", "turned"]);

/** Whether the body turns before the foot goes: `turn L 1/2 first`. */
function readOrder(cursor: Cursor, turn: Turn): Turn {
  const token = cursor.tokens[cursor.at];
  if (token?.kind !== "word" || token.value.toLowerCase() !== "first") return turn;
  cursor.at += 1;
  return { ...turn, first: true };
}

/** Reads what follows `turn`, or a turn said without that word: `1/4 L`. */
function readTurn(cursor: Cursor, report: Report): Turn | null {
  const { tokens } = cursor;
  const early = readTurnSize(tokens, cursor.at);
  if (early) {
    const word = tokens[cursor.at + early.used];
    const turnWord = word?.kind === "word" && TURNS.has(fullWord(word)) ? 1 : 0;
    const found = senseAt(tokens, cursor.at + early.used + turnWord);
    cursor.at += early.used + turnWord;
    if (found) {
      cursor.at += found.used;
      return readOrder(cursor, { sense: found.sense, degrees: early.degrees });
    }
    report(tokens[cursor.at] ?? behind(last(cursor)), "L or R, the way the turn goes");
    return null;
  }
  const found = senseAt(tokens, cursor.at);
  if (!found) {
    report(tokens[cursor.at] ?? behind(last(cursor)), "L or R, the way the turn goes");
    return null;
  }
  const { sense, used } = found;
  const size = readTurnSize(tokens, cursor.at + used);
  if (size) {
    cursor.at += used + size.used;
    return readOrder(cursor, { sense, degrees: size.degrees });
  }
  const tried = tokens[cursor.at + used];
  report(
    tried ?? behind(tokens[cursor.at + used - 1] as Token),
    "the size of the turn: 1/8, 1/4, 1 1/2, up to 4 whole turns, or degrees from 9 to 2880",
  );
  cursor.at += used + (tried?.kind === "word" && /^\d/.test(tried.value) ? 1 : 0);
  return null;
}

/** Takes what says that a turn is danced little by little: `spread`, `gradually`, `over the three steps`. */
function takeSpread(cursor: Cursor): boolean {
  const { tokens, at } = cursor;
  const word = wordAt(tokens, at);
  let end = at + 1;
  if (word === "over" || word === "across") {
    while (/^(?:the|all|its|\d)$/.test(wordAt(tokens, end)) || spokenNumber(wordAt(tokens, end)) !== null)
      end++;
    if (!/^steps?$/.test(wordAt(tokens, end))) return false;
    end += 1;
  } else if (!/^(?:spread|gradually|throughout)$/.test(word)) return false;
  cursor.at = end;
  return true;
}

function readText(cursor: Cursor, what: string, report: Report): string | null {
  const token = cursor.tokens[cursor.at];
  if (token?.kind !== "text" || token.open || token.value.trim() === "") {
    report(token ?? behind(last(cursor)), `${what} in double quotes`);
    if (token?.kind === "text") cursor.at += 1;
    return null;
  }
  cursor.at += 1;
  return token.value;
}

/** How many tokens from one on name a hold of the dance, the longest name first, and which. */
function holdAt({ tokens, at }: Cursor, holds: readonly Hold[]): { name: string; used: number } | null {
  for (let used = Math.min(4, tokens.length - at); used > 0; used--) {
    const words = tokens.slice(at, at + used);
    if (words.some(({ kind }) => kind !== "word")) continue;
    const found = holdNamed(words.map(({ value }) => value).join(" "), holds);
    if (found) return { name: found.name, used };
  }
  return null;
}

/** The name of a hold, with or without quotes, as the dance has it. */
export function readHold(cursor: Cursor, { holds, report }: ItemContext): string | null {
  const bare = holds && holdAt(cursor, holds);
  if (bare) {
    cursor.at += bare.used;
    return bare.name;
  }
  const token = cursor.tokens[cursor.at];
  if (token?.kind === "word") cursor.at += 1;
  const text = token?.kind === "word" ? token.value : readText(cursor, "the name of the hold", report);
  if (text === null || !holds || !token) return text;
  const known = holdNamed(text, holds);
  if (known) return known.name;
  const names = holds.flatMap(({ name, otherNames }) => [name, ...otherNames]);
  report(token, `a hold of this dance (${holds.map(({ name }) => name).join(", ")})`, names);
  return null;
}

/** Whether the word `hold` names the hold from here on; otherwise nothing is danced at its count. */
export const namesHold = ({ tokens, at }: Cursor, { holds }: ItemContext): boolean =>
  tokens[at + 1]?.kind === "text" ||
  (holds !== undefined && holdAt({ tokens, at: at + 1 }, holds) !== null) ||
  // What is neither a count, nor danced, nor said more of the step can only be a name.
  (tokens[at + 1] !== undefined && isNoOtherWord(tokens, at + 1));

const isNoOtherWord = (tokens: readonly Token[], at: number): boolean => {
  const token = tokens[at] as Token;
  const word = fullWord(token);
  return (
    !isCount(token) &&
    word !== "for" &&
    !isModifier(word) &&
    !TURNS.has(word) &&
    FEET[word] === undefined &&
    !phraseAt(tokens, at, [])
  );
};

/** What is said more of a step at the cursor; null for any other word. */
export const modifierAt = (cursor: Cursor, context: ItemContext): string | null => {
  const token = cursor.tokens[cursor.at];
  if (token?.kind !== "word") return null;
  const word = fullWord(token);
  if (word === "hold") return namesHold(cursor, context) ? word : null;
  if (isModifier(word)) return word;
  if (TURNS.has(word)) return "turn";
  return saysTurn(cursor.tokens, cursor.at) || saysSense(token) ? "turn" : null;
};

/** Reads what is said more of an item, as far as it goes. */
export function readExtras(cursor: Cursor, extras: Extras, context: ItemContext): void {
  const { report } = context;
  for (let word = modifierAt(cursor, context); word !== null; word = modifierAt(cursor, context)) {
    const token = cursor.tokens[cursor.at] as Token;
    const name = word === "small" || word === "long" ? "size" : (word as keyof Extras);
    if (extras[name] !== undefined) report(token, "each modifier once in a step");
    if (word !== "turn" || TURNS.has(fullWord(token))) cursor.at += 1;
    switch (word) {
      case "turn": {
        const turn = readTurn(cursor, report);
        if (turn) extras.turn ??= turn;
        if (takeSpread(cursor)) extras.spread = true;
        break;
      }
      case "small":
      case "long":
        extras.size ??= word;
        break;
      default: {
        const text = word === "hold" ? readHold(cursor, context) : readText(cursor, `the ${word}`, report);
        if (text !== null) extras[word as "hold" | "lead" | "cue"] ??= text;
      }
    }
  }
}

/** Keeps a hold that could be read. */
export function setHold(extras: Extras, hold: string | null): void {
  if (hold !== null) extras.hold = hold;
}
