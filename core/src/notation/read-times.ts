import { counted } from "../words/index.ts";
import { phraseAt } from "./lexicon.ts";
import { timesIn } from "./parse-use.ts";
import { type Cursor, footWord, type ItemContext } from "./read-extras.ts";
import { spokenNumber, wordAt } from "./read-turn.ts";
import { type Token, textBetween } from "./scan.ts";
import { isDirection } from "./words.ts";

const HOW_OFTEN: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3 };

const numberIn = (word: string): number | null =>
  spokenNumber(word) ?? (/^[1-9]$/.test(word) ? Number(word) : null);

/** `x2`, `twice` or `three times` behind what is danced. */
export function takeTimes(cursor: Cursor): number | null {
  const { tokens, at } = cursor;
  const word = wordAt(tokens, at);
  const alone = timesIn(tokens[at]) ?? HOW_OFTEN[word] ?? null;
  const times = alone ?? (wordAt(tokens, at + 1) === "times" ? numberIn(word) : null);
  if (times !== null) cursor.at += alone === null ? 2 : 1;
  return times;
}

/** `for four counts`, `2 beats` behind what is danced: how many beats it lasts. */
export function takeLasting(cursor: Cursor): number | null {
  const { tokens, at } = cursor;
  const from = wordAt(tokens, at) === "for" ? at + 1 : at;
  const many = numberIn(wordAt(tokens, from));
  if (many === null || !/^(?:counts?|beats?)$/.test(wordAt(tokens, from + 1))) return null;
  cursor.at = from + 2;
  return many;
}

/** `walk for four counts` is a walk on each, or one that lasts so long: that is asked. */
export function doubtLasting(
  { tokens, at }: Cursor,
  [from, to]: readonly [from: number, to: number],
  beats: number,
  { doubt }: ItemContext,
): void {
  const walk = textBetween(tokens, from, to);
  const rest = beats - 1;
  doubt(tokens[from] as Token, tokens[at - 1] as Token, [
    `${walk} x${beats},`,
    `${walk}, hold ${counted(rest, "count")},`,
  ]);
}

/** `walk 4` at the end of what is said: a number that stands for no count. */
export function timesBehind(cursor: Cursor): number | null {
  const { tokens, at } = cursor;
  const word = wordAt(tokens, at);
  const many = spokenNumber(word) ?? (/^(?:[2-9]|1\d)$/.test(word) ? Number(word) : null);
  if (at !== tokens.length - 1 || many === null) return null;
  cursor.at += 1;
  return many;
}

/** Whether a number and a name of several stand at the cursor: `4 walks`. */
export function isManyAt({ tokens, at }: Cursor, { elements }: ItemContext): boolean {
  if (!/^[1-9]$/.test(wordAt(tokens, at))) return false;
  return phraseAt(tokens, at + 1, elements)?.isMany === true;
}

const TWO = 2;

/**
 * How often `hip bumps` is danced, of which nobody said how many: that is asked, and twice till then.
 * @param from where the name stands, up to the cursor
 */
export function timesOfMany({ tokens, at }: Cursor, from: number, context: ItemContext): number | null {
  const start = footWord(tokens[from]) ? from + 1 : from;
  const phrase = phraseAt(tokens, start, context.elements);
  if (!phrase?.isMany || phrase.meaning.kind === "step") return null;
  const { meaning } = phrase;
  if (meaning.kind === "action" && isDirection(meaning.action)) return null;
  const name = meaning.kind === "element" ? meaning.element.name : meaning.action;
  const said = [textBetween(tokens, from, start), name, textBetween(tokens, start + phrase.used, at)];
  const one = said.filter(Boolean).join(" ");
  context.doubt(tokens[from] as Token, tokens[at - 1] as Token, [`${one} x${TWO},`, `${one},`]);
  return TWO;
}

/** `two walks`, `three triple steps`, `4 walks`. */
export function timesBefore(cursor: Cursor, context: ItemContext): number | null {
  const word = wordAt(cursor.tokens, cursor.at);
  // A name may begin with a number itself: `three-step turn`.
  if (phraseAt(cursor.tokens, cursor.at, context.elements)) return null;
  const many = spokenNumber(word) ?? (isManyAt(cursor, context) ? numberIn(word) : null);
  if (many !== null) cursor.at += 1;
  return many;
}
