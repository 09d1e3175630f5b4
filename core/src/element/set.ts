import { type Element, elementKey, type Reading } from "../notation/index.ts";
import type { Dance } from "../time/index.ts";
import { compileWays, readElement } from "./compile.ts";
import { COMPOUNDS } from "./compounds.ts";
import { ONLY_READ, ONLY_READ_ALONE, ONLY_READ_BY_PARTNERS, SHIPPED } from "./shipped.ts";

/** What of a dance the reading of its figures takes. */
export type NotatedDance = Pick<
  Dance,
  "meter" | "slowBeats" | "quickBeats" | "swung" | "alone" | "holds" | "ownElements"
>;

const NONE: readonly Element[] = [];
/** Among partners a shuffle is a triple step. */
const DANCED_ALONE: ReadonlySet<string> = new Set(["shuffle", "chassé"]);
const MOST_KEPT = 32;
const kept = new Map<string, readonly Element[]>();

/**
 * The elements of a dance: those that ship, as its slow, quick and swing make them, and the studio's own, which take the
 * place of one of the same name. An own one that cannot be read is left out.
 * @example
 * elementSet(DANCE).some(({ name }) => name === "rock step") // true
 */
export function elementSet(dance: NotatedDance): readonly Element[] {
  const { slowBeats, quickBeats, swung, alone, ownElements } = dance;
  const key = JSON.stringify([slowBeats, quickBeats, swung, alone, ownElements]);
  const known = kept.get(key);
  if (known) return known;
  const reading: Reading = { slowBeats, quickBeats, swung, elements: NONE };
  const own = ownElements.flatMap((one) => {
    const { element, faults } = readElement(one, reading);
    return faults.length === 0 ? [element] : [];
  });
  const replaced = new Set(own.map(({ name }) => elementKey(name)));
  const said = [...SHIPPED, ...COMPOUNDS].map((entry): Element => {
    const element = compileWays(entry, reading);
    return !alone && DANCED_ALONE.has(element.name) ? { ...element, said: "rarely" } : element;
  });
  const onlyRead = [...ONLY_READ, ...(alone ? ONLY_READ_ALONE : ONLY_READ_BY_PARTNERS)].map(
    (entry): Element => ({ ...compileWays(entry, reading), said: "never" }),
  );
  const shipped = [...said, ...onlyRead];
  const set = [...own, ...shipped.filter(({ name }) => !replaced.has(elementKey(name)))];
  const [oldest] = kept.keys();
  if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  kept.set(key, set);
  return set;
}

const PUT_TOGETHER: ReadonlySet<string> = new Set(COMPOUNDS.map(([name]) => name));

/**
 * Whether an element follows from the grammar of names; such are too many to be shown before they are asked for.
 * @example
 * isPutTogether("coaster cross") // true
 */
export const isPutTogether = (name: string): boolean => PUT_TOGETHER.has(name);

const readings = new WeakMap<NotatedDance, Reading>();

/**
 * What reading a text takes of its dance, its elements and holds with it.
 * @example
 * parseFigure("rock step, triple step, triple step", readingOf(DANCE)).figure.length // 144
 */
export function readingOf(dance: NotatedDance): Reading {
  const known = readings.get(dance);
  if (known) return known;
  const { meter, slowBeats, quickBeats, swung, alone, holds } = dance;
  const reading = { meter, slowBeats, quickBeats, swung, alone, holds, elements: elementSet(dance) };
  readings.set(dance, reading);
  return reading;
}
