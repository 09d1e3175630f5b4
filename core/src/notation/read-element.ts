import { directionAt, type Meaning, phraseAt } from "./lexicon.ts";
import {
  type Cursor,
  footAt,
  fullWord,
  type ItemContext,
  modifierAt,
  namesHold,
  saysFoot,
} from "./read-extras.ts";
import { readTurnSize, senseAt, wordAt } from "./read-turn.ts";
import { type Token, textBetween } from "./scan.ts";
import type { Element, Foot } from "./types.ts";
import { type Action, type Direction, isDirection, takesDirection } from "./words.ts";

const NO_ELEMENTS: readonly Element[] = [];

/** The foot and the direction that were said of what is danced. */
export interface What {
  readonly foot: Foot | undefined;
  readonly direction: Direction | undefined;
}

/** A direction that stands at the cursor, taken. */
export function takeDirection(cursor: Cursor): Direction | undefined {
  const found = directionAt(cursor.tokens, cursor.at);
  if (found) cursor.at += found.used;
  return found?.direction;
}

/** `left`, `left foot` or `with the left foot`. */
export function takeFoot(cursor: Cursor): Foot | undefined {
  const foot = footAt(cursor);
  if (!foot) return undefined;
  cursor.at += 1;
  if (saysFoot(cursor.tokens, cursor.at)) cursor.at += 1;
  return foot;
}

/** Whether something that is danced stands at the cursor, with no count, foot or comma before it. */
const isDancedAt = ({ tokens, at }: Cursor, context: ItemContext): boolean =>
  tokens[at] !== undefined &&
  modifierAt({ tokens, at }, context) === null &&
  phraseAt(tokens, at, context.elements) !== null;

const goes = ({ ways }: Element): boolean => ways[0]?.steps.some((step) => step.goes) === true;

/** Where an element goes by itself. */
const goesBy = ({ ways }: Element): Action | undefined => ways[0]?.steps.find((step) => step.goes)?.action;

/** Of these `left` and `right` say rather where they go than on which foot. */
const TO_SIDE: ReadonlySet<string> = new Set(["rock step", "balance"]);
const WALKED: ReadonlySet<string> = new Set(["walk", "run", "slow", "quick"]);

/**
 * Of what turns by itself, `left` written out or `to the left` is the way of the turn: the foot on which it turns that
 * way.
 */
function takeFootOfTurn(cursor: Cursor, element: Element): Foot | undefined {
  const { tokens, at } = cursor;
  const said = senseAt(tokens, at);
  const turn = element.ways[0]?.steps.find((step) => step.turn)?.turn;
  if (!said || !turn || /^[lr]$/.test(wordAt(tokens, at)) || saysFoot(tokens, at + said.used))
    return undefined;
  cursor.at += said.used;
  return said.sense === turn.sense ? "L" : "R";
}

