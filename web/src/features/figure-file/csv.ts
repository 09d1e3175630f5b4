import { type Cue, FILE_FIELDS, type FieldSort, type FileFigure, type OtherName } from "@map-step/contract";
import { parse } from "papaparse";
import { unguarded, writeTable } from "../../kit/csv.ts";
import { readLines, writeLines } from "./cells.ts";

/** A row as it was read from a file, whatever it holds; the server judges it. */
export type RawRow = Record<string, unknown>;

/** How what a field holds is laid into a cell, and read from one; `undefined` for nothing. */
interface InCell {
  readonly write: (value: never) => string;
  readonly read: (cell: string) => unknown;
}

const OURS = "ours";
const text: InCell = { write: (value: string) => value, read: (cell) => cell.trim() };
const word: InCell = { ...text, read: (cell) => cell.trim().toLowerCase() || undefined };
const list: InCell = {
  write: (entries: readonly string[]) => writeLines(entries.map((entry) => [entry])),
  read: (cell) => readLines(cell).map((parts) => parts.join(" | ").trim()),
};

const CELLS: Readonly<Record<FieldSort, InCell>> = {
  dance: text,
  text,
  kind: word,
  tier: word,
  whole: {
    write: String,
    read: (cell) => (cell.trim() === "" ? undefined : /^\d+$/.test(cell.trim()) ? Number(cell) : cell),
  },
  steps: { ...text, read: (cell) => cell },
  figure: text,
  figures: list,
  names: {
    write: (names: readonly OtherName[]) =>
      writeLines(names.map(({ name, usedBy }) => (usedBy === "" ? [name] : [name, usedBy]))),
    read: (cell) => readLines(cell).map(([name = "", usedBy = ""]) => ({ name, usedBy })),
  },
  cues: {
    write: (cues: readonly Cue[]) =>
      writeLines(
        cues.map(({ text: said, school, house }) => (house ? [said, school, OURS] : [said, school])),
      ),
    read: (cell) =>
      readLines(cell).map(([said = "", school = "", whose = ""]) => ({
        text: said,
        school,
        house: whose.trim().toLowerCase() === OURS,
      })),
  },
  lines: list,
  people: list,
};

const COLUMNS = FILE_FIELDS.map(({ csv, json, sort }) => ({
  name: csv,
  key: json as keyof FileFigure,
  read: CELLS[sort].read,
  write: (figure: FileFigure): string => {
    const value = figure[json as keyof FileFigure];
    return value === undefined ? "" : CELLS[sort].write(value as never);
  },
}));
type Column = (typeof COLUMNS)[number];

/** Figures as CSV. */
export const writeCsv = (figures: readonly FileFigure[]): string =>
  writeTable(
    COLUMNS.map(({ name }) => name),
    figures.map((figure) => COLUMNS.map((column) => column.write(figure))),
  );

export interface ReadFile {
  readonly rows: readonly RawRow[];
  /** Dances that the file brings along, which only JSON does. */
  readonly dances?: readonly RawRow[];
  /** What makes the file as a whole unreadable; with any, there are no rows. */
  readonly faults: readonly string[];
}

/**
 * Reads CSV with a line of column names. A column that is missing leaves its field as it is; a name that is no
 * column is told, because a misspelt column would otherwise be lost in silence.
 */
export function readCsv(content: string): ReadFile {
  const { data, meta, errors } = parse<Record<string, string>>(content.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (name) => name.trim().toLowerCase().replaceAll(" ", "_"),
  });
  const columns = new Map(COLUMNS.map((column) => [column.name, column]));
  const fields = meta.fields ?? [];
  const missing = ["dance", "name"].filter((name) => !fields.includes(name));
  const faults = [
    ...missing.map((name) => `The file has no column “${name}”.`),
    ...fields
      .filter((name) => !columns.has(name))
      .map((name) => `“${name}” is no column of figures; there are ${[...columns.keys()].join(", ")}.`),
    ...errors
      .filter(({ code }) => code !== "UndetectableDelimiter")
      .map(({ row, message }) => `${row === undefined ? "The file" : `Row ${row + 1}`}: ${message}.`),
  ];
  if (faults.length > 0) return { rows: [], faults };
  const rows = data.map((cells) => {
    const entries = Object.entries(cells).map(([name, cell]) => {
      const column = columns.get(name) as Column;
      return [column.key, column.read(unguarded(cell))] as const;
    });
    return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
  });
  return { rows, faults: [] };
}
