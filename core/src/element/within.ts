import type { Ticks } from "../time/index.ts";
import type { CallPiece } from "./cover.ts";

const ORDINALS = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"] as const;

/**
 * The elements of more than one step that lie wholly within a stretch, each told apart from others of its name: `the
 * rock step`, `the first triple step`.
 * @param pieces a role's call
 * @param from the stretch in ticks from count 1, up to but not including `to`
 * @example
 * elementsWithin(callOf(BASIC, elementSet(DANCE)).leader, 0, 96) // ["the first side basic"]
 */
export function elementsWithin(pieces: readonly CallPiece[], from: Ticks, to: Ticks): string[] {
  return pieces.flatMap((piece) => {
    const { element, steps } = piece;
    if (element === null || steps < 2 || piece.from < from || piece.to > to) return [];
    const alike = pieces.filter((other) => other.element === element);
    const which = alike.length > 1 ? `${ORDINALS[alike.indexOf(piece)] ?? "next"} ` : "";
    return [`the ${which}${element}`];
  });
}
