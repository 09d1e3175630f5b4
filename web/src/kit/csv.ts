import { unparse } from "papaparse";

/** A spreadsheet takes such a cell for a formula; an apostrophe in front makes it text. */
const FORMULA = /^'*[=+\-@\t\r]/;
/** A number is what it says, also a negative one. */
const NUMBER = /^-?\d+([.,]\d+)?$/;

/** Words that a spreadsheet takes for another number or for a date: `007`, `1E5`, a very long number, `3-4`. */
const ELSE = /^'*(0\d+|\d+[eE]\d+|\d{16,}|\d{1,2}[-/]\d{1,2})$/;

const isGuarded = (cell: string): boolean => ELSE.test(cell) || (FORMULA.test(cell) && !NUMBER.test(cell));
const guarded = (cell: string): string => (isGuarded(cell) ? `'${cell}` : cell);
/** A cell as it was before it was written by `writeTable`. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && (FORMULA.test(cell) || ELSE.test(cell)) ? cell.slice(1) : cell;

/** Says to spreadsheets that the file is UTF-8 (the byte order mark). */
const MARK = "\uFEFF";

/** A table as CSV (RFC 4180) that every spreadsheet opens right and takes nothing in it for a formula. */
export const writeTable = (
  fields: readonly string[],
  rows: readonly (readonly (string | number)[])[],
): string =>
  MARK +
  unparse(
    {
      fields: [...fields],
      data: rows.map((row) => row.map((cell) => (typeof cell === "number" ? cell : guarded(cell)))),
    },
    { newline: "\r\n" },
  );
