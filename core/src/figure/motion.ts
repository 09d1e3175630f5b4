import type { Ticks } from "../time/index.ts";
import type { FootPlacement, Point } from "./place.ts";

/** A dancer at one moment. */
export interface Pose {
  readonly left: Point;
  readonly right: Point;
  readonly heading: number;
  readonly weight: FootPlacement["weight"];
}

/** The moving foot sets out at most this long before it lands. */
const SWING: Ticks = 16;

const between = (a: number, b: number, part: number): number => a + (b - a) * part;
/** Sets out and arrives gently (smoothstep, 3t² − 2t³). */
const ease = (part: number): number => part * part * (3 - 2 * part);

/** The point on the way from one place to the next, a half of an arc where the body turns as it goes. */
const pointBetween = (a: Point, b: Point, part: number): Point => ({
  x: between(a.x, b.x, part),
  y: between(a.y, b.y, part),
});

/**
 * Where a dancer is at a moment between steps: feet land on their onset, having set out shortly before.
 * @param path as `pathOf` gives it
 * @param at ticks from count 1
 * @example
 * poseAt(pathOfRole(BASIC, "leader", USUAL_HOLDS), 0).heading // 0
 */
export function poseAt(path: readonly FootPlacement[], at: Ticks): Pose {
  const next = path.findIndex(({ onset }) => onset > at);
  const before = path.at(next < 0 ? -1 : next - 1) as FootPlacement;
  const after = next < 0 ? undefined : path[next];
  const { left, right, heading, weight } = before;
  if (!after) return { left, right, heading, weight };
  const swing = Math.min(SWING, after.onset - Math.max(before.onset, after.onset - SWING));
  const part = ease(Math.max(0, 1 - (after.onset - at) / swing));
  return {
    left: pointBetween(left, after.left, part),
    right: pointBetween(right, after.right, part),
    heading: between(heading, after.heading, part),
    weight,
  };
}
