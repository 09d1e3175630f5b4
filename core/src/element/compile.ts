import {
  type Element,
  type ElementStep,
  type ElementWay,
  type Fault,
  parseFigure,
  type Reading,
} from "../notation/index.ts";
import type { OwnElement } from "../time/index.ts";

/** An element that was read, or what is wrong with it. */
export interface ReadElement {
  readonly element: Element;
  readonly faults: readonly Fault[];
}

const GO = /\bgo\s+/i;

/** The steps of one way, from the left foot; `go` is taken out and kept as a mark of its step. */
function readWay(
  text: string,
  reading: Reading,
): { readonly way: ElementWay; readonly faults: readonly Fault[] } {
  const statements = text.split(/[;\n]/).filter((line) => line.trim() !== "");
  const marks = statements.filter((line) => !/^\s*beats\b/i.test(line)).map((line) => GO.test(line));
  const plain = statements.map((line) => line.replace(GO, "")).join("\n");
  const { figure, faults } = parseFigure(`solo\n${plain}`, { ...reading, elements: NONE });
  const steps = (figure.steps.solo ?? []).map(
    ({ onset, foot, action, direction, turn, size }, index): ElementStep => ({
      onset,
      foot,
      action,
      ...(direction ? { direction } : {}),
      ...(turn ? { turn } : {}),
      ...(size ? { size } : {}),
      ...(marks[index] ? { goes: true as const } : {}),
    }),
  );
  // The role that was put before it is not a line of the text.
  const shifted = faults.map((fault) => ({ ...fault, line: Math.max(1, fault.line - 1) }));
  return { way: { length: figure.length, steps }, faults: shifted };
}

const NONE: readonly Element[] = [];

/**
 * Reads an element as a studio writes it: its steps from the left foot, a step a line.
 * @param reading the dance's slow and quick, and whether it swings
 * @returns the element, with faults of its text where there are any; their lines count within it
 * @example
 * readElement({ name: "rock step", otherNames: [], steps: "1 L go back\n2 R replace" }, readingOf(DANCE)).element.ways[0].length
 * // 48
 */
export function readElement({ name, otherNames, steps }: OwnElement, reading: Reading): ReadElement {
  const { way, faults } = readWay(steps, reading);
  return { element: { name, otherNames, ways: [way] }, faults };
}

/** An element that ships, in all its ways. */
export const compileWays = (
  [name, otherNames, ...ways]: readonly [string, readonly string[], ...string[]],
  reading: Reading,
): Element => ({ name, otherNames, ways: ways.map((text) => readWay(text, reading).way) });
