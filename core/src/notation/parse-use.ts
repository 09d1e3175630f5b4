import { fullWord } from "./read-extras.ts";
import { behind, type Report } from "./report.ts";
import type { Statement, Token } from "./scan.ts";
import type { Use } from "./types.ts";
import { MAX_BEATS } from "./words.ts";

/** A `use` line and the place of the name in it. */
export interface PlacedUse {
  readonly use: Use;
  readonly at: Token;
}

const COUNTS = /^(\d{1,3})(?:[-–](\d{1,3}))?$/;
const TIMES = /^(?:x|×)(\d{1,2})$|^(\d{1,2})(?:x|×)$/i;
const MOST_TIMES = 64;

/** `x2` or `2x`: how often something is danced; `null` for any other word. */
export function timesIn(token: Token | undefined): number | null {
  const match = token?.kind === "word" ? TIMES.exec(token.value) : null;
  const times = Number(match?.[1] ?? match?.[2]);
  return match && times >= 1 && times <= MOST_TIMES ? times : null;
}

/** Whether `other side` stands at a place. */
export const saysOtherSide = (tokens: readonly Token[], at: number): boolean =>
  [tokens[at], tokens[at + 1]].every(
    (token, index) => token?.kind === "word" && token.value.toLowerCase() === ["other", "side"][index],
  );

function readCounts(token: Token | undefined, word: Token, report: Report): readonly [number, number] | null {
  const match = token?.kind === "word" ? COUNTS.exec(token.value) : null;
  const from = Number(match?.[1]);
  const to = Number(match?.[2] ?? match?.[1]);
  if (match && from >= 1 && from <= to && to <= MAX_BEATS) return [from, to];
  report(token ?? behind(word), "the first and last count, such as 1-3");
  return null;
}

const MORE = ["counts", "leader", "follower", "other side"];
const endsName = (tokens: readonly Token[], at: number): boolean => {
  const token = tokens[at];
  return (
    token?.kind !== "word" ||
    MORE.includes(fullWord(token)) ||
    timesIn(token) !== null ||
    saysOtherSide(tokens, at)
  );
};

/** The name of a figure, in quotes, or as the words up to what is said more of it. */
function readName(
  [word, ...rest]: Statement,
  report: Report,
): { name: string; at: Token; used: number } | null {
  const [first] = rest;
  if (first?.kind === "text" && !first.open && first.value.trim() !== "")
    return { name: first.value.trim(), at: first, used: 1 };
  let used = 0;
  while (!endsName(rest, used)) used += 1;
  if (first && used > 0) {
    const name = rest
      .slice(0, used)
      .map(({ value }) => value)
      .join(" ");
    const end = rest[used - 1] as Token;
    return { name, at: { ...first, value: name, length: end.column + end.length - first.column }, used };
  }
  report(first ?? behind(word), "the name of a figure in double quotes");
  return null;
}

/**
 * Reads `use "Other figure" [counts a-b] [leader | follower] [other side] [x2]`.
 * @returns the use, or null when it names no figure
 */
export function readUse(statement: Statement, report: Report): PlacedUse | null {
  const named = readName(statement, report);
  if (!named) return null;
  const rest = statement.slice(1 + named.used);
  const use: { -readonly [K in keyof Use]: Use[K] } = { name: named.name };
  for (let at = 0; at < rest.length; at += 1) {
    const token = rest[at] as Token;
    const full = token.kind === "word" ? fullWord(token) : "";
    const times = timesIn(token);
    if (full === "counts" && !use.counts) {
      at += 1;
      const counts = readCounts(rest[at], token, report);
      if (counts) use.counts = counts;
    } else if ((full === "leader" || full === "follower") && !use.role) use.role = full;
    else if (saysOtherSide(rest, at) && !use.otherSide) {
      use.otherSide = true;
      at += 1;
    } else if (times !== null && use.times === undefined) {
      if (times > 1) use.times = times;
    } else {
      report(token, "counts, leader, follower, other side, x2 or the end of the line", MORE);
      break;
    }
  }
  return { use, at: named.at };
}
