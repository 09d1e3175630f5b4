import { FIGURE_KINDS, type FigureKind, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { parse } from "papaparse";
import type { RawRow } from "./csv.ts";

/** What a column of a pasted list may hold. */
type Column = "name" | "kind" | "level" | "minutes" | "needs" | "notation";

/** What people write above a column, in small letters. */
const HEADERS: Readonly<Record<string, Column>> = {
  name: "name",
  figure: "name",
  move: "name",
  kind: "kind",
  type: "kind",
  tier: "level",
  level: "level",
  minutes: "minutes",
  min: "minutes",
  time: "minutes",
  needs: "needs",
  after: "needs",
  prerequisite: "needs",
  prerequisites: "needs",
  call: "notation",
  steps: "notation",
  footwork: "notation",
};

const TIER_WORDS: ReadonlySet<string> = new Set(TIERS.map((tier) => TIER_NAMES[tier]));
const kindOf = (cell: string): FigureKind | null => {
  const word = cell.trim().toLowerCase().replace(/s$/, "");
  return FIGURE_KINDS.find((kind) => kind === word || KIND_NAMES[kind].one === word) ?? null;
};

/** What a cell seems to hold where no line names the columns. */
function guess(cells: readonly string[], at: number): Column | null {
  const told = cells.map((cell) => cell.trim()).filter((cell) => cell !== "");
  if (at === 0) return "name";
  if (told.length === 0) return null;
  if (told.every((cell) => /^\d{1,3}( ?min(utes)?)?$/i.test(cell))) return "minutes";
  if (told.every((cell) => kindOf(cell) !== null)) return "kind";
  if (told.every((cell) => TIER_WORDS.has(cell.toLowerCase()))) return "level";
  return "notation";
}

/** Names beside each other in one cell. */
const namesIn = (cell: string): string[] =>
  cell
    .split(/[;,|\n]/)
    .map((name) => name.trim())
    .filter(Boolean);

const START = { kind: "pattern", level: TIER_NAMES[1], minutes: 10 } as const;

function readCell(column: Column, cell: string): unknown {
  const told = cell.trim();
  switch (column) {
    case "minutes":
      return Number(/^\d+/.exec(told)?.[0] ?? Number.NaN) || told;
    case "kind":
      return kindOf(told) ?? told.toLowerCase();
    case "level":
      return told.toLowerCase();
    case "needs":
      return namesIn(told);
    default:
      return told;
  }
}

/**
 * A list as figures: a name a line, or a table copied from a spreadsheet, with or without a line that names its
 * columns. What a line does not say begins as a pattern for beginners of ten minutes.
 */
export function figuresInTable(table: readonly (readonly string[])[], dance: string): RawRow[] {
  const lines = table.filter((cells) => cells.some((cell) => cell.trim() !== ""));
  const [head = []] = lines;
  const named = head.map((cell) => HEADERS[cell.trim().toLowerCase()] ?? null);
  const isHead = named.includes("name");
  const body = isHead ? lines.slice(1) : lines;
  const width = Math.max(0, ...body.map((cells) => cells.length));
  const columns = Array.from({ length: width }, (_, at) =>
    isHead
      ? (named[at] ?? null)
      : guess(
          body.map((cells) => cells[at] ?? ""),
          at,
        ),
  );
  return body.map((cells) => {
    const said = columns.flatMap((column, at) => {
      const cell = cells[at] ?? "";
      return column && cell.trim() !== "" ? [[column, readCell(column, cell)] as const] : [];
    });
    return { dance, ...START, ...Object.fromEntries(said) };
  });
}

/** What was pasted, cut into cells: by tabs where there are any, else a line is one name. */
export function cellsIn(text: string): string[][] {
  if (!text.includes("\t")) return text.split(/\r\n|\r|\n/).map((line) => [line]);
  return parse<string[]>(text, { delimiter: "\t", skipEmptyLines: "greedy" }).data;
}
