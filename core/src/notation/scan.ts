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
  const statements: Token[][] = [];
  text.split(/\r\n|\r|\n/).forEach((content, row) => {
    let tokens: Token[] = [];
    statements.push(tokens);
    for (const match of content.matchAll(TOKEN)) {
      const [whole, quoted, closing] = match;
      if (whole === ";") {
        tokens = [];
        statements.push(tokens);
        continue;
      }
      const place = { line: row + 1, column: match.index + 1, length: whole.length };
      if (quoted === undefined) tokens.push({ kind: "word", value: whole, ...place });
      else tokens.push({ kind: "text", value: quoted, ...place, ...(closing === "" ? { open: true } : {}) });
    }
  });
  return statements.filter((tokens): tokens is [Token, ...Token[]] => tokens.length > 0);
}
