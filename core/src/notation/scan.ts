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

/** One line, or one of the parts of a line between semicolons. Never empty. */
export type Statement = readonly [Token, ...Token[]];

const TOKEN = /"([^"\n]*)("?)|;|[^\s;"]+/g;

/** Cuts a text into statements of tokens. Blank lines and empty statements are left out. */
export function scan(text: string): Statement[] {
  const statements: Statement[] = [];
  for (const [row, line] of text.split(/\r\n|\r|\n/).entries()) {
    let tokens: Token[] = [];
    const flush = () => {
      const [first, ...rest] = tokens;
      if (first) statements.push([first, ...rest]);
      tokens = [];
    };
    for (const match of line.matchAll(TOKEN)) {
      const place = { line: row + 1, column: match.index + 1, length: match[0].length };
      if (match[0] === ";") flush();
      else if (match[1] === undefined) tokens.push({ kind: "word", value: match[0], ...place });
      else
        tokens.push({ kind: "text", value: match[1], ...place, ...(match[2] === "" ? { open: true } : {}) });
    }
    flush();
  }
  return statements;
}
