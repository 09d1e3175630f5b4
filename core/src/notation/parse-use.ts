import { behind, fullWord, type Report } from "./parse-step.ts";
import type { Statement, Token } from "./scan.ts";
import type { Use } from "./types.ts";
import { MAX_BEATS } from "./words.ts";

/** A `use` line and the place of the name in it. */
export interface PlacedUse {
  readonly use: Use;
  readonly at: Token;
}

const COUNTS = /^(\d{1,3})(?:[-–](\d{1,3}))?$/;

function readCounts(token: Token | undefined, word: Token, report: Report): readonly [number, number] | null {
  const match = token?.kind === "word" ? COUNTS.exec(token.value) : null;
  const from = Number(match?.[1]);
  const to = Number(match?.[2] ?? match?.[1]);
  if (match && from >= 1 && from <= to && to <= MAX_BEATS) return [from, to];
  report(token ?? behind(word), "the first and last count, such as 1-3");
  return null;
}

/**
 * Reads `use "Other figure" [counts a-b] [leader | follower]`.
 * @returns the use, or null when it names no figure
 */
export function readUse([word, name, ...rest]: Statement, report: Report): PlacedUse | null {
  if (name?.kind !== "text" || name.open || name.value.trim() === "") {
    report(name ?? behind(word), "the name of a figure in double quotes");
    return null;
  }
  const use: { -readonly [K in keyof Use]: Use[K] } = { name: name.value.trim() };
  for (let at = 0; at < rest.length; at += 1) {
    const token = rest[at] as Token;
    const full = token.kind === "word" ? fullWord(token) : "";
    if (full === "counts" && !use.counts) {
      at += 1;
      const counts = readCounts(rest[at], token, report);
      if (counts) use.counts = counts;
    } else if ((full === "leader" || full === "follower") && !use.role) use.role = full;
    else report(token, "counts, leader, follower or the end of the line", ["counts", "leader", "follower"]);
  }
  return { use, at: name };
}