/** The direction and the foot that stand behind an element, in either order; what may be meant otherwise is in doubt. */
export function readElementEnd(
  cursor: Cursor,
  element: Element,
  { foot: before, direction: said, isSaid }: What & { readonly isSaid: boolean },
  begin: Token,
  context: ItemContext,
): What {
  const { tokens } = cursor;
  const { name } = element;
  if (isSaid) return { foot: before ?? takeFoot(cursor), direction: said };
  // What stays in place by itself is only said to: `anchor in place`.
  if (!goes(element) && directionAt(tokens, cursor.at)?.direction === "place") takeDirection(cursor);
  const own = element.ways[0]?.steps[0]?.action;
  const again = !goes(element) && own && isDirection(own) ? directionAt(tokens, cursor.at) : null;
  if (again && again.direction === own && !isDancedAt({ tokens, at: cursor.at + 1 }, context)) {
    // `coaster back` says where it goes anyway; a step behind it may be meant as well.
    cursor.at += again.used;
    const to = tokens[cursor.at - 1] as Token;
    context.doubt(begin, to, [`${name},`, `${name}, ${own},`]);
    return { foot: before ?? takeFoot(cursor), direction: undefined };
  }
  const start = cursor.at;
  const first = goes(element) ? takeDirection(cursor) : undefined;
  if (first && isDancedAt(cursor, context)) {
    const to = tokens[cursor.at - 1] as Token;
    // Nobody walks to the side or together: that is a step of its own.
    const isLast = cursor.at === tokens.length - 1;
    const isElement = phraseAt(tokens, cursor.at, context.elements)?.meaning.kind === "element";
    const isApart = isLast && !isElement && WALKED.has(name) && /^(?:side|close|place)$/.test(first);
    // A foot that was written behind it lies within what is asked.
    const foot = tokens[tokens.indexOf(begin) - 1];
    const isWithin = before && foot && foot.line === begin.line && foot.column > begin.column;
    const named = isWithin ? `${name} ${before}` : name;
    const ways = [`${named} ${first},`, `${named}, ${first},`];
    context.doubt(begin, to, isApart ? ways.toReversed() : ways);
    if (isApart) {
      cursor.at = start;
      return { foot: before, direction: undefined };
    }
  }
  const turned = before ? undefined : takeFootOfTurn(cursor, element);
  if (turned) return { foot: turned, direction: first };
  const word = tokens[cursor.at];
  const foot = before ?? takeFoot(cursor);
  const direction = first ?? (goes(element) && foot ? takeDirection(cursor) : undefined);
  const isBySide = !direction && !before && foot && foot !== "both" && goesBy(element) !== "side";
  if (!isBySide || !word || word.value.length < 2 || !goes(element)) return { foot, direction };
  const ways = [`${name} ${foot},`, `${name} side ${foot},`];
  const isToSide = TO_SIDE.has(name);
  context.doubt(begin, word, isToSide ? ways.toReversed() : ways);
  return { foot, direction: isToSide ? "side" : undefined };
}

/** Elements before which a direction says where they go, and nothing else: `side rock`. */
const COMPOUNDS: ReadonlySet<string> = new Set([
  ...["rock step", "shuffle", "lock step", "walk", "run", "step close", "balance", "step hop"],
]);

/** An element as it is said to go somewhere; where it goes by itself nothing is said. */
const saidTo = (element: Element, direction: Direction, foot: Foot | undefined): string =>
  `${[element.name, goesBy(element) === direction ? "" : direction, foot ?? ""].filter(Boolean).join(" ")},`;

/** Elements that are a rhythm as well; behind a step they say how long it lasts. */
const RHYTHMS: ReadonlySet<string> = new Set(["slow", "quick"]);

interface Compound {
  readonly element: Element;
  readonly direction: Direction | undefined;
  readonly used: number;
}

/** A direction and an element that goes are one thing: `side rock`, `back shuffle`. Where it may be two, that is asked. */
export function compoundAt(
  { tokens, at }: Cursor,
  meaning: Meaning,
  used: number,
  before: Foot | undefined,
  context: ItemContext,
): Compound | null {
  if (meaning.kind !== "action" || !isDirection(meaning.action)) return null;
  const next = phraseAt(tokens, at + used, context.elements);
  if (next?.meaning.kind !== "element" || RHYTHMS.has(next.meaning.element.name)) return null;
  const { element } = next.meaning;
  if (!goes(element)) {
    // `side chassé` says where it goes anyway; a step before it may be meant as well.
    if (element.ways[0]?.steps[0]?.action !== meaning.action) return null;
    const end = at + used + next.used;
    const foot = before ? undefined : footAt({ tokens, at: end });
    const named = `${[element.name, foot].filter(Boolean).join(" ")},`;
    const to = tokens[foot ? end : end - 1] as Token;
    context.doubt(tokens[at] as Token, to, [named, `${meaning.action}, ${named}`]);
    return { element, direction: undefined, used: used + next.used };
  }
  const direction = meaning.action;
  const rock = context.elements.find(({ name }) => name === "rock step");
  const end = at + used + next.used;
  const foot = before ? undefined : footAt({ tokens, at: end });
  const [from, to] = [tokens[at] as Token, tokens[foot ? end : end - 1] as Token];
  // A break back is a rock in one school, and a step more in the other.
  const isBreak = element.name === "break" && rock !== undefined;
  const asRock = isBreak && direction === "back";
  if (isBreak) {
    const spelled = `${[direction, foot].filter(Boolean).join(" ")}, replace, close,`;
    const asRocked = saidTo(rock, direction, foot);
    context.doubt(from, to, asRock ? [asRocked, spelled] : [saidTo(element, direction, foot), asRocked]);
  } else if (!COMPOUNDS.has(element.name))
    context.doubt(from, to, [
      saidTo(element, direction, foot),
      `${direction}, ${saidTo(element, goesBy(element) as Direction, foot)}`,
    ]);
  const own = asRock ? rock : element;
  return {
    element: own,
    direction: goesBy(own) === direction ? undefined : direction,
    used: used + next.used,
  };
}

