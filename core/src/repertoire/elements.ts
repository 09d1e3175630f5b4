import { countStructure } from "../figure/index.ts";
import { momentsOf } from "../likeness/index.ts";
import { type Figure, stepsOf, writtenRoles } from "../notation/index.ts";

/** What of figures is counted as known once. */
export const ELEMENT_SORTS = ["stretches", "holds", "counts"] as const;
/** One of `ELEMENT_SORTS`. */
export type ElementSort = (typeof ELEMENT_SORTS)[number];

/**
 * What figures are made of, each by a name that is the same wherever it occurs. A stretch is two moments of one
 * role after each other, told so that it does not matter on which foot it begins: the least that `compareFigures`
 * counts as shared.
 */
export type Elements = Readonly<Record<ElementSort, ReadonlySet<string>>>;

/**
 * The elements of a figure, each as a key that is equal for equal elements.
 * @example
 * elementsOf(BASIC).counts // new Set(["8 beats: 1 2 3 4 5 6 7 8"])
 */
export function elementsOf(figure: Figure): Elements {
  const stretches = writtenRoles(figure).flatMap((role) => {
    const keys = momentsOf(figure, [role]).map(({ part, lasts, moves }) => {
      const move = moves[role];
      return JSON.stringify([part, lasts, { ...move, foot: move?.foot === "start" ? "other" : move?.foot }]);
    });
    return keys.slice(1).map((second, index) => `${keys[index]} ${second}`);
  });
  const holds = writtenRoles(figure).flatMap((role) =>
    stepsOf(figure, role).flatMap(({ hold }) => hold ?? []),
  );
  return {
    stretches: new Set(stretches),
    holds: new Set(holds),
    counts: new Set([countStructure(figure)]),
  };
}
