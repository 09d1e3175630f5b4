import { beatNumber, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { phraseAt } from "./lexicon.ts";
import { saysOtherSide, timesIn } from "./parse-use.ts";
import {
  countsWithin,
  isCount,
  isOffbeatWord,
  isRhythmName,
  isRhythmWord,
  type RhythmBeats,
  readCount,
  readRhythm,
} from "./read-count.ts";
import { type Cursor, footWord, fullWord, type ItemContext } from "./read-extras.ts";
import { type Item, readItem } from "./read-item.ts";
import { behind } from "./report.ts";
import type { Token } from "./scan.ts";
import { MAX_BEATS } from "./words.ts";

/** Something of a role in its time, in the order of the text. */
export type Placed = {
  /** The count as it stands in the text, or the word that is danced there. */
  readonly at: Token;
  readonly onset: Ticks;
} & (
  | {
      readonly kind: "item";
      readonly item: Item /** Onsets that were written for each of its steps. */;
      readonly onsets?: readonly Ticks[];
    }
  | { readonly kind: "omit" }
  /** All before it in this role, once more on the other side. */
  | { readonly kind: "other-side" }
  | { readonly kind: "comment"; readonly text: string }
);

/** What was read of one role so far. */
export interface RoleRow {
  readonly placed: Placed[];
  /** Whether something stands in the text, even if it cannot be read. */
  tried: boolean;
  /** Whether its steps are placed by S and Q or by numbers; null before the first count. */
  byRhythm: boolean | null;
  /** The last beat number read, 0 before the first. */
  beat: number;
  /** Where what was read so far ends; what stands without a count begins there. */
  end: Ticks;
  /** Some of it has no count of its own. */
  uncounted: boolean;
}

/** A role before anything is read of it. */
export const emptyRow = (): RoleRow => ({
  placed: [],
  tried: false,
  byRhythm: null,
  beat: 0,
  end: 0,
  uncounted: false,
});

/** What reading takes of the dance for a row of steps. */
export interface RowContext extends ItemContext {
  readonly rhythm: RhythmBeats;
  /** Whether `&` and `a` lie at two thirds of the beat. */
  readonly swung: boolean;
}

interface Counted {
  readonly at: Token;
  readonly onset: Ticks;
}

/** The onset of a count, whichever way its role counts; null when it cannot be read. */
function readOnset(row: RoleRow, count: Token, { rhythm, swung, report }: RowContext): Ticks | null {
  const byWord = isRhythmWord(count);
  const isBare = isOffbeatWord(count);
  if (row.byRhythm === null && !isBare) row.byRhythm = byWord;
  if (!isBare && row.byRhythm !== byWord) {
    report(count, row.byRhythm ? "S, Q, & or a, as in the lines before" : "a number, as in the lines before");
    return null;
  }
  const read = row.byRhythm ? readRhythm(count, row.end, rhythm, swung) : readCount(count, row.beat, swung);
  if (!read) {
    report(count, row.byRhythm ? "S, Q, & or a" : `a count from 1 to ${MAX_BEATS}`);
    return null;
  }
  if ("beat" in read) row.beat = read.beat;
  else row.end = read.end;
  return read.onset;
}

/** `slow turn L 1/4`, `slow L`: nothing that is danced follows, so the word is what is danced. */
function standsAlone({ tokens, at }: Cursor, { elements }: RowContext): boolean {
  const next = tokens[at + 1];
  if (!next) return false;
  const isFoot = footWord(next) !== undefined;
  return !isCount(next) && phraseAt(tokens, isFoot ? at + 2 : at + 1, elements) === null;
}

/** Counts that stand one after the other; null among them for one that cannot be read. */
function takeCounts(row: RoleRow, cursor: Cursor, context: RowContext): (Counted | null)[] {
  const counts: (Counted | null)[] = [];
  for (let token = cursor.tokens[cursor.at]; token && isCount(token); token = cursor.tokens[cursor.at]) {
    if (isRhythmName(token) && (row.byRhythm === false || standsAlone(cursor, context))) break;
    cursor.at += 1;
    for (const at of countsWithin(token)) {
      const onset = readOnset(row, at, context);
      counts.push(onset === null ? null : { at, onset });
    }
  }
  return counts;
}

const nextBeat = (onset: Ticks): Ticks => (Math.floor(onset / TICKS_PER_BEAT) + 1) * TICKS_PER_BEAT;

const stepsIn = (item: Item): number =>
  item.kind === "element" ? (item.element.ways[0]?.steps.length ?? 1) : 1;
const lengthOf = (item: Item): Ticks =>
  item.kind === "element" ? (item.element.ways[0]?.length ?? TICKS_PER_BEAT) : TICKS_PER_BEAT;

/** Lays an item at its counts, or behind what stands before it. */
function place(row: RoleRow, item: Item, counts: readonly Counted[]): void {
  const [first, ...more] = counts;
  const onset = first?.onset ?? row.end;
  if (!first) [row.beat, row.uncounted] = [beatNumber(onset), true];
  const last = more.at(-1)?.onset ?? onset;
  const ends =
    item.kind === "element" && more.length === 0
      ? onset + lengthOf(item)
      : first
        ? nextBeat(last)
        : last + TICKS_PER_BEAT;
  if (row.byRhythm !== true || !first) row.end = Math.max(row.end, ends);
  const onsets = more.length > 0 ? { onsets: counts.map((count) => count.onset) } : {};
  row.placed.push({ kind: "item", at: first?.at ?? item.at, onset, item, ...onsets });
}

/** `slow slow quick quick` alone: each is an element of its own, where the dance has them. */
function placeRhythm(row: RoleRow, counts: readonly Counted[], { elements }: RowContext): boolean {
  const items = counts.map(({ at }): Item | null => {
    const word = /^s/i.test(at.value) ? "slow" : "quick";
    const element = elements.find(({ name }) => name === word);
    return element && isRhythmWord(at) ? { kind: "element", element, at, extras: {} } : null;
  });
  if (items.length === 0 || items.includes(null)) return false;
  items.forEach((item, index) => {
    const count = counts[index];
    if (item && count) row.placed.push({ kind: "item", at: count.at, onset: count.onset, item });
  });
  return true;
}

const isHold = (item: Item): boolean => item.kind === "step" && item.action === "hold";

/** Goes on behind a word that cannot be read: at the next count. */
function skipToCount(cursor: Cursor): void {
  cursor.at += 1;
  while (cursor.at < cursor.tokens.length && !isCount(cursor.tokens[cursor.at] as Token)) cursor.at += 1;
}

/** Lays an item, as often as it is said, at as many of the counts before it as it has steps. */
function placeTimes(row: RoleRow, item: Item, counts: Counted[], times: number): void {
  for (let time = 0; time < times; time++) {
    const steps = stepsIn(item);
    const own = counts.splice(0, counts.length >= steps ? steps : 1);
    place(row, item, own);
  }
  // A pause lasts through all the counts that are said for it.
  if (isHold(item)) row.end = Math.max(row.end, ...counts.splice(0).map(({ onset }) => nextBeat(onset)));
}

/**
 * Reads what is danced in one row: `[COUNT …] ITEM [xN] …`. Counts go to the steps in order; what has none follows what
 * stands before it.
 */
export function readRow(row: RoleRow, tokens: readonly Token[], from: number, context: RowContext): void {
  const { report } = context;
  const cursor: Cursor = { tokens, at: from };
  row.tried = true;
  let waiting: Counted[] = [];
  let lost = false;
  for (let isFirst = true; cursor.at < tokens.length; isFirst = false) {
    const read = takeCounts(row, cursor, context);
    waiting.push(...read.filter((count) => count !== null));
    lost = read.includes(null);
    const next = tokens[cursor.at];
    if (!next) break;
    if (next.kind === "word" && fullWord(next) === "omit" && waiting.length > 0) {
      cursor.at += 1;
      if (!context.composed) report(next, "omit only in a figure that uses another");
      else for (const { at, onset } of waiting.splice(0)) row.placed.push({ kind: "omit", at, onset });
      continue;
    }
    if (saysOtherSide(tokens, cursor.at)) {
      row.placed.push({ kind: "other-side", at: next, onset: row.end });
      row.end = 2 * Math.ceil(row.end / TICKS_PER_BEAT) * TICKS_PER_BEAT;
      cursor.at += 2;
      continue;
    }
    const isCounted = waiting.length > 0 || lost;
    const item = readItem(cursor, isCounted, isFirst, context);
    if (!item) {
      waiting = [];
      skipToCount(cursor);
      continue;
    }
    const times = timesIn(tokens[cursor.at]);
    if (times !== null) cursor.at += 1;
    // Where its count cannot be read, it is not known when it is danced.
    if (waiting.length > 0 || !lost) placeTimes(row, item, waiting, times ?? 1);
  }
  const [left] = waiting;
  if (!left || placeRhythm(row, waiting, context)) return;
  report(behind(waiting.at(-1)?.at ?? left.at), "a foot (L, R or both) and an action");
}
