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
  const byKey = new Map(names.map(([name, id]) => [nameKey(name), id]));
  const find = (said: string): string | undefined => {
    const key = nameKey(said);
    const exact = byKey.get(key);
    if (exact !== undefined || key === "") return exact;
    const starting = new Set(names.flatMap(([name, id]) => (nameKey(name).startsWith(key) ? [id] : [])));
    return starting.size === 1 ? [...starting][0] : undefined;
  };
  const items: FigureItem[] = [];
  const unknown: string[] = [];
  const parts = text.split(/[\n,;→]|\bthen\b|->/);
  for (const part of parts.map((one) => one.trim()).filter((one) => one !== "")) {
    // A figure may be called by what looks like a number of times.
    const whole = find(part);
    const side = OTHER_SIDE.exec(part);
    const rest = whole === undefined && side ? (side[1] ?? "").trim() : part;
    const counted = TIMES.exec(rest);
    const numbered = NUMBERED.exec(rest);
    const tries: (readonly [string, number])[] = [
      [rest, 1],
      ...(counted ? ([[(counted[1] ?? "").trim(), Number(counted[2] ?? counted[3])]] as const) : []),
      ...(numbered ? ([[(numbered[2] ?? "").trim(), Number(numbered[1])]] as const) : []),
    ];
    const read = tries.flatMap(([name, times]) => {
      const id = find(name);
      return id === undefined || times < 1 || times > 64 ? [] : [{ id, times }];
    })[0];
    if (!read) unknown.push(part);
    else {
      const item = newFigureItem(newId(), read.id, whole === undefined && side ? "other" : "written");
      items.push({ ...item, times: read.times });
    }
  }
  return { items, unknown };
}
