import { dancedWords, directionAt, phraseAt } from "./lexicon.ts";
import { type ActionStanding, readActionEnd, readStepWord } from "./read-action.ts";
import { compoundAt, itemPhraseAt, readElementEnd, takeFoot, type What } from "./read-element.ts";
import {
  type Cursor,
  type Extras,
  footWord,
  fullWord,
  type ItemContext,
  isJoiner,
  last,
  modifierAt,
  namesHold,
  readExtras,
  readHold,
  setHold,
} from "./read-extras.ts";
import { behind, type ReportDoubt } from "./report.ts";
import type { Token } from "./scan.ts";
import type { Element, Foot } from "./types.ts";
import {
  type Action,
  canBeBoth,
  DIRECTIONS,
  type Direction,
  isDirection,
  MODIFIERS,
  ROLES,
} from "./words.ts";

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

/** What could stand where something is danced. */
const itemWords = (elements: readonly Element[]): string =>
  `an action such as forward, back, side, close, place or tap${
    elements[0] ? `, or an element such as ${elements[0].name}` : ""
  }`;

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

/** Whether `step` stands at the cursor and begins nothing else. */
const saysStep = ({ tokens, at }: Cursor, { elements }: ItemContext): boolean =>
  phraseAt(tokens, at, elements)?.meaning.kind === "step" && directionAt(tokens, at + 1) === null;

/** Words that begin a line of another sort. */
const LINE_WORDS = [...ROLES, "use", "free", "beats"];

/** `small step back`: how far it goes, said before it. */
function sizeBefore(cursor: Cursor, { elements }: ItemContext): "small" | "long" | null {
  const token = cursor.tokens[cursor.at];
  const word = token?.kind === "word" ? fullWord(token) : "";
  if (word !== "small" && word !== "long") return null;
  const from = cursor.at + (footWord(cursor.tokens[cursor.at + 1]) ? 2 : 1);
  if (!phraseAt(cursor.tokens, from, elements)) return null;
  cursor.at += 1;
  return word;
}

/** An item that was read without a fault, and how many words it took. */
interface Known {
  readonly item: Item;
  readonly used: number;
}

/** Most lines of a library stand in it many times; so many of them are kept for each set of elements and holds. */
const MOST_KNOWN = 4000;
const NO_HOLDS: readonly never[] = [];
const known = new WeakMap<object, WeakMap<object, Map<string, Known>>>();

function knownFor({ elements, holds = NO_HOLDS }: ItemContext): Map<string, Known> {
  const ofElements = known.get(elements) ?? new WeakMap<object, Map<string, Known>>();
  known.set(elements, ofElements);
  const items = ofElements.get(holds) ?? new Map<string, Known>();
  ofElements.set(holds, items);
  if (items.size >= MOST_KNOWN) items.clear();
  return items;
}

/** No item is read from more words than these, so that a long line is read in time that grows with it. */
const MOST_LOOKED_AT = 32;

/** What an item is read from: the words from the cursor on, and what stands before them. */
function keyOf({ tokens, at }: Cursor, isCounted: boolean, isFirst: boolean, composed: boolean): string {
  let key = `${isCounted}${isFirst}${composed}${isJoiner(tokens[at - 1])}${tokens.length > at + MOST_LOOKED_AT}`;
  const end = Math.min(tokens.length, at + MOST_LOOKED_AT);
  for (let index = at; index < end; index++) {
    const { kind, value, open } = tokens[index] as Token;
    key += `${kind === "word" ? " " : open ? "\n“" : '\n"'}${value}`;
  }
  return key;
}

/**
 * Reads an item as `readItemAnew` does; one that was read before, behind the same sort of beginning, is taken from there.
 */
export function readItem(
  cursor: Cursor,
  isCounted: boolean,
  isFirst: boolean,
  context: ItemContext,
): Item | null {
  const items = knownFor(context);
  const key = keyOf(cursor, isCounted, isFirst, context.composed);
  const found = items.get(key);
  const token = cursor.tokens[cursor.at];
  if (found && token) {
    cursor.at += found.used;
    return { ...found.item, at: token };
  }
  const before = cursor.at;
  let sound = true;
  const report: ItemContext["report"] = (...fault) => {
    sound = false;
    context.report(...fault);
  };
  const doubt: ReportDoubt = (...stretch) => {
    sound = false;
    context.doubt(...stretch);
  };
  const item = readItemAnew(cursor, isCounted, isFirst, { ...context, report, doubt });
  if (item && sound && cursor.at - before < MOST_LOOKED_AT / 2)
    items.set(key, { item, used: cursor.at - before });
  return item;
}

interface Begun {
  readonly at: Token;
  readonly extras: Extras;
  readonly isCounted: boolean;
  readonly isFirst: boolean;
}

const textOf = (tokens: readonly Token[]): string =>
  tokens.map(({ kind, value }) => (kind === "text" ? `"${value}"` : value)).join(" ");

