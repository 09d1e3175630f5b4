import { changesFreely, followerFaces, type Hold, holdNamed } from "../hold/index.ts";
import { type Figure, holdsSaid, type Role, stepsOf, writtenRoles } from "../notation/index.ts";
import { type Dance, spokenCount, spokenFraction, type Ticks } from "../time/index.ts";
import { inWords } from "../words/index.ts";
import { followFeet } from "./feet.ts";
import { turnOf } from "./place.ts";

/** How a couple, or a dancer alone, stands at one moment. `null` for what nobody said. */
export interface DancerState {
  readonly hold: string | null;
  /** The foot without weight, of each role that is written; `null` where either may be. */
  readonly free: Readonly<Partial<Record<Role, "L" | "R" | null>>>;
  /** Where each role faces, in degrees clockwise from where the leader faces as the figure begins; 0 to 359. */
  readonly facing: Readonly<Partial<Record<Role, number | null>>>;
}

/** Whether one figure can be danced right after another, and if not, why. */
export interface Joined {
  readonly fits: boolean;
  /** Sentences with what does not fit; empty when it fits. */
  readonly reasons: readonly string[];
}

type Holds = Pick<Dance, "holds">;

/** What a figure's text says by itself, whatever dance it belongs to. */
interface Said {
  readonly roles: readonly Role[];
  readonly startFree: DancerState["free"];
  readonly endFree: DancerState["free"];
  /** The hold in force as the first moves, and the last that is said after that; whichever role's lines say them. */
  readonly first: string | null;
  readonly later: string | null;
  /** Degrees each role turns in all, right turns above 0. */
  readonly turns: Readonly<Partial<Record<Role, number>>>;
  readonly starts: Ticks;
  readonly lastOnset: Ticks;
}

/** Figures are never changed, so what one says is worked out once. */
const known = new WeakMap<Figure, Said>();

function saidBy(figure: Figure): Said {
  const before = known.get(figure);
  if (before) return before;
  const roles = writtenRoles(figure);
  const rows = roles.map((role) => ({ role, steps: stepsOf(figure, role) }));
  const feet = rows.map(({ role, steps }) => ({ role, ...followFeet(steps) }));
  const all = rows.flatMap(({ steps }) => steps);
  const starts = Math.min(...all.map(({ onset }) => onset));
  const holds = holdsSaid(figure);
  const said: Said = {
    roles,
    startFree: Object.fromEntries(feet.map(({ role, startFree }) => [role, startFree])),
    endFree: Object.fromEntries(feet.map(({ role, endFree }) => [role, endFree])),
    first: holds.find(({ onset }) => onset === starts)?.hold ?? null,
    later: holds.findLast(({ onset }) => onset > starts)?.hold ?? null,
    turns: Object.fromEntries(
      rows.map(({ role, steps }) => [role, steps.reduce((sum, step) => sum + turnOf(step), 0)]),
    ),
    starts,
    lastOnset: Math.max(...all.map(({ onset }) => onset)),
  };
  known.set(figure, said);
  return said;
}

/** Degrees from 0 to 359. */
export const round = (degrees: number): number => ((degrees % 360) + 360) % 360;

const facingOf = (roles: readonly Role[], leader: number, follower: number | null): DancerState["facing"] =>
  Object.fromEntries(roles.map((role) => [role, role === "follower" ? follower : leader]));

const nameIn = (hold: string | null, holds: readonly Hold[]): string | null =>
  hold === null ? null : (holdNamed(hold, holds)?.name ?? hold);

/**
 * How the dancers stand as a figure begins: the hold that is said on its first moment by either role, the free foot of
 * each role that is written, and where each faces, the follower as the hold has it. A role that is not written is not in
 * it.
 * @example
 * stateIn(BASIC, DANCE).free // { leader: "L", follower: "R" }
 */
export function stateIn(figure: Figure, { holds }: Holds): DancerState {
  const { roles, startFree, first } = saidBy(figure);
  return {
    hold: nameIn(first, holds),
    free: startFree,
    facing: facingOf(roles, 0, followerFaces(first, holds)),
  };
}

/** How the dancers stand when a figure ends that began in a state. */
function stateAfter(figure: Figure, { holds }: Holds, begin: DancerState): DancerState {
  const { roles, endFree, later, turns } = saidBy(figure);
  const leader = round(turns.leader ?? turns.solo ?? 0);
  const start = begin.facing.follower ?? null;
  const turned = start === null ? null : round(start + (turns.follower ?? 0));
  // A hold that is taken within the figure says how the two face, whatever the turns come to.
  const inHold = later === null ? null : followerFaces(later, holds);
  const follower = inHold === null ? turned : round(leader + inHold);
  return {
    hold: nameIn(later, holds) ?? begin.hold,
    free: endFree,
    facing: facingOf(roles, leader, later !== null && inHold === null ? null : follower),
  };
}

