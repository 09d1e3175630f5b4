import { nameKey } from "../notation/index.ts";
import { newFigureItem } from "./edit.ts";
import type { FigureItem } from "./sequence.ts";

/** What was typed, read: figures in order, and words that name none. */
export interface TypedFigures {
  readonly items: readonly FigureItem[];
  /** As they were typed. */
  readonly unknown: readonly string[];
}

const TIMES = /^(.*?)[\s]*(?:[x×]\s*(\d{1,2})|(\d{1,2})\s*(?:x|×|times))$/i;
const OTHER_SIDE = /^(.*?)[\s,]*\b(?:on the )?other side$/i;
const NUMBERED = /^(\d{1,2})\s+(.+)$/;

interface Read {
  readonly name: string;
  readonly times: number;
  readonly isOther: boolean;
}

/** What a piece of text may mean, the plainest first: how often and the side stand around the name in either order. */
function readings(text: string): Read[] {
  const plain: Read = { name: text, times: 1, isOther: false };
  const sided = ({ name, ...rest }: Read): Read[] => {
    const found = OTHER_SIDE.exec(name);
    return found ? [{ ...rest, name: (found[1] ?? "").trim(), isOther: true }] : [];
  };
  const timed = ({ name, ...rest }: Read): Read[] => {
    const [after, before] = [TIMES.exec(name), NUMBERED.exec(name)];
    return [
      ...(after ? [{ ...rest, name: (after[1] ?? "").trim(), times: Number(after[2] ?? after[3]) }] : []),
      ...(before ? [{ ...rest, name: (before[2] ?? "").trim(), times: Number(before[1]) }] : []),
    ];
  };
  return [
    plain,
    ...timed(plain),
    ...sided(plain),
    ...sided(plain).flatMap(timed),
    ...timed(plain).flatMap(sided),
  ];
}

/**
 * Figures as they are said: names with a comma, an arrow, `then` or a new line between them, each with how often (`x2`,
 * `3 times`) and `other side` where that is wanted. Names are found whatever their case, and by their beginning where only
 * one begins so.
 * @param names every name a figure has, with the figure's id
 * @param newId gives an id that no other item has
 * @example
 * typedFigures("basic x2, turn", [["Basic", "b"], ["Turn", "t"]], () => "n").items.map(({ times }) => times) // [2, 1]
 */
export function typedFigures(
  text: string,
  names: readonly (readonly [name: string, figureId: string])[],
  newId: () => string,
): TypedFigures {
  // People leave the hyphens of names out.
  const keyOf = (name: string): string => nameKey(name.replaceAll("-", " "));
  const byKey = new Map(names.map(([name, id]) => [keyOf(name), id]));
  const find = (said: string): string | undefined => {
    const key = keyOf(said);
    const exact = byKey.get(key);
    if (exact !== undefined || key === "") return exact;
    const starting = new Set(names.flatMap(([name, id]) => (keyOf(name).startsWith(key) ? [id] : [])));
    return starting.size === 1 ? [...starting][0] : undefined;
  };
  const items: FigureItem[] = [];
  const unknown: string[] = [];
  const parts = text.split(/[\n,;→]|\bthen\b|->/);
  for (const part of parts.map((one) => one.trim()).filter((one) => one !== "")) {
    // A figure may be called by what looks like a number of times, so its whole name is tried first.
    const read = readings(part).find(
      ({ name, times }) => times >= 1 && times <= 64 && find(name) !== undefined,
    );
    if (read)
      items.push({
        ...newFigureItem(newId(), find(read.name) as string, read.isOther ? "other" : "written"),
        times: read.times,
      });
    else unknown.push(part);
  }
  return { items, unknown };
}
