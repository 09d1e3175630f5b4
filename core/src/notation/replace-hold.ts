import type { Lookup } from "./compose.ts";
import { formatFigure } from "./format.ts";
import { parseFigure, type Reading } from "./parse.ts";
import type { Figure } from "./types.ts";

/** The steps of each role with another hold, or `null` where none of them says the hold. */
function withHold(roles: Figure["steps"], from: string, to: string): Figure["steps"] | null {
  const all = Object.entries(roles);
  if (!all.some(([, steps]) => steps.some(({ hold }) => hold === from))) return null;
  return Object.fromEntries(
    all.map(([role, steps]) => [
      role,
      steps.map((step) => (step.hold === from ? { ...step, hold: to } : step)),
    ]),
  );
}

/**
 * A text in which one hold is said where another was, in canonical form. A text that never says it, or that cannot be
 * read, comes back as it is; so does what other figures say of which it is made.
 * @param from the hold's own name, by whichever of its names the text says it
 * @param reading how the dance of the text is read, with its holds
 * @param lookup finds the figures that `use` lines name
 * @example
 * replaceHold('leader\n1 L side hold "open one-hand"\nbeats 1\n', "open one-hand", "shadow", READING)
 * // 'leader\n1   L side hold "shadow"\nbeats 1\n'
 */
export function replaceHold(
  text: string,
  from: string,
  to: string,
  reading: Reading,
  lookup?: Lookup,
): string {
  const { figure, faults } = parseFigure(text, reading, lookup);
  const { composition } = figure;
  const next = faults.length > 0 ? null : withHold(composition?.changes ?? figure.steps, from, to);
  if (!next) return text;
  return formatFigure(
    composition ? { ...figure, composition: { ...composition, changes: next } } : { ...figure, steps: next },
    reading,
  );
}
