import {
  DANCE_FIELDS,
  ERASED,
  FIGURE_FIELDS,
  LEVEL_FIELDS,
  ROOM_FIELDS,
  SECTION_FIELDS,
  SETTINGS_FIELDS,
  TERM_FIELDS,
  textsOf,
} from "@map-step/contract";

/** A stretch of a text. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Chooses stretches of a text; `isProse` where somebody writes freely, so that a single word may be a name. */
export type Choose = (text: string, isProse: boolean) => readonly Stretch[];

const DESCRIBED = [
  ...[DANCE_FIELDS, FIGURE_FIELDS, LEVEL_FIELDS, ROOM_FIELDS],
  ...[SECTION_FIELDS, SETTINGS_FIELDS, TERM_FIELDS],
];
/** Fields that hold what somebody wrote: those that say so, and those of what has a shape of its own. */
const PROSE = new Set([
  ...DESCRIBED.flatMap((fields) => textsOf(fields, "mayName")),
  ...["text", "title", "reason", "note", "answer", "usedBy"],
]);

/** Whether somebody writes freely in a field, or in the column of its name. */
export const isProseIn = (field: string): boolean =>
  PROSE.has(field.replaceAll(/_([a-z])/g, (_all, letter: string) => letter.toUpperCase()));

const isTextNode = (node: unknown): node is { readonly type: "text"; readonly text: string } =>
  typeof node === "object" && node !== null && (node as { type?: unknown }).type === "text" && "text" in node;

/** No sign by which the studio knows something has a blank in it: several words are somebody's, wherever they stand. */
const isSeveralWords = (text: string): boolean => /\S\s+\S/.test(text);

/** A text without some stretches of it, in each of which the sign of somebody erased stands. */
export function withoutStretches(text: string, stretches: readonly Stretch[]): string {
  let [left, from] = ["", 0];
  for (const stretch of stretches.toSorted((a, b) => a.from - b.from)) {
    if (stretch.from < from) continue;
    left += text.slice(from, stretch.from) + ERASED;
    from = stretch.to;
  }
  return left + text.slice(from);
}

/** Pieces of one line of formatted text, in which a name may be half bold: looked at as one text. */
function inLine(nodes: readonly { readonly text: string }[], choose: Choose): unknown[] {
  const stretches = choose(nodes.map(({ text }) => text).join(""), true);
  if (stretches.length === 0) return [...nodes];
  let start = 0;
  return nodes.flatMap((node) => {
    const { text } = node;
    const [first, end] = [start, start + text.length];
    start = end;
    let left = "";
    let from = 0;
    for (const stretch of stretches) {
      if (stretch.to <= first || stretch.from >= end) continue;
      // The sign stands once, where the name begins.
      left += text.slice(from, Math.max(0, stretch.from - first)) + (stretch.from >= first ? ERASED : "");
      from = Math.min(text.length, stretch.to - first);
    }
    left += text.slice(from);
    return left === "" ? [] : [{ ...node, text: left }];
  });
}

/**
 * Anything that is kept, without the stretches of its texts that are chosen.
 * @example
 * withoutWords({ text: "Ana was here" }, () => [{ from: 0, to: 3 }]) // { text: "(name erased) was here" }
 */
export function withoutWords(value: unknown, choose: Choose, isProse = false): unknown {
  if (typeof value === "string")
    return withoutStretches(value, choose(value, isProse || isSeveralWords(value)));
  if (typeof value !== "object" || value === null) return value;
  if (Array.isArray(value)) {
    const made: unknown[] = [];
    for (let at = 0; at < value.length; at++) {
      const line: { readonly text: string }[] = [];
      for (let next: unknown = value[at]; isTextNode(next); next = value[++at]) line.push(next);
      made.push(...inLine(line, choose));
      if (at < value.length) made.push(withoutWords(value[at], choose, isProse));
    }
    return made;
  }
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [key, withoutWords(inner, choose, isProseIn(key))]),
  );
}
