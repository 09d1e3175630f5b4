import type { Token } from "./scan.ts";
import { suggest } from "./suggest.ts";
import type { Fault } from "./types.ts";

/** Reports a fault at a token; the words are those a suggestion may come from. */
export type Report = (at: Token, expected: string, words?: readonly string[]) => void;

/** Reports that the words from one to another may be meant otherwise: what would be written for each, as read first. */
export type ReportDoubt = (from: Token, to: Token, texts: readonly string[]) => void;

/** A fault at a word, with the nearest word that would do. */
export const makeFault = (at: Token, expected: string, words?: readonly string[]): Fault => {
  const suggestion = words && suggest(at.value, words);
  const { line, column, length, value: found } = at;
  return { line, column, length, found, expected, ...(suggestion ? { suggestion } : {}) };
};

/** The empty place behind a token, where something is missing. */
export const behind = ({ line, column, length }: Token): Token => ({
  kind: "word",
  value: "",
  line,
  column: column + length,
  length: 1,
});
