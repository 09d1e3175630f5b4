import { beatNumber, TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { withoutBars } from "./bars.ts";
import { phraseAt } from "./lexicon.ts";
import { saysOtherSide } from "./parse-use.ts";
import { withoutCarriers } from "./plain-words.ts";
import {
  countsWithin,
  isCount,
  isOffbeatWord,
  isRhythmName,
  isRhythmWord,
  readCount,
  readRhythm,
} from "./read-count.ts";
import {
  type Cursor,
  type Extras,
  footWord,
  fullWord,
  isJoiner,
  modifierAt,
  namesHold,
  readExtras,
} from "./read-extras.ts";
import { type Item, readItem } from "./read-item.ts";
import {
  doubtLasting,
  isManyAt,
  takeLasting,
  takeTimes,
  timesBefore,
  timesBehind,
  timesOfMany,
} from "./read-times.ts";
import { turnShares } from "./read-turn.ts";
import { behind } from "./report.ts";
import { type Counted, nextBeat, type RoleRow, type RowContext } from "./row.ts";
import type { Token } from "./scan.ts";
import { canBeSpelled, endSpelling, spells } from "./spelling.ts";
import { isWeightAction, MAX_BEATS } from "./words.ts";

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
function standsAlone({ tokens, at }: Cursor, context: RowContext): boolean {
  const { elements } = context;
  const next = tokens[at + 1];
  if (!next) return false;
  const from = footWord(next) === undefined ? at + 1 : at + 2;
  if (isCount(next)) return false;
  const word = tokens[from];
  const isHold = word?.kind === "word" && fullWord(word) === "hold";
  return phraseAt(tokens, from, elements) === null || (isHold && namesHold({ tokens, at: from }, context));
}

/** Counts that stand one after the other; null among them for one that cannot be read. */
function takeCounts(row: RoleRow, cursor: Cursor, context: RowContext): (Counted | null)[] {
  const counts: (Counted | null)[] = [];
  for (let token = cursor.tokens[cursor.at]; token && isCount(token); token = cursor.tokens[cursor.at]) {
    // Between things said in a row without counts, `and` only joins them, and `a` is no count.
    if (row.byRhythm === null && row.uncounted && /^(?:and|a)$/i.test(token.value)) {
      cursor.at += 1;
      continue;
    }
    if (isManyAt(cursor, context)) break;
    const isCounted = row.byRhythm === false || (row.byRhythm === null && counts.length > 0);
    if (isRhythmName(token) && (isCounted || standsAlone(cursor, context))) break;
    cursor.at += 1;
    for (const at of countsWithin(token)) {
      const onset = readOnset(row, at, context);
      counts.push(onset === null ? null : { at, onset });
    }
  }
  return counts;
}

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

/** `side slow`, `recover quick`: the rhythm of a step may stand behind it, at the end of what is said. */
function rhythmBehind(row: RoleRow, cursor: Cursor, context: RowContext): Counted | null {
  const at = cursor.tokens[cursor.at];
  if (!at || !isRhythmName(at) || cursor.at < cursor.tokens.length - 1 || row.byRhythm === false) return null;
  const onset = readOnset(row, at, context);
  cursor.at += 1;
  return onset === null ? null : { at, onset };
}

/** Goes on behind a word that cannot be read: at the next count. */
function skipToCount(cursor: Cursor): void {
  cursor.at += 1;
  while (cursor.at < cursor.tokens.length && !isCount(cursor.tokens[cursor.at] as Token)) cursor.at += 1;
}

/** An item once more: where its steps end on the other foot, on that one. */
function again(item: Item, time: number): Item {
  const actions =
    item.kind === "element"
      ? (item.element.ways[0]?.steps ?? []).map(({ action }) => action)
      : item.kind === "step"
        ? [item.action]
        : [];
  const changes = actions.filter(isWeightAction).length;
  if (!item.foot || item.foot === "both" || changes % 2 === 0) return item;
  const other = item.foot === "L" ? "R" : "L";
  return { ...item, foot: time % 2 === 1 ? other : item.foot };
}

/** What is danced each time: as it is said, but of a turn that is shared out its share. */
function timesOf(item: Item, times: number): Item[] {
  const each = Array.from({ length: times }, (_, time) => (time === 0 ? item : again(item, time)));
  const { turn, spread } = item.extras;
  if (!turn || !spread || times === 1) return each;
  const shares = turnShares(
    turn.degrees,
    each.map(() => 1),
  );
  return each.map((one, time) => ({
    ...one,
    extras: { ...one.extras, turn: { ...turn, degrees: shares[time] ?? 0 } },
  }));
}

/** `walk 3 turn R 1 spread`: a turn that is shared out over all that was said several times. */
function withSharedTurn(cursor: Cursor, item: Item, context: RowContext): Item {
  if (item.extras.turn || modifierAt(cursor, context) !== "turn") return item;
  const behind: Cursor = { tokens: cursor.tokens, at: cursor.at };
  const said: Extras = {};
  readExtras(behind, said, { ...context, report: () => undefined });
  if (!said.turn || !said.spread) return item;
  cursor.at = behind.at;
  return { ...item, extras: { ...item.extras, ...said } };
}

/** Lays an item, as often as it is said, at as many of the counts before it as it has steps. */
function placeTimes(row: RoleRow, item: Item, counts: Counted[], times: number): void {
  const each = timesOf(item, times);
  for (let time = 0; time < times && row.end <= MAX_BEATS * TICKS_PER_BEAT; time++) {
    const steps = stepsIn(item);
    const own = counts.splice(0, counts.length >= steps ? steps : 1);
    place(row, each[time] as Item, own);
  }
  // A pause lasts through all the counts that are said for it.
  if (isHold(item)) row.end = Math.max(row.end, ...counts.splice(0).map(({ onset }) => nextBeat(onset)));
}

/**
 * Reads what is danced in one row: `[COUNT …] ITEM [xN] …`. Counts go to the steps in order; what has none follows what
 * stands before it.
 */
export function readRow(row: RoleRow, written: readonly Token[], from: number, context: RowContext): void {
  const { report } = context;
  const tokens = withoutBars(withoutCarriers(written, from, context), from, context.meter);
  const cursor: Cursor = { tokens, at: from };
  row.tried = true;
  // That it is too long was said.
  if (row.end > MAX_BEATS * TICKS_PER_BEAT) return;
  let waiting: Counted[] = [];
  let lost = false;
  /** What is danced in the row, where it is only one thing. */
  let only: Item | null = null;
  const begun = row.placed.length;
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
    if (isJoiner(next)) {
      cursor.at += 1;
      continue;
    }
    if (saysOtherSide(tokens, cursor.at)) {
      endSpelling(row, context);
      if (2 * row.end > MAX_BEATS * TICKS_PER_BEAT) {
        report(next, `at most ${MAX_BEATS} beats in a figure`);
        return;
      }
      row.placed.push({ kind: "other-side", at: next, onset: row.end });
      row.end = 2 * Math.ceil(row.end / TICKS_PER_BEAT) * TICKS_PER_BEAT;
      cursor.at += 2;
      continue;
    }
    const isCounted = waiting.length > 0 || lost;
    const many = isCounted ? null : timesBefore(cursor, context);
    const beginAt = cursor.at;
    const begin = cursor.tokens[beginAt] as Token;
    const item = readItem(cursor, isCounted, isFirst, context);
    if (!item) {
      waiting = [];
      skipToCount(cursor);
      continue;
    }
    const behind = isCounted ? null : rhythmBehind(row, cursor, context);
    if (behind) waiting.push(behind);
    const itemEnd = cursor.at;
    const lasting = takeLasting(cursor);
    const asMany =
      !isCounted && lasting !== null && item.kind === "element" && stepsIn(item) === 1 && lasting > 1;
    if (asMany) doubtLasting(cursor, [beginAt, itemEnd], lasting, context);
    const behindIt = isCounted || stepsIn(item) > 1 ? null : timesBehind(cursor);
    const said = takeTimes(cursor) ?? many ?? behindIt ?? (asMany ? lasting : null);
    const times = said ?? (isCounted || behind ? null : timesOfMany(cursor, beginAt, context)) ?? 1;
    if (times === 1 && spells(row, item, waiting, tokens[cursor.at - 1] as Token)) {
      waiting = [];
      continue;
    }
    endSpelling(row, context);
    // Where its count cannot be read, it is not known when it is danced.
    if (waiting.length === 0 && lost) continue;
    only = row.placed.length === begun ? item : null;
    placeTimes(row, times > 1 ? withSharedTurn(cursor, item, context) : item, waiting, times);
    const placed = row.placed.at(-1);
    if (lasting !== null && !asMany && placed)
      row.end = Math.max(row.end, nextBeat(placed.onset) + (lasting - 1) * TICKS_PER_BEAT);
    const place = row.placed.at(-1);
    if (times === 1 && !context.composed && item.kind === "element" && canBeSpelled(item.element))
      if (place?.kind === "item" && !place.onsets)
        row.spelling = { element: item.element, place, said: 1, last: begin };
    if (row.end > MAX_BEATS * TICKS_PER_BEAT) {
      report(begin, `at most ${MAX_BEATS} beats in a figure`);
      return;
    }
  }
  if (only && waiting.length > 0 && stepsIn(only) === 1 && !isHold(only)) {
    // `1-4 walk` is a walk on each.
    waiting.splice(0).forEach((count, at) => {
      place(row, again(only as Item, at + 1), [count]);
    });
  }
  const [left] = waiting;
  if (!left || placeRhythm(row, waiting, context)) return;
  report(behind(waiting.at(-1)?.at ?? left.at), "a foot (L, R or both) and an action");
}
