import type { Figure, Foot, Step } from "./types.ts";
import { type Action, type Direction, ROLES, type Role } from "./words.ts";

const OPPOSITE: Readonly<Record<string, string>> = {
  forward: "back",
  back: "forward",
  "diagonal-forward": "diagonal-back",
  "diagonal-back": "diagonal-forward",
  "cross-front": "cross-behind",
  "cross-behind": "cross-front",
};

const opposite = <T extends Action | Direction>(word: T): T => (OPPOSITE[word] ?? word) as T;
const otherFoot = (foot: Foot | null): Foot | null => (foot === "L" ? "R" : foot === "R" ? "L" : foot);

/**
 * The natural opposite: feet exchanged, forward and back exchanged, side kept to the same side of the room
 * (which the exchanged foot brings about), turns in the same sense. Applied twice it gives the steps back.
 * @example
 * mirrorSteps([{ onset: 0, foot: "L", action: "forward" }]) // [{ onset: 0, foot: "R", action: "back" }]
 */
export const mirrorSteps = (steps: readonly Step[]): Step[] =>
  steps.map((step) => ({
    ...step,
    foot: otherFoot(step.foot),
    action: opposite(step.action),
    ...(step.direction ? { direction: opposite(step.direction) } : {}),
  }));

/** Whether two steps are the same for the feet and the turn; two moments without a step are the same too. */
export const isSameStep = (one: Step | undefined, other: Step | undefined): boolean =>
  one?.onset === other?.onset &&
  one?.foot === other?.foot &&
  one?.action === other?.action &&
  one?.direction === other?.direction &&
  one?.turn?.sense === other?.turn?.sense &&
  one?.turn?.degrees === other?.turn?.degrees;

/**
 * At which moments a follower dances something else than the natural opposite of a leader, in ticks and rising; none
 * where they are natural opposites throughout.
 * @example
 * apartFromMirror(stepsOf(TURN, "leader"), stepsOf(TURN, "follower")).length // 3
 */
export function apartFromMirror(leader: readonly Step[], follower: readonly Step[]): number[] {
  const expected = new Map(mirrorSteps(leader).map((step) => [step.onset, step]));
  const danced = new Map(follower.map((step) => [step.onset, step]));
  return [...new Set([...expected.keys(), ...danced.keys()])]
    .filter((onset) => !isSameStep(expected.get(onset), danced.get(onset)))
    .sort((a, b) => a - b);
}

/**
 * The roles a figure has steps for, in the order leader, follower, solo.
 * @example
 * writtenRoles(BASIC) // ["leader", "follower"]
 */
export const writtenRoles = (figure: Figure): Role[] =>
  ROLES.filter((role) => figure.steps[role] !== undefined || (role === "follower" && figure.followerMirrors));

/** Mirrored followers that were worked out already: facts, ribbon and likeness all ask for them. */
const mirrored = new WeakMap<readonly Step[], readonly Step[]>();

/**
 * What a role dances, a mirrored follower worked out from the leader. What is said to the leader stays there.
 * @example
 * stepsOf(BASIC, "follower")[0].foot // "R"
 */
export function stepsOf(figure: Figure, role: Role): readonly Step[] {
  const written = figure.steps[role];
  if (written || role !== "follower" || !figure.followerMirrors) return written ?? [];
  const { leader } = figure.steps;
  if (!leader) return [];
  const known = mirrored.get(leader);
  if (known) return known;
  const steps = mirrorSteps(leader).map(({ lead: _lead, cue: _cue, ...step }) => step);
  mirrored.set(leader, steps);
  return steps;
}

/**
 * Steps that begin at a moment of a longer row of them, in the hold that is in force there: it was said before, and what
 * is left out must not take it along.
 * @param all the whole row, in its order
 * @param from the first moment that is kept, in ticks
 * @example
 * inForce([{ onset: 48, foot: "L", action: "side" }], [{ onset: 0, foot: "R", action: "side", hold: "open" }, { onset: 48, foot: "L", action: "side" }], 48)[0].hold
 * // "open"
 */
export function inForce(kept: readonly Step[], all: readonly Step[], from: number): Step[] {
  const hold = all.findLast((step) => step.onset < from && step.hold !== undefined)?.hold;
  return kept.map((step, at) =>
    at === 0 && hold !== undefined && step.hold === undefined ? { ...step, hold } : step,
  );
}
