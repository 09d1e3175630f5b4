import { type Hold, holdNamed } from "../hold/index.ts";
import { dancedWords, directionAt, phraseAt } from "./lexicon.ts";
import { isCount } from "./read-count.ts";
import { readTurnSize, saysTurn, senseAt } from "./read-turn.ts";
import { behind, type Report } from "./report.ts";
import type { Token } from "./scan.ts";
import type { Element, Foot, Step, Turn } from "./types.ts";
import {
  type Action,
  canBeBoth,
  DIRECTIONS,
  type Direction,
  isModifier,
  MODIFIERS,
  needsNoFoot,
  ROLES,
  SHORT_FORMS,
  takesDirection,
} from "./words.ts";

/** What a line says more of what is danced. */
export type Extras = { -readonly [K in "turn" | "size" | "hold" | "lead" | "cue"]?: Step[K] };

/** One thing that is danced, before it is known on which foot. */
export type Item = {
  readonly at: Token;
  /** As it is written; left out, it is the one that is free. */
  readonly foot?: Foot;
  readonly extras: Extras;
} & (
  | { readonly kind: "step"; readonly action: Action; readonly direction?: Direction }
  | { readonly kind: "element"; readonly element: Element; readonly direction?: Direction }
  /** Only what is different from the step of a used figure. */
  | { readonly kind: "change" }
);

