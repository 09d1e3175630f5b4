import type { Figure, FollowerBy, Foot, SaidElement, Step, Turn } from "./types.ts";
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
const turnedOver = ({ sense, ...turn }: Turn): Turn => ({ ...turn, sense: sense === "L" ? "R" : "L" });

/**
 * The natural opposite: feet exchanged, forward and back exchanged, side kept to the same side of the room
 * (which the exchanged foot brings about), turns in the same sense. Applied twice it gives the steps back.
 * @example
 * oppositeSteps([{ onset: 0, foot: "L", action: "forward" }]) // [{ onset: 0, foot: "R", action: "back" }]
 */
export const oppositeSteps = (steps: readonly Step[]): Step[] =>
  steps.map((step) => ({
    ...step,
    foot: otherFoot(step.foot),
    action: opposite(step.action),
    ...(step.direction ? { direction: opposite(step.direction) } : {}),
  }));

/**
 * The picture in a mirror: feet exchanged, turns the other way, forward and back as they are. It is what a partner
 * dances who does the same beside or across (both rock back), and what a figure is on its other side. Applied twice it
 * gives the steps back.
 * @example
 * imageSteps([{ onset: 0, foot: "L", action: "back" }]) // [{ onset: 0, foot: "R", action: "back" }]
 */
export const imageSteps = (steps: readonly Step[]): Step[] =>
  steps.map((step) => ({
    ...step,
    foot: otherFoot(step.foot),
    ...(step.turn ? { turn: turnedOver(step.turn) } : {}),
  }));

const imageOfSaid = (said: readonly SaidElement[]): SaidElement[] =>
  said.map((one) => ({
    ...one,
    foot: one.foot === "L" ? "R" : "L",
    ...(one.turn ? { turn: turnedOver(one.turn) } : {}),
  }));

const eachRole = <T, U>(
  lists: Readonly<Partial<Record<Role, T>>>,
  change: (list: T) => U,
): Readonly<Partial<Record<Role, U>>> =>
  Object.fromEntries(Object.entries(lists).map(([role, list]) => [role, change(list as T)]));

/**
 * The figure on its other side: feet, sides and senses of turns exchanged, for every role; a made figure uses the other
 * side of what it is made of. Twice gives the figure back.
 * @example
 * stepsOf(otherSide(BASIC), "leader")[0].foot // "R"
 */
export function otherSide(figure: Figure): Figure {
  const { composition, said } = figure;
  return {
    ...figure,
    steps: eachRole(figure.steps, imageSteps),
    ...(said ? { said: eachRole(said, imageOfSaid) } : {}),
    ...(composition
      ? {
          composition: {
            ...composition,
            uses: composition.uses.map(({ otherSide: is, ...use }) =>
              is ? use : { ...use, otherSide: true as const },
            ),
            changes: eachRole(composition.changes, imageSteps),
          },
        }
      : {}),
  };
}

/** Whether two steps are the same for the feet and the turn; two moments without a step are the same too. */
export const isSameStep = (one: Step | undefined, other: Step | undefined): boolean =>
  one?.onset === other?.onset &&
  one?.foot === other?.foot &&
  one?.action === other?.action &&
  one?.direction === other?.direction &&
  one?.turn?.sense === other?.turn?.sense &&
  one?.turn?.degrees === other?.turn?.degrees &&
  one?.turn?.first === other?.turn?.first;

/**
 * At which moments a follower dances something else than the natural opposite of a leader, in ticks and rising; none
 * where they are natural opposites throughout.
 * @example
 * apartFromOpposite(stepsOf(TURN, "leader"), stepsOf(TURN, "follower")).length // 3
 */
export function apartFromOpposite(leader: readonly Step[], follower: readonly Step[]): number[] {
  const expected = new Map(oppositeSteps(leader).map((step) => [step.onset, step]));
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
  ROLES.filter(
    (role) => figure.steps[role] !== undefined || (role === "follower" && figure.followerBy !== undefined),
  );

const RULES: Readonly<Record<FollowerBy, (steps: readonly Step[]) => Step[]>> = {
  opposite: oppositeSteps,
  image: imageSteps,
};

/** Followers by rule that were worked out already: facts, ribbon and likeness all ask for them. */
const derived: Readonly<Record<FollowerBy, WeakMap<readonly Step[], readonly Step[]>>> = {
  opposite: new WeakMap(),
  image: new WeakMap(),
};

/**
 * What a role dances, a follower by rule worked out from the leader. What is said to the leader stays there.
 * @example
 * stepsOf(BASIC, "follower")[0].foot // "R"
 */
export function stepsOf(figure: Figure, role: Role): readonly Step[] {
  const written = figure.steps[role];
  const { followerBy } = figure;
  if (written || role !== "follower" || !followerBy) return written ?? [];
  const { leader } = figure.steps;
  if (!leader) return [];
  const known = derived[followerBy].get(leader);
  if (known) return known;
  const steps = RULES[followerBy](leader).map(({ lead: _lead, cue: _cue, ...step }) => step);
  derived[followerBy].set(leader, steps);
  return steps;
}

/**
 * The steps at which a hold is said, by whichever role, in the order of time; where both say one at the same moment, the
 * leader's.
 * @example
 * holdsSaid(BASIC).map(({ hold }) => hold) // ["open"]
 */
export function holdsSaid(figure: Figure): Step[] {
  const said = new Map<number, Step>();
  for (const role of writtenRoles(figure))
    for (const step of stepsOf(figure, role))
      if (step.hold !== undefined && !said.has(step.onset)) said.set(step.onset, step);
  return [...said.values()].sort((a, b) => a.onset - b.onset);
}

/**
 * Steps that begin at a moment of a figure, in the hold that is in force there: it was said before, and what is left out
 * must not take it along.
 * @param all what is said of the hold in the whole figure, in the order of time
 * @param from the first moment that is kept, in ticks
 * @example
 * inForce([{ onset: 48, foot: "L", action: "side" }], [{ onset: 0, foot: "R", action: "side", hold: "open" }, { onset: 48, foot: "L", action: "side" }], 48)[0].hold
 * // "open"
 */
export function inForce(kept: readonly Step[], all: readonly Step[], from: number): Step[] {
  const [first, ...rest] = kept;
  const said = all.filter(({ hold }) => hold !== undefined);
  if (!first || first.hold !== undefined || !said.some(({ onset }) => onset < from)) return [...kept];
  // Between the beginning and a role's first step there, the other role may have changed it.
  const hold = said.findLast(({ onset }) => onset < from || onset <= first.onset)?.hold;
  return hold === undefined ? [...kept] : [{ ...first, hold }, ...rest];
}