/**
 * A turn that is said by itself is done on the spot, on a beat of its own. Before something that is danced it may be
 * done with that, before the foot goes, which is asked.
 */
function readTurnFirst(
  cursor: Cursor,
  { at, extras, isCounted, isFirst }: Begun,
  context: ItemContext,
): Item | null {
  const { tokens } = cursor;
  const begin = cursor.at;
  let sound = true;
  readExtras(cursor, extras, {
    ...context,
    report: (...fault) => {
      sound = false;
      context.report(...fault);
    },
  });
  const onSpot: Item = { kind: "step", action: "swivel", at, extras };
  if (!sound || !extras.turn) return sound ? onSpot : null;
  if (extras.spread) {
    context.report(at, "the steps over which it turns before the turn, such as walk x3 turn R 1 spread");
    return null;
  }
  const words = textOf(tokens.slice(begin, cursor.at));
  const isAnd = /^(?:and|then|&)$/i.test(tokens[cursor.at]?.value ?? "");
  const from = cursor.at + (isAnd ? 1 : 0);
  if (
    extras.turn.first ||
    phraseAt(tokens, footWord(tokens[from]) ? from + 1 : from, context.elements) === null
  )
    return onSpot;
  const next: Cursor = { tokens, at: from };
  const item = readItemAnew(next, isCounted, isFirst, context);
  if (!item || item.kind === "change" || item.extras.turn) return onSpot;
  cursor.at = next.at;
  const danced = textOf(tokens.slice(from, next.at));
  context.doubt(at, tokens[next.at - 1] as Token, [`${danced} ${words} first,`, `${words}, ${danced},`]);
  return { ...item, at, extras: { ...item.extras, turn: { ...extras.turn, first: true } } };
}

/**
 * Reads `[FOOT] ACTION [DIRECTION] [FOOT] [MODIFIER …]`, or an element in the place of the action. What cannot be read
 * is reported.
 * @param isCounted whether a count stands before it
 * @param isFirst whether it is the first of its line
 * @returns null when nothing that is danced stands there
 */
function readItemAnew(
  cursor: Cursor,
  isCounted: boolean,
  isFirst: boolean,
  context: ItemContext,
): Item | null {
  const { report, composed } = context;
  const at = cursor.tokens[cursor.at] ?? behind(last(cursor));
  const extras: Extras = {};
  const isApart = isFirst || isJoiner(cursor.tokens[cursor.at - 1]);
  const standing: ActionStanding = { isMarked: isCounted && isFirst, isApart };
  const size = sizeBefore(cursor, context);
  if (size) extras.size = size;
  const before = takeFoot(cursor);
  if (before && isJoiner(cursor.tokens[cursor.at])) cursor.at += 1;
  if (composed && isCounted && modifierAt(cursor, context) !== null) {
    readExtras(cursor, extras, context);
    return { kind: "change", at, ...(before ? { foot: before } : {}), extras };
  }
  const begin = cursor.tokens[cursor.at] ?? at;
  const phrase = itemPhraseAt(cursor, before, context);
  if (!phrase && !before && modifierAt(cursor, context) === "turn")
    return readTurnFirst(cursor, { at, extras, isCounted, isFirst }, context);
  if (!phrase) return reportNoItem(cursor, before, isFirst, context);
  const { meaning } = phrase;
  const changesHold =
    meaning.kind === "action" &&
    meaning.action === "hold" &&
    fullWord(begin) === "hold" &&
    namesHold(cursor, context);
  const compound = compoundAt(cursor, meaning, phrase.used, before, context);
  cursor.at += compound?.used ?? phrase.used;
  if (compound || meaning.kind === "element") {
    const element = compound?.element ?? (meaning as { readonly element: Element }).element;
    const said = { foot: before, direction: compound?.direction, isSaid: compound !== null };
    const { foot, direction } = readElementEnd(cursor, element, said, begin, context);
    readExtras(cursor, extras, context);
    if (foot === "both") {
      report(at, `L or R before ${element.name}`);
      return null;
    }
    return { kind: "element", element, at, extras, ...given({ foot, direction }) };
  }
  // `forward step` is a step forward.
  if (meaning.kind === "action" && isDirection(meaning.action) && saysStep(cursor, context)) cursor.at += 1;
  const action = meaning.kind === "step" ? readStepWord(cursor, before) : meaning.action;
  const { foot, direction } = readActionEnd(cursor, action, before, standing, context);
  if (changesHold) setHold(extras, readHold(cursor, context));
  readExtras(cursor, extras, context);
  if (foot === "both" && !canBeBoth(action)) {
    report(at, `L or R before ${action}`);
    return null;
  }
  return { kind: "step", action, at, extras, ...given({ foot, direction }) };
}

const given = ({ foot, direction }: What) => ({
  ...(foot ? { foot } : {}),
  ...(direction ? { direction } : {}),
});
