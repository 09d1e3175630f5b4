import {
  type Figure,
  holdsSaid,
  isWeightAction,
  ROLES,
  type Role,
  type Step,
  stepsOf,
  writtenRoles,
} from "../notation/index.ts";
import { type Ticks, withinBeat } from "../time/index.ts";

/** What one dancer does at a moment, read so that it does not matter on which foot the figure began. */
export interface FootMove {
  readonly action: string;
  readonly weight: boolean;
  /**
   * How the foot follows the one named before: `start` for the first of the role, `start-same` for a follower's that is
   * the leader's first too.
   */
  readonly foot: "start" | "start-same" | "other" | "same" | "both" | "body";
  /** Degrees, right turns positive. */
  readonly turn: number;
  /** Whether the body turns before the foot goes. */
  readonly turnsFirst: boolean;
}

/** An onset of a figure with what every role does there. */
export interface Moment {
  readonly onset: Ticks;
  /** Until the next moment, or until the figure comes round again. */
  readonly lasts: Ticks;
  /** Ticks after the beat. */
  readonly part: Ticks;
  /** The hold in which the couple is then; null where nobody said one yet. Likeness does not look at it. */
  readonly hold: string | null;
  readonly moves: Readonly<Partial<Record<Role, FootMove>>>;
}

const isOneFoot = (foot: Step["foot"] | undefined): foot is "L" | "R" => foot === "L" || foot === "R";

/**
 * How the foot of each step follows the last one that was named: a landing on both, or the body alone, does not tell
 * which comes next.
 * @param partner the foot with which the leader begins, for a follower beside one
 */
function feetOf(steps: readonly Step[], partner: Step["foot"] | undefined): FootMove["foot"][] {
  let last: Step["foot"] | undefined;
  return steps.map(({ foot }) => {
    if (foot === null) return "body";
    if (!isOneFoot(foot)) return "both";
    const before = last;
    last = foot;
    if (before === undefined) return partner === foot ? "start-same" : "start";
    return before === foot ? "same" : "other";
  });
}

const moveOf = (step: Step, foot: FootMove["foot"]): FootMove => ({
  action: step.direction ? `${step.action} ${step.direction}` : step.action,
  weight: isWeightAction(step.action),
  foot,
  turn: step.turn ? (step.turn.sense === "R" ? step.turn.degrees : -step.turn.degrees) : 0,
  turnsFirst: step.turn?.first === true,
});

/** Rows that were worked out already, by figure and roles: a library is compared figure by figure. */
const kept = new WeakMap<Figure, Map<string, readonly Moment[]>>();

/**
 * A figure as the row of its moments: of all its roles together, or of some of them.
 * @example
 * momentsOf(BASIC).length // 8
 */
export function momentsOf(figure: Figure, only: readonly Role[] = writtenRoles(figure)): readonly Moment[] {
  const rows = kept.get(figure) ?? new Map<string, readonly Moment[]>();
  kept.set(figure, rows);
  const key = only.join();
  const known = rows.get(key);
  if (known) return known;
  const moments = readMoments(figure, only);
  rows.set(key, moments);
  return moments;
}

function readMoments(figure: Figure, only: readonly Role[]): Moment[] {
  const leaderFirst = only.includes("leader")
    ? stepsOf(figure, "leader").find(({ foot }) => isOneFoot(foot))?.foot
    : undefined;
  const roles = only.map((role) => {
    const steps = stepsOf(figure, role);
    return { role, steps, feet: feetOf(steps, role === "follower" ? leaderFirst : undefined) };
  });
  const onsets = [...new Set(roles.flatMap(({ steps }) => steps.map(({ onset }) => onset)))].sort(
    (a, b) => a - b,
  );
  const holds = holdsSaid(figure);
  return onsets.map((onset, index) => {
    const hold = holds.findLast((step) => step.onset <= onset)?.hold ?? null;
    const end = onsets[index + 1] ?? figure.length + (onsets[0] ?? 0);
    const moves = roles.flatMap(({ role, steps, feet }) => {
      const at = steps.findIndex((step) => step.onset === onset);
      const step = steps[at];
      const foot = feet[at];
      return step && foot ? [[role, moveOf(step, foot)] as const] : [];
    });
    return { onset, lasts: end - onset, part: withinBeat(onset), hold, moves: Object.fromEntries(moves) };
  });
}

/** How much each feature of a move weighs; together 1. Stated defaults of the product. */
const WEIGHTS = { action: 0.5, weight: 0.15, foot: 0.15, turn: 0.2 } as const;
/** The time of a moment against what is done in it. */
const TIME_WEIGHT = 0.3;

const isNamed = (foot: FootMove["foot"]): boolean => foot !== "body" && foot !== "both";
const isStart = (foot: FootMove["foot"]): boolean => foot === "start" || foot === "start-same";

/** The first foot of a role can be set against any later one; two first feet must stand alike to the partner's. */
export const sameFoot = (a: FootMove["foot"], b: FootMove["foot"]): boolean =>
  a === b || (isStart(a) !== isStart(b) && isNamed(a) && isNamed(b));

function moveLikeness(a: FootMove, b: FootMove): number {
  // The same turn before the step and after it ends elsewhere.
  const turn = a.turnsFirst === b.turnsFirst ? 1 - Math.min(1, Math.abs(a.turn - b.turn) / 360) : 0;
  return (
    (a.action === b.action ? WEIGHTS.action : 0) +
    (a.weight === b.weight ? WEIGHTS.weight : 0) +
    (sameFoot(a.foot, b.foot) ? WEIGHTS.foot : 0) +
    turn * WEIGHTS.turn
  );
}

/** How alike two moments are, 0 to 1; 1 exactly when every feature of every role is the same. */
export function momentLikeness(a: Moment, b: Moment): number {
  // It is asked millions of times over a large library: a loop, which makes nothing.
  let [roles, sum] = [0, 0];
  for (const role of ROLES) {
    const one = a.moves[role];
    const two = b.moves[role];
    if (one && two) sum += moveLikeness(one, two);
    if (one || two) roles += 1;
  }
  const done = sum / Math.max(1, roles);
  const time = (a.part === b.part ? 0.5 : 0) + (a.lasts === b.lasts ? 0.5 : 0);
  return (1 - TIME_WEIGHT) * done + TIME_WEIGHT * time;
}

/** The same text for moments that have every feature in common. */
export const momentKey = ({ part, lasts, moves }: Moment): string => JSON.stringify([part, lasts, moves]);

/** Less than the least difference of two moments. */
const ALMOST = 1 - 1e-9;
/** Whether two moments are danced alike. */
export const sameMoment = (a: Moment, b: Moment): boolean => momentLikeness(a, b) >= ALMOST;

/** Whether one role does the same at two moments; doing nothing at both is the same too. */
export function sameMove(a: Moment | undefined, b: Moment | undefined, role: Role): boolean {
  const [one, two] = [a?.moves[role], b?.moves[role]];
  return one && two ? moveLikeness(one, two) >= ALMOST : one === two;
}

/** Whether the couple is in one hold at both; what is not said is no difference. */
export const sameHold = (a: Moment | undefined, b: Moment | undefined): boolean =>
  !a?.hold || !b?.hold || a.hold === b.hold;