/**
 * How the dancers stand as a figure ends. A hold is in force until another is said; a figure that says none ends in
 * `null`, that is in whichever it began.
 * @example
 * stateOut(BASIC, DANCE).hold // "open one-hand"
 */
export const stateOut = (figure: Figure, dance: Holds): DancerState =>
  stateAfter(figure, dance, stateIn(figure, dance));

const FOOT = { L: "left", R: "right" } as const;

function footReasons(out: DancerState, into: DancerState): string[] {
  return (Object.keys(out.free) as Role[]).flatMap((role) => {
    const [free, wanted] = [out.free[role], into.free[role]];
    if (!free || !wanted || free === wanted) return [];
    const who = role === "solo" ? "The dancer" : `The ${role}`;
    return [`${who} has the ${FOOT[free]} foot free and the next figure begins on the ${FOOT[wanted]}.`];
  });
}

function holdReasons(out: DancerState, into: DancerState, holds: readonly Hold[]): string[] {
  if (changesFreely(out.hold, into.hold, holds)) return [];
  return [
    `It ends in ${out.hold}, which does not change freely into ${into.hold}, in which the next begins.`,
  ];
}

/**
 * How the follower faces as the leader sees it, in degrees from 0 to 359; `null` where it is not known.
 * @example
 * between({ hold: "closed", free: {}, facing: { leader: 90, follower: 270 } }) // 180
 */
export const between = ({ facing }: DancerState): number | null => {
  const { leader, follower } = facing;
  return leader === undefined || follower === undefined || leader === null || follower === null
    ? null
    : round(follower - leader);
};

function facingReasons(out: DancerState, into: DancerState): string[] {
  const [has, wants] = [between(out), between(into)];
  if (has === null || wants === null || has === wants) return [];
  const off = round(wants - has);
  const turn = spokenFraction(Math.min(off, 360 - off), 360);
  return [`The follower ends ${turn} of a turn away from how the next figure begins.`];
}

function pickUpReasons(one: Figure, next: Figure): string[] {
  const [{ lastOnset }, { starts }] = [saidBy(one), saidBy(next)];
  if (starts >= 0 || one.length + starts > lastOnset) return [];
  return [
    `The next figure begins with a pick-up on ${spokenCount(starts)}, where this one still steps on ${spokenCount(lastOnset)}.`,
  ];
}

function roleReasons(one: Figure, next: Figure): string[] {
  const [a, b] = [saidBy(one).roles, saidBy(next).roles];
  if (a.length === 0 || b.length === 0) return ["One of the two has no steps."];
  if (a.some((role) => b.includes(role))) return [];
  return [`One is for ${inWords(a)}, the other for ${inWords(b)}.`];
}

/**
 * Whether one figure can be danced right after another: every role that both write has the foot free on which the next
 * begins, the hold in force is that of the next or changes freely into it, the two face each other as the next has it,
 * and its pick-up comes after the last step. What is not said on either side is no hindrance; a role that only one of
 * them writes is not looked at.
 * @param before how the dancers stood as the first one began; without it, as the figure itself says
 * @example
 * join(BASIC, TURN, DANCE) // { fits: true, reasons: [] }
 */
export function join(one: Figure, next: Figure, dance: Holds, before?: DancerState): Joined {
  const own = stateIn(one, dance);
  const begin: DancerState = {
    ...own,
    hold: own.hold ?? before?.hold ?? null,
    facing: own.facing.follower === null && before ? facedFrom(before, own) : own.facing,
  };
  const out = stateAfter(one, dance, begin);
  const into = stateIn(next, dance);
  const roles = roleReasons(one, next);
  const reasons =
    roles.length > 0
      ? roles
      : [
          ...footReasons(out, into),
          ...holdReasons(out, into, dance.holds),
          ...facingReasons(out, into),
          ...pickUpReasons(one, next),
        ];
  return { fits: reasons.length === 0, reasons };
}

/** A state turned so that the leader faces 0, as a figure counts it. */
function facedFrom(before: DancerState, own: DancerState): DancerState["facing"] {
  const follower = between(before);
  return { ...own.facing, ...(own.facing.follower === undefined ? {} : { follower }) };
}

/**
 * The state in force when a figure ends that was danced from another state: what carries on through a chain.
 * @example
 * carryOn(BASIC, DANCE, { hold: "closed", free: {}, facing: {} }).hold // "open one-hand"
 */
export function carryOn(figure: Figure, dance: Holds, before: DancerState): DancerState {
  const own = stateIn(figure, dance);
  return stateAfter(figure, dance, {
    ...own,
    hold: own.hold ?? before.hold,
    facing: own.facing.follower === null ? facedFrom(before, own) : own.facing,
  });
}
