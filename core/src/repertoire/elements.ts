import { callOf, elementSet, type NotatedDance } from "../element/index.ts";
import { countStructure } from "../figure/index.ts";
import { type Figure, stepsOf, writtenRoles } from "../notation/index.ts";

/** What of figures is counted as known once. */
export const ELEMENT_SORTS = ["elements", "holds", "counts"] as const;
/** One of `ELEMENT_SORTS`. */
export type ElementSort = (typeof ELEMENT_SORTS)[number];

/** What figures are made of, each by a name that is the same wherever it occurs. */
export type Elements = Readonly<Record<ElementSort, ReadonlySet<string>>>;

/** What figures were found to be made of, for as long as they and their dance live. */
const found = new WeakMap<NotatedDance, WeakMap<Figure, Elements>>();

/**
 * What a figure is made of, whichever role dances it and on whichever foot: its elements by their names, a step that
 * belongs to none by its action, its holds, and its count.
 * @example
 * elementsOf(BASIC, DANCE).elements // new Set(["side basic"])
 */
export function elementsOf(figure: Figure, dance: NotatedDance): Elements {
  const ofDance = found.get(dance) ?? new WeakMap<Figure, Elements>();
  found.set(dance, ofDance);
  const known = ofDance.get(figure);
  if (known) return known;
  const made = readElements(figure, dance);
  ofDance.set(figure, made);
  return made;
}

function readElements(figure: Figure, dance: NotatedDance): Elements {
  const call = callOf(figure, elementSet(dance));
  const pieces = writtenRoles(figure).flatMap((role) => call[role] ?? []);
  const holds = writtenRoles(figure).flatMap((role) =>
    stepsOf(figure, role).flatMap(({ hold }) => hold ?? []),
  );
  return {
    elements: new Set(pieces.map(({ element, step }) => element ?? step?.action ?? "")),
    holds: new Set(holds),
    counts: new Set([countStructure(figure)]),
  };
}
