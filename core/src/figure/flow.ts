import { type Figure, stepsOf, writtenRoles } from "../notation/index.ts";
import { followFeet } from "./feet.ts";

/** How a role stands at one end of a figure. */
export interface Stance {
  readonly free: "L" | "R" | null;
  readonly hold: string | null;
}

/** How each role stands as a figure begins and as it ends. */
export interface Stances {
  readonly first: readonly Stance[];
  readonly last: readonly Stance[];
}

/** Figures are never changed, so how one begins and ends is worked out once. */
const known = new WeakMap<Figure, Stances>();

/**
 * How each role stands as the figure begins and as it ends; a hold is said once for both.
 * @example
 * stancesOf(BASIC).last // [{ free: "L", hold: "open" }, { free: "R", hold: "open" }]
 */
export function stancesOf(figure: Figure): Stances {
  const before = known.get(figure);
  if (before) return before;
  const found = workOutStances(figure);
  known.set(figure, found);
  return found;
}

function workOutStances(figure: Figure): Stances {
  const roles = writtenRoles(figure).map((role) => stepsOf(figure, role));
  const lead = roles[0] ?? [];
  const first = lead[0]?.hold ?? null;
  const last = lead.findLast(({ hold }) => hold !== undefined)?.hold ?? first;
  const feet = roles.map(followFeet);
  return {
    first: feet.map(({ startFree }) => ({ free: startFree, hold: first })),
    last: feet.map(({ endFree }) => ({ free: endFree, hold: last })),
  };
}

/**
 * Whether a figure can be danced right after another: every role has the foot free that it begins with, and the
 * couple is in the hold in which it begins. What is not said on either side is no hindrance.
 * @example
 * flowsInto(BASIC, TURN) // true
 */
export function flowsInto(one: Figure, next: Figure): boolean {
  const [from, to] = [stancesOf(one).last, stancesOf(next).first];
  if (from.length !== to.length || from.length === 0) return false;
  return from.every(({ free, hold }, index) => {
    const wanted = to[index];
    const feet = free === null || wanted?.free === null || free === wanted?.free;
    const hands = hold === null || wanted?.hold === null || hold === wanted?.hold;
    return feet && hands;
  });
}
