import type { Lookup } from "./compose.ts";
import { asFault } from "./doubt.ts";
import { type Parsed, parseFigure, type Reading } from "./parse.ts";

/** What is kept of a figure: its name and its text. */
export interface NamedText {
  readonly name: string;
  readonly notation: string;
}

/** Reads a figure by its name; `null` when there is none, or it has no steps. */
export type ParsedLookup = (name: string) => Parsed | null;

/**
 * Two names are one when these are: capitals and spaces at the ends do not tell figures or dances apart.
 * @example
 * nameKey(" Side Pass ") // "side pass"
 */
export const nameKey = (name: string): string => name.trim().toLowerCase();

/**
 * The figures of one dance by name, each read once when it is first asked for. A figure that comes to use
 * itself by way of others is not found there, so that reading always ends.
 * @example
 * openLibrary([{ name: "Basic", notation: formatFigure(BASIC) }], READING)("Basic").faults // []
 */
export function openLibrary(texts: readonly NamedText[], reading: Reading): ParsedLookup {
  const notations = new Map(texts.map(({ name, notation }) => [nameKey(name), notation]));
  const read = new Map<string, Parsed>();
  const underway = new Set<string>();
  const find = (name: string): Parsed | null => {
    const key = nameKey(name);
    const known = read.get(key);
    if (known) return known;
    const notation = notations.get(key);
    if (notation === undefined || notation.trim() === "" || underway.has(key)) return null;
    underway.add(key);
    const parsed = parseFigure(notation, reading, lookup);
    underway.delete(key);
    // Of a figure that is in question nothing is claimed before it is answered.
    const settled = parsed.doubts.length > 0 ? { ...parsed, faults: parsed.doubts.map(asFault) } : parsed;
    read.set(key, settled);
    return settled;
  };
  const lookup = usable(find);
  return find;
}

/** Figures that can be used in others: those without a fault. */
function usable(find: ParsedLookup): Lookup {
  return (name) => {
    const parsed = find(name);
    return parsed && parsed.faults.length === 0 ? parsed.figure : null;
  };
}

/**
 * The lookup for reading a text of one's own beside a library; its own name cannot be used in it.
 * @example
 * lookupBeside([{ name: "Basic", notation: formatFigure(BASIC) }], READING, "")("basic").length // 192
 */
export function lookupBeside(texts: readonly NamedText[], reading: Reading, own: string): Lookup {
  return usable(
    openLibrary(
      texts.filter(({ name }) => nameKey(name) !== nameKey(own)),
      reading,
    ),
  );
}
