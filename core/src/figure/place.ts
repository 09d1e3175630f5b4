import { isWeightAction, type Step } from "../notation/index.ts";
import type { Ticks } from "../time/index.ts";
import { gesture, reach, SIZE_FACTOR, STEP_SIZES } from "./reach.ts";

/** A place on the floor in metres: x to the right, y forward, as the leader sees it at the start. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where a dancer stands from an onset on. Headings in degrees, clockwise; 0 is where the leader faces first. */
export interface FootPlacement {
  readonly onset: Ticks;
  readonly left: Point;
  readonly right: Point;
  readonly heading: number;
  /** The foot that carries the weight. */
  readonly weight: "L" | "R" | "both";
  /** How far a crossing foot stands before or behind the line that is danced along; the next step goes back to it. */
  readonly offLine?: Point;
  /** Where the feet are meant to be while one reaches out without weight: beside each other. It moves nobody. */
  readonly rest?: Pick<FootPlacement, "left" | "right">;
  /** Where the foot without weight still stands on the floor while the body turns on the other one. */
  readonly onFloor?: Point;
  /** It went back to where the foot was left on the floor. */
  readonly fromFloor?: true;
  /** From the standing foot to where the step landed, and which way it turned: the line that a turn may go on along. */
  readonly travel?: Travel;
}

/**
 * How a step is danced where its text leaves it open. What is not said is as `pathOf` takes it: the usual size, straight,
 * the turn after the step unless the text has it first.
 */
export interface Placing {
  /** The length of the step, as a share of the usual one. */
  readonly length?: number;
  /** Metres across the way it goes: forward and back to its own side, to the side forward. */
  readonly aside?: number;
  /** The dancer turns, then steps. */
  readonly turnsFirst?: boolean;
  /** The share of its turn that a step to the side is danced after; see `turnedBefore`. */
  readonly early?: number;
  /** Whether a foot that goes back to its place goes to where it was left on the floor. */
  readonly toFloor?: boolean;
}

