import type { Facing, Hold } from "./hold.ts";

export { FACINGS, type Facing, type Hold } from "./hold.ts";
export { COUPLE_LIMITS, type CoupleLimits, reachOf } from "./reach.ts";

/** The facings in words. */
export const FACING_NAMES: Readonly<Record<Facing, string>> = {
  facing: "face to face",
  beside: "side by side, facing the same way",
  shadow: "one behind the other, facing the same way",
  apart: "either may face anywhere",
};

const hold = (
  name: string,
  [hands, facing]: readonly [number, Facing],
  changesTo: readonly string[],
  otherNames: readonly string[] = [],
  close = false,
): Hold => ({ name, otherNames, hands, close, facing, changesTo });

/** The holds with which a dance begins; a studio changes them for each of its dances. */
export const USUAL_HOLDS: readonly Hold[] = [
  hold("closed", [2, "facing"], ["open two-hand", "open one-hand"], ["closed position", "close hold"], true),
  hold("open two-hand", [2, "facing"], ["open one-hand"], ["two hands", "two-hand", "double hand"]),
  hold("open one-hand", [1, "facing"], ["open two-hand"], ["one hand", "one-hand", "single hand", "open"]),
  hold("crossed hands", [2, "facing"], [], ["cross hands", "double cross"]),
  hold("side-by-side", [1, "beside"], [], ["side by side"]),
  hold("promenade", [2, "beside"], [], [], true),
  hold("shadow", [2, "shadow"], [], [], true),
  hold("no hold", [0, "apart"], [], ["apart", "free hands", "none"]),
];

const key = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[\s-]+/g, " ")
    .trim();

/**
 * A hold by its name or another of its names; capitals, hyphens and spaces at the ends do not matter. `null` when the
 * dance has none of that name.
 * @example
 * holdNamed("Two hands", USUAL_HOLDS).name // "open two-hand"
 */
export function holdNamed(name: string, holds: readonly Hold[]): Hold | null {
  const wanted = key(name);
  return (
    holds.find((one) => key(one.name) === wanted) ??
    holds.find(({ otherNames }) => otherNames.some((other) => key(other) === wanted)) ??
    null
  );
}

/**
 * Whether two names are the same, whether the dance has it or not: capitals, hyphens and spaces do not matter.
 * @example
 * isSameHold("Side-by-side", "side by side") // true
 */
export const isSameHold = (one: string, other: string): boolean => key(one) === key(other);

/**
 * Whether a couple in one hold can begin a figure in another: the same, or one that it changes into freely. A hold that
 * nobody said is no hindrance.
 * @example
 * changesFreely("open one-hand", "open two-hand", USUAL_HOLDS) // true
 */
export function changesFreely(from: string | null, to: string | null, holds: readonly Hold[]): boolean {
  if (from === null || to === null || isSameHold(from, to)) return true;
  const next = holdNamed(to, holds)?.name ?? to;
  const changesTo = holdNamed(from, holds)?.changesTo ?? [];
  return changesTo.some((name) => key(name) === key(next));
}

/** How the follower faces in a hold, seen from where the leader faces; `null` where either may face anywhere. */
const FOLLOWER_FACES: Readonly<Record<Facing, number | null>> = {
  facing: 180,
  beside: 0,
  shadow: 0,
  apart: null,
};

/**
 * How the follower faces in a hold as the leader sees it, in degrees; `null` where either may face anywhere, where no
 * hold is said and where the dance has none of that name.
 * @example
 * followerFaces("closed", USUAL_HOLDS) // 180
 */
export function followerFaces(hold: string | null, holds: readonly Hold[]): number | null {
  const found = hold === null ? null : holdNamed(hold, holds);
  return found ? FOLLOWER_FACES[found.facing] : null;
}