/**
 * Of `side rock cross shuffle` the cross may end one thing or begin the next: it is taken to begin the next, and asked.
 * @returns the phrase without its ending; `null` where that word belongs to nothing behind it
 */
function endingTaken(
  { tokens, at }: Cursor,
  used: number,
  context: ItemContext,
): ReturnType<typeof phraseAt> {
  const end = at + used - 1;
  if (fullWord(tokens[end] as Token) !== "cross") return null;
  const next = phraseAt(tokens, end, context.elements);
  const shorter = phraseAt(tokens.slice(at, end), 0, context.elements);
  const rest = shorter ? phraseAt(tokens.slice(at, end), shorter.used, context.elements)?.used : 0;
  // `side rock` is a way and what goes that way.
  if (!next || !shorter || shorter.used + (rest ?? 0) !== used - 1) return null;
  const isWay = next.meaning.kind === "action" && next.used === 1 && isDirection(next.meaning.action);
  const behind = isWay ? phraseAt(tokens, end + 1, context.elements) : null;
  const isCompound = behind?.meaning.kind === "element" && COMPOUNDS.has(behind.meaning.element.name);
  const more =
    next.meaning.kind === "element" && next.used > 1 ? next.used : isCompound ? 1 + behind.used : 0;
  if (more === 0) return null;
  const words = (from: number, to: number) => textBetween(tokens, from, to);
  context.doubt(tokens[at] as Token, tokens[end + more - 1] as Token, [
    `${words(at, end)}, ${words(end, end + more)},`,
    `${words(at, end + 1)}, ${words(end + 1, end + more)},`,
  ]);
  return shorter;
}

/** The phrase at the cursor; of a name that ends in a word such as `turn`, only what stands before where that says more. */
export function itemPhraseAt(
  { tokens, at }: Cursor,
  before: Foot | undefined,
  context: ItemContext,
): ReturnType<typeof phraseAt> {
  const phrase = phraseAt(tokens, at, context.elements);
  if (phrase?.meaning.kind !== "element" || phrase.used < 2) return phrase;
  const end = at + phrase.used - 1;
  const apart = endingTaken({ tokens, at }, phrase.used, context);
  if (apart) return apart;
  // A step is written with its foot before it, an element with its foot behind.
  if (before) {
    const action = phraseAt(tokens.slice(at, at + phrase.used), 0, NO_ELEMENTS);
    const way = action && directionAt(tokens, at + action.used);
    const isStep = action?.meaning.kind === "action" && takesDirection(action.meaning.action);
    if (isStep && way && action.used + way.used === phrase.used) return action;
  }
  if (!saysMore(tokens, end, context)) return phrase;
  const shorter = phraseAt(tokens.slice(at, end), 0, context.elements);
  return shorter && shorter.used === phrase.used - 1 ? shorter : phrase;
}

/** Whether a word with what stands behind it says more of a step: a turn with its size, a hold with its name. */
function saysMore(tokens: readonly Token[], at: number, context: ItemContext): boolean {
  const token = tokens[at] as Token;
  const word = token.kind === "word" ? fullWord(token) : "";
  if (word === "hold") return namesHold({ tokens, at }, context);
  if (word === "lead" || word === "cue") return tokens[at + 1]?.kind === "text";
  if (word !== "turn") return false;
  const sense = senseAt(tokens, at + 1);
  return sense !== null && readTurnSize(tokens, at + 1 + sense.used) !== null;
}