interface Travel extends Point {
  /** Degrees, right turns above 0. */
  readonly turned: number;
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** The point that lies `right` and `forward` of another, for somebody with a heading. */
export function offset({ x, y }: Point, heading: number, right: number, forward: number): Point {
  const [sin, cos] = [Math.sin(radians(heading)), Math.cos(radians(heading))];
  return { x: x + right * cos + forward * sin, y: y - right * sin + forward * cos };
}

/** Steps along a line across the body: they keep to it, whatever was crossed before. */
const ACROSS: ReadonlySet<string> = new Set(["side", "close", "tap", "touch", "cross-front", "cross-behind"]);
/** Steps back to where the foot was. */
const RETURNS: ReadonlySet<string> = new Set(["place", "replace"]);
const ALONG: ReadonlySet<string> = new Set(["forward", "back"]);

/**
 * Degrees a step turns the dancer, right turns above 0.
 * @example
 * turnOf({ onset: 0, foot: "L", action: "side", turn: { sense: "L", degrees: 90 } }) // -90
 */
export const turnOf = ({ turn }: Step): number =>
  turn ? (turn.sense === "R" ? turn.degrees : -turn.degrees) : 0;

/**
 * The place between the feet, in metres.
 * @example
 * centreOf({ left: { x: 0, y: 0 }, right: { x: 0.2, y: 0 } }) // { x: 0.1, y: 0 }
 */
export const centreOf = ({ left, right }: Pick<FootPlacement, "left" | "right">): Point => ({
  x: (left.x + right.x) / 2,
  y: (left.y + right.y) / 2,
});

/** The feet beside each other around a place. */
export const feetAround = (centre: Point, heading: number): Pick<FootPlacement, "left" | "right"> => ({
  left: offset(centre, heading, -STEP_SIZES.hips / 2, 0),
  right: offset(centre, heading, STEP_SIZES.hips / 2, 0),
});

/** Feet no further apart than this are beside each other. */
const BESIDE = STEP_SIZES.hips + 0.05;

/**
 * Whether a foot that goes back to its place steps to the floor on which it was left while the body turned on the other
 * one; a foot that was beside that one turns along.
 */
const goesToFloor = ({ onFloor }: FootPlacement, standing: Point): boolean =>
  onFloor !== undefined && Math.hypot(onFloor.x - standing.x, onFloor.y - standing.y) > BESIDE;

const aroundStanding = (point: Point, centre: Point, degrees: number): Point => {
  if (degrees === 0) return point;
  const [sin, cos] = [Math.sin(radians(degrees)), Math.cos(radians(degrees))];
  const [dx, dy] = [point.x - centre.x, point.y - centre.y];
  return { x: centre.x + dx * cos + dy * sin, y: centre.y - dx * sin + dy * cos };
};

/** How far round a turn a step to the side may be meant: as the dancer faces before it, after it, or halfway. */
const READINGS = [0, 1, 0.5] as const;

/**
 * The share of its turn that a step to the side is danced after. Teachers write each step of a rolling turn as
 * "side" and mean the line that is danced along; so of the readings the one that keeps to that line holds, where
 * the dancer already turns that way or has just stepped to the side that the turn goes to. All others, as all
 * steps do, go where the dancer faces before the turn.
 */
function turnedBefore({ travel, heading }: FootPlacement, out: number, degrees: number): number {
  if (!travel || out === 0 || degrees === 0) return 0;
  const toRight = offset({ x: 0, y: 0 }, heading, 1, 0);
  const along = travel.turned || travel.x * toRight.x + travel.y * toRight.y;
  if (along * degrees <= 0) return 0;
  const length = Math.hypot(travel.x, travel.y) * Math.abs(out);
  return (
    READINGS.find((share) => {
      const way = offset({ x: 0, y: 0 }, heading + share * degrees, out, 0);
      return way.x * travel.x + way.y * travel.y > 0.99 * length;
    }) ?? 0
  );
}

/** A hop takes both feet along: on the spot, or half a step where it is said to go. */
function hopped(before: FootPlacement, step: Step, degrees: number): FootPlacement {
  const to = step.direction ? reach(step.direction, SIZE_FACTOR.small) : null;
  const isLeft = step.foot === "L";
  const own = isLeft ? before.left : before.right;
  const out = step.direction === "side" ? STEP_SIZES.side * SIZE_FACTOR.small * (isLeft ? -1 : 1) : 0;
  const landed = offset(own, before.heading, out, to?.forward ?? 0);
  const [dx, dy] = [landed.x - own.x, landed.y - own.y];
  const moved = ({ x, y }: Point): Point => aroundStanding({ x: x + dx, y: y + dy }, landed, degrees);
  return {
    onset: step.onset,
    heading: before.heading + degrees,
    weight: isLeft ? "L" : "R",
    left: moved(before.left),
    right: moved(before.right),
  };
}

/** Who turns first stands round the foot with the weight, and then does the step without a turn. */
function placeTurned(
  { offLine: _line, ...before }: FootPlacement,
  step: Step,
  degrees: number,
  how: Placing,
): FootPlacement {
  const standing = step.foot === "L" ? before.right : before.left;
  const round = (point: Point) => aroundStanding(point, standing, degrees);
  const { turn: _turn, ...plain } = step;
  return placed(
    { ...before, heading: before.heading + degrees, left: round(before.left), right: round(before.right) },
    plain,
    how,
  );
}

/** Steps whose way across is to their own side. */
const acrossWay = (word: string, aside: number): { out: number; forward: number } =>
  ALONG.has(word) ? { out: aside, forward: 0 } : { out: 0, forward: aside };

/**
 * Where a dancer stands after a step.
 * @param how what its text leaves open
 */
export function placed(before: FootPlacement, step: Step, how: Placing = {}): FootPlacement {
  const degrees = turnOf(step);
  const heading = before.heading + degrees;
  if (step.foot !== "L" && step.foot !== "R") {
    const centre = centreOf(before);
    const word = step.direction ?? step.action;
    const size = step.foot === "both" ? reach(word, SIZE_FACTOR[step.size ?? "small"]) : null;
    const landed = offset(centre, before.heading, 0, word === "side" ? 0 : (size?.forward ?? 0));
    const weight = step.foot === "both" && isWeightAction(step.action) ? "both" : before.weight;
    const moved = step.foot === "both" ? feetAround(landed, heading) : null;
    const spun = {
      left: aroundStanding(before.left, centre, degrees),
      right: aroundStanding(before.right, centre, degrees),
    };
    return { onset: step.onset, heading, weight, ...(moved ?? spun) };
  }
  if (step.turn && (step.turn.first || how.turnsFirst)) return placeTurned(before, step, degrees, how);
  if (step.action === "hop") return hopped(before, step, degrees);
  const isLeft = step.foot === "L";
  const standing = isLeft ? before.right : before.left;
  const word = step.direction ?? step.action;
  const isStep = isWeightAction(step.action);
  const size = (step.size ? SIZE_FACTOR[step.size] : 1) * (how.length ?? 1);
  const to = isStep ? reach(word, size) : gesture(word, size);
  const stays = isLeft ? before.left : before.right;
  const { offLine = { x: 0, y: 0 } } = before;
  const from = ACROSS.has(word) ? { x: standing.x - offLine.x, y: standing.y - offLine.y } : standing;
  // Who turns on a step does so over it, so it lands in line with the standing foot.
  const across = acrossWay(word, isStep ? (how.aside ?? 0) : 0);
  const apart = (degrees !== 0 && ALONG.has(word) ? 0 : (to?.out ?? 0)) + across.out;
  const out = isLeft ? -apart : apart;
  const early = word === "side" ? degrees * (how.early ?? turnedBefore(before, out, degrees)) : 0;
  const toFloor = RETURNS.has(word) && (how.toFloor ?? goesToFloor(before, standing));
  const landed = to
    ? offset(from, before.heading + early, out, to.forward + across.forward)
    : offset(toFloor ? (before.onFloor ?? stays) : stays, before.heading, 0, across.forward);
  const crosses = isWeightAction(step.action) && /^cross-/.test(word) && degrees === 0 ? to : null;
  const aside = crosses && offset({ x: 0, y: 0 }, before.heading, 0, crosses.forward);
  const keeps = !isWeightAction(step.action) && degrees === 0 ? before.offLine : undefined;
  const line = aside ?? keeps;
  const weight = isWeightAction(step.action)
    ? step.foot
    : before.weight === step.foot
      ? "both"
      : before.weight;
  const pivot = isWeightAction(step.action) ? landed : standing;
  const moving = aroundStanding(landed, pivot, degrees - early);
  const still = aroundStanding(standing, pivot, degrees - early);
  const resting = offset(still, heading, isLeft ? -STEP_SIZES.hips : STEP_SIZES.hips, 0);
  const rest = isStep ? null : { left: isLeft ? resting : still, right: isLeft ? still : resting };
  // What turned once more while it had no weight was left on the floor before that.
  const left = isStep ? (degrees === early ? undefined : standing) : before.onFloor;
  const travel = { x: landed.x - from.x, y: landed.y - from.y, turned: degrees };
  return {
    onset: step.onset,
    heading,
    weight,
    left: isLeft ? moving : still,
    right: isLeft ? still : moving,
    ...(line ? { offLine: line } : {}),
    ...(rest ? { rest } : {}),
    ...(left ? { onFloor: left } : {}),
    ...(toFloor ? { fromFloor: true as const } : {}),
    ...(to && isWeightAction(step.action) ? { travel } : {}),
  };
}

/**
 * Whether the length and the way across of a step are open: of steps that go somewhere on one foot.
 * @example
 * isSized(stepsOf(BASIC, "leader")[1]) // false
 */
export const isSized = ({ foot, action, direction }: Step): boolean =>
  (foot === "L" || foot === "R") && SIZED.has(isWeightAction(action) ? (direction ?? action) : "");
const SIZED: ReadonlySet<string> = new Set([
  "forward",
  "back",
  "side",
  "lunge",
  "slide",
  "sway",
  "diagonal-forward",
  "diagonal-back",
]);

/**
 * Whether a step may be set a little forward or back of where it is said to go: each that takes the weight on one foot.
 * @example
 * isSet(stepsOf(BASIC, "leader")[1]) // true
 */
export const isSet = ({ foot, action }: Step): boolean =>
  (foot === "L" || foot === "R") && isWeightAction(action);

/**
 * What `place` decides by itself about a step that is danced as said, so that other sizes do not change it.
 * @param before where the dancer stands then
 */
export function decided(before: FootPlacement, step: Step, turnsFirst: boolean): Placing {
  const degrees = turnOf(step);
  const isLeft = step.foot === "L";
  const standing = isLeft ? before.right : before.left;
  const out = (isLeft ? -1 : 1) * STEP_SIZES.side;
  const stands = turnsFirst || step.turn?.first;
  return {
    turnsFirst,
    early: stands ? 0 : turnedBefore(before, out, degrees),
    toFloor: goesToFloor(before, standing),
  };
}