/** What reading takes of the dance for single items. */
export interface ItemContext {
  readonly elements: readonly Element[];
  /** The holds of the dance; without them, any name is one. */
  readonly holds?: readonly Hold[];
  readonly report: Report;
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
const footAt = ({ tokens, at }: Cursor): Foot | undefined => footWord(tokens[at]);

const last = ({ tokens, at }: Cursor): Token => (tokens[at - 1] ?? tokens[0]) as Token;

/** Reads what follows `turn`, or a turn said without that word: `1/4 L`. */
function readTurn(cursor: Cursor, report: Report): Turn | null {
  const { tokens } = cursor;
  const early = readTurnSize(tokens, cursor.at);
  if (early) {
    const word = tokens[cursor.at + early.used];
    const turnWord = word?.kind === "word" && fullWord(word) === "turn" ? 1 : 0;
    const sense = senseAt(tokens, cursor.at + early.used + turnWord);
    cursor.at += early.used + turnWord;
    if (sense) {
      cursor.at += 1;
      return { sense, degrees: early.degrees };
    }
    report(tokens[cursor.at] ?? behind(last(cursor)), "L or R, the way the turn goes");
    return null;
  }
  const sense = senseAt(tokens, cursor.at);
  if (!sense) {
    report(tokens[cursor.at] ?? behind(last(cursor)), "L or R, the way the turn goes");
    return null;
  }
  const size = readTurnSize(tokens, cursor.at + 1);
  if (size) {
    cursor.at += 1 + size.used;
    return { sense, degrees: size.degrees };
  }
  const tried = tokens[cursor.at + 1];
  report(
    tried ?? behind(tokens[cursor.at] as Token),
    "the size of the turn: 1/8, 1/4, 1 1/2, up to 4 whole turns, or degrees from 9 to 2880",
  );
  cursor.at += tried?.kind === "word" && /^\d/.test(tried.value) ? 2 : 1;
  return null;
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
function readHold(cursor: Cursor, { holds, report }: ItemContext): string | null {
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
const namesHold = ({ tokens, at }: Cursor, { holds }: ItemContext): boolean =>
  tokens[at + 1]?.kind === "text" ||
  (holds !== undefined && holdAt({ tokens, at: at + 1 }, holds) !== null) ||
  // What is neither a count, nor danced, nor said more of the step can only be a name.
  (tokens[at + 1] !== undefined && isNoOtherWord(tokens, at + 1));

const isNoOtherWord = (tokens: readonly Token[], at: number): boolean => {
  const token = tokens[at] as Token;
  const word = fullWord(token);
  return !isCount(token) && !isModifier(word) && FEET[word] === undefined && !phraseAt(tokens, at, []);
};

const modifierAt = (cursor: Cursor, context: ItemContext): string | null => {
  const token = cursor.tokens[cursor.at];
  if (token?.kind !== "word") return null;
  const word = fullWord(token);
  if (word === "hold") return namesHold(cursor, context) ? word : null;
  if (isModifier(word)) return word;
  return saysTurn(cursor.tokens, cursor.at) ? "turn" : null;
};

/** Reads what is said more of an item, as far as it goes. */
function readExtras(cursor: Cursor, extras: Extras, context: ItemContext): void {
  const { report } = context;
  for (let word = modifierAt(cursor, context); word !== null; word = modifierAt(cursor, context)) {
    const token = cursor.tokens[cursor.at] as Token;
    const name = word === "small" || word === "long" ? "size" : (word as keyof Extras);
    if (extras[name] !== undefined) report(token, "each modifier once in a step");
    if (word !== "turn" || fullWord(token) === "turn") cursor.at += 1;
    switch (word) {
      case "turn": {
        const turn = readTurn(cursor, report);
        if (turn) extras.turn ??= turn;
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

/**
 * A direction behind an action without weight. In a row of bare words, `side touch side touch`, each is an action of
 * its own; only a foot or a count before, or the end of the line behind, makes it where the foot goes.
 */
function readDirection(cursor: Cursor, isMarked: boolean, context: ItemContext): Direction | undefined {
  const found = directionAt(cursor.tokens, cursor.at);
  if (!found) return undefined;
  const next = { tokens: cursor.tokens, at: cursor.at + found.used };
  const token = next.tokens[next.at];
  if (!isMarked && token && !isCount(token) && modifierAt(next, context) === null) return undefined;
  cursor.at = next.at;
  return found.direction;
}

/** What could stand where something is danced. */
const itemWords = (elements: readonly Element[]): string =>
  `an action such as forward, back, side, close, place or tap${
    elements[0] ? `, or an element such as ${elements[0].name}` : ""
  }`;

/** A direction that stands at the cursor, taken. */
function takeDirection(cursor: Cursor): Direction | undefined {
  const found = directionAt(cursor.tokens, cursor.at);
  if (found) cursor.at += found.used;
  return found?.direction;
}

function takeFoot(cursor: Cursor): Foot | undefined {
  const foot = footAt(cursor);
  if (foot) cursor.at += 1;
  return foot;
}

/** `step right` is a step to the right; `step` alone stays in place, `step back` goes back. */
function readStepWord(cursor: Cursor, foot: Foot | undefined): Action {
  const direction = takeDirection(cursor);
  const token = cursor.tokens[cursor.at];
  const isSide = !foot && token?.kind === "word" && /^(left|right)$/i.test(token.value);
  return direction ?? (isSide ? "side" : "place");
}

interface What {
  readonly foot: Foot | undefined;
  readonly direction: Direction | undefined;
}

const goes = ({ ways }: Element): boolean => ways[0]?.steps.some((step) => step.goes) === true;

/** The direction and the foot that stand behind an element, in either order. */
function readElementEnd(cursor: Cursor, element: Element, before: Foot | undefined): What {
  const first = goes(element) ? takeDirection(cursor) : undefined;
  const foot = before ?? takeFoot(cursor);
  return { foot, direction: first ?? (goes(element) && foot ? takeDirection(cursor) : undefined) };
}

/** The direction and the foot that stand behind an action, in either order. */
function readActionEnd(
  cursor: Cursor,
  action: Action,
  before: Foot | undefined,
  isMarked: boolean,
  context: ItemContext,
): What {
  const takes = takesDirection(action);
  const first = takes ? readDirection(cursor, isMarked || before !== undefined, context) : undefined;
  const foot = before ?? (needsNoFoot(action) ? undefined : takeFoot(cursor));
  return { foot, direction: first ?? (takes && foot ? readDirection(cursor, true, context) : undefined) };
}

/** Blames what stands where an action should, once, with the nearest word that would do. */
function reportNoItem(cursor: Cursor, foot: Foot | undefined, isFirst: boolean, context: ItemContext): null {
  const { report, elements } = context;
  const token = cursor.tokens[cursor.at];
  const others = isFirst ? (foot ? [] : LINE_WORDS) : [...DIRECTIONS, ...MODIFIERS];
  if (token) report(token, itemWords(elements), [...dancedWords(elements), ...others]);
  else
    report(behind(last(cursor)), foot ? "an action after the foot" : "a foot (L, R or both) and an action");
  return null;
}

/** Words that begin a line of another sort. */
const LINE_WORDS = [...ROLES, "use", "free", "beats"];

/**
 * Reads `[FOOT] ACTION [DIRECTION] [FOOT] [MODIFIER …]`, or an element in the place of the action. What cannot be read
 * is reported.
 * @param isCounted whether a count stands before it
 * @param isFirst whether it is the first of its line
 * @returns null when nothing that is danced stands there
 */
export function readItem(
  cursor: Cursor,
  isCounted: boolean,
  isFirst: boolean,
  context: ItemContext,
): Item | null {
  const { report, elements, composed } = context;
  const at = cursor.tokens[cursor.at] ?? behind(last(cursor));
  const extras: Extras = {};
  const before = takeFoot(cursor);
  if (composed && isCounted && modifierAt(cursor, context) !== null) {
    readExtras(cursor, extras, context);
    return { kind: "change", at, ...(before ? { foot: before } : {}), extras };
  }
  const phrase = phraseAt(cursor.tokens, cursor.at, elements);
  if (!phrase) return reportNoItem(cursor, before, isFirst, context);
  const { meaning } = phrase;
  const changesHold = meaning.kind === "action" && meaning.action === "hold" && namesHold(cursor, context);
  cursor.at += phrase.used;
  if (meaning.kind === "element") {
    const { foot, direction } = readElementEnd(cursor, meaning.element, before);
    readExtras(cursor, extras, context);
    if (foot === "both") {
      report(at, `L or R before ${meaning.element.name}`);
      return null;
    }
    return { kind: "element", element: meaning.element, at, extras, ...given({ foot, direction }) };
  }
  const action = meaning.kind === "step" ? readStepWord(cursor, before) : meaning.action;
  const { foot, direction } = readActionEnd(cursor, action, before, isCounted && isFirst, context);
  if (changesHold) setHold(extras, readHold(cursor, context));
  readExtras(cursor, extras, context);
  if (foot === "both" && !canBeBoth(action)) {
    report(at, `L or R before ${action}`);
    return null;
  }
  return { kind: "step", action, at, extras, ...given({ foot, direction }) };
}

function setHold(extras: Extras, hold: string | null): void {
  if (hold !== null) extras.hold = hold;
}

const given = ({ foot, direction }: What) => ({
  ...(foot ? { foot } : {}),
  ...(direction ? { direction } : {}),
});
