import { unparse } from "papaparse";

/** A spreadsheet takes such a cell for a formula; an apostrophe in front makes it text. */
const FORMULA = /^'*[=+\-@\t\r]/;
/** A number is what it says, also a negative one. */
const NUMBER = /^-?\d+([.,]\d+)?$/;

const guarded = (cell: string): string => (FORMULA.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell);
/** A cell as it was before it was written by `writeTable`. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell;

/** Says to spreadsheets that the file is UTF-8 (the byte order mark). */
const MARK = "\uFEFF";

/** A table as CSV (RFC 4180) that every spreadsheet opens right and takes nothing in it for a formula. */
export const writeTable = (
  fields: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string =>
  MARK +
  unparse(
    { fields: [...fields], data: rows.map((row) => row.map((cell) => guarded(String(cell)))) },
    { newline: "\r\n" },
  );
