import { phraseAt } from "./lexicon.ts";
import { timesIn } from "./parse-use.ts";
import type { Cursor, ItemContext } from "./read-extras.ts";
import { spokenNumber, wordAt } from "./read-turn.ts";

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
  const phrase = phraseAt(tokens, at + 1, elements);
  const last = phrase && wordAt(tokens, at + phrase.used);
  return phrase?.meaning.kind === "element" && last !== null && /s$/.test(last) && !/ss$/.test(last);
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
