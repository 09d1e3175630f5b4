import {
  type Figure,
  formatFigure,
  type Lookup,
  type Parsed,
  parseFigure,
  type Role,
} from "../notation/index.ts";
import { TICKS_PER_BEAT } from "../time/index.ts";
import { type NotatedDance, readingOf } from "./set.ts";

const HEADERS = ["leader", "follower", "solo"];
const ENDS = /^(free|beats\b)/;

/**
 * A text with more danced behind what a role has: words of the notation, such as `triple step back`. The figure grows
 * by what is said; a follower by rule begins steps of their own.
 * @param text the notation as it stands; empty for a figure that begins with it
 * @param lookup finds the figures that it uses
 * @returns what the new text reads as, faults and all
 * @example
 * sayMore("leader\n1 L side\n2 R close", "leader", "rock step", DANCE).figure.length // 96
 */
export function sayMore(
  text: string,
  role: Role,
  words: string,
  dance: NotatedDance,
  lookup?: Lookup,
): Parsed {
  const reading = readingOf(dance);
  if (text.trim() === "") return parseFigure(`${role}\n${words}`, reading, lookup);
  const { figure, faults } = parseFigure(text, reading, lookup);
  if (faults.length > 0) return parseFigure(`${text}\n${words}`, reading, lookup);
  const lines = formatFigure(withoutRule(figure, role), dance)
    .split("\n")
    .filter((line) => line !== "" && !/^beats\b/.test(line));
  const header = lines.indexOf(role);
  const next = lines.findIndex(
    (line, at) => at > header && (HEADERS.includes(line.split(" ")[0] ?? "") || ENDS.test(line)),
  );
  const at = header < 0 || next < 0 ? lines.length : next;
  // A role with nothing yet begins with the figure; another goes on where the figure ended.
  const said = header < 0 ? [role, words] : [`${figure.length / TICKS_PER_BEAT + 1} ${words}`];
  const grown = [...lines.slice(0, at), ...said, ...lines.slice(at)];
  return parseFigure(grown.join("\n"), reading, lookup);
}

/** A follower by rule whose own steps begin here. */
function withoutRule(figure: Figure, role: Role): Figure {
  if (role !== "follower" || !figure.followerBy) return figure;
  const { followerBy: _rule, ...rest } = figure;
  return rest;
}
