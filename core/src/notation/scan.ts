/** A word or quoted text with its place. Lines and columns count from 1. */
export interface Token {
  readonly kind: "word" | "text";
  /** For quoted text, without its quotes. */
  readonly value: string;
  readonly line: number;
  readonly column: number;
  /** Characters covered, quotes included. */
  readonly length: number;
  /** A quoted text whose closing quote is missing. */
  readonly open?: true;
}

/** One line, or one of the parts of a line between semicolons or commas. Never empty. */
export type Statement = readonly [Token, ...Token[]];

/** What a text is cut into: its statements, and the comments between them. */
export type Scanned =
  | { readonly kind: "statement"; readonly tokens: Statement }
  | { readonly kind: "comment"; readonly text: string };

/** Quotes as they are typed, and as text programs make them. */
const QUOTES = '"“”„';
const TOKEN = new RegExp(`[${QUOTES}]([^${QUOTES}\\n]*)([${QUOTES}]?)|#(.*)$|[;,]|[^\\s;,#${QUOTES}]+`, "g");
/** What makes a line more than its words. */
const MARKS = new RegExp(`[#;,${QUOTES}]`);
const SPACE = /\s/;
/** Counts written together, such as `3&4` or `1e&a`. */
const COUNTS_TOGETHER = /^(?:\d{1,3}(?!\d)|&|\+|and|e|a)+$/i;
const COUNT_PARTS = /\d{1,3}|&|\+|and|e|a/gi;

const STOP = /[.:!)]+$/;
const STOPS = ".:!)";
const DIGIT = /\d/;

const isSpace = (text: string, at: number): boolean => {
  const code = text.charCodeAt(at);
  return code === 32 || code === 9 || ((code < 32 || code > 127) && SPACE.test(text.charAt(at)));
};

/** The words that stand in one piece of text: counts written together are taken apart, a dot or colon behind is left. */
function wordsIn(whole: string, line: number, column: number): Token[] {
  const value = STOPS.includes(whole.charAt(whole.length - 1)) ? whole.replace(STOP, "") : whole;
  if (value === "") return [];
  const word: Token = { kind: "word", value, line, column, length: value.length };
  // Nearly every word is neither, and reading a library reads many of them.
  if (value.length === 1 || !DIGIT.test(value) || !COUNTS_TOGETHER.test(value)) return [word];
  const parts = [...value.matchAll(COUNT_PARTS)];
  const isOneCount = parts.length === 1 || (parts.length === 2 && /^\d/.test(value) && !/\d$/.test(value));
  if (isOneCount) return [word];
  return parts.map(({ 0: part, index }) => ({
    kind: "word",
    value: part,
    line,
    column: column + index,
    length: part.length,
  }));
}

/**
 * Cuts a text into statements of tokens. Blank lines and empty statements are left out; a comment comes before what
 * stands on its line.
 */
export function scan(text: string): Scanned[] {
  const scanned: Scanned[] = [];
  (text.includes("\r") ? text.split(/\r\n|\r|\n/) : text.split("\n")).forEach((content, row) => {
    let tokens: Token[] = [];
    const statements: Token[][] = [tokens];
    // Most lines are words only, which are found in a fraction of the time without a pattern.
    if (!MARKS.test(content))
      for (let at = 0; at < content.length; ) {
        if (isSpace(content, at)) at += 1;
        else {
          let end = at + 1;
          while (end < content.length && !isSpace(content, end)) end += 1;
          for (const word of wordsIn(content.slice(at, end), row + 1, at + 1)) tokens.push(word);
          at = end;
        }
      }
    else
      for (const match of content.matchAll(TOKEN)) {
        const [whole, quoted, closing, comment] = match;
        const [line, column] = [row + 1, match.index + 1];
        if (whole === ";" || whole === ",") {
          tokens = [];
          statements.push(tokens);
        } else if (comment !== undefined) {
          if (comment.trim() !== "") scanned.push({ kind: "comment", text: comment.trim() });
        } else if (quoted === undefined) tokens.push(...wordsIn(whole, line, column));
        else {
          const open = closing === "" ? { open: true as const } : {};
          tokens.push({ kind: "text", value: quoted, line, column, length: whole.length, ...open });
        }
      }
    for (const [first, ...rest] of statements)
      if (first) scanned.push({ kind: "statement", tokens: [first, ...rest] });
  });
  return scanned;
}

/** What tokens from one place to another say, as it is typed. */
export const textBetween = (tokens: readonly Token[], from: number, to: number): string =>
  tokens
    .slice(from, to)
    .map(({ kind, value }) => (kind === "text" ? `"${value}"` : value))
    .join(" ");
