import { type Hold, holdNamed } from "../hold/index.ts";
import { type Figure, type Role, type Step, stepsOf } from "../notation/index.ts";
import { decided, type FootPlacement, feetAround, type Placing, type Point, placed } from "./place.ts";

/**
 * Where both feet are after each step, beginning with how the dancer stands before the first. A step goes
 * where the dancer faces before its turn, which then goes round the foot with the weight; only a step to the
 * side in the middle of a rolling turn is read so that it stays on the line danced along.
 * @param start the place between the feet
 * @param heading degrees, clockwise
 * @param placings how steps are danced where their text leaves it open, step by step
 * @example
 * pathOf(stepsOf(BASIC, "leader")).length // 9
 */
export function pathOf(
  steps: readonly Step[],
  start: Point = { x: 0, y: 0 },
  heading = 0,
  placings: readonly Placing[] = [],
): FootPlacement[] {
  const first = steps.find(({ foot }) => foot === "L" || foot === "R")?.foot;
  const weight = first === "L" ? "R" : "L";
  const begin = { onset: Number.NEGATIVE_INFINITY, heading, weight, ...feetAround(start, heading) } as const;
  return pathFrom(begin, steps, placings);
}

/**
 * Where both feet are after each step of somebody who stands somewhere already; see `pathOf`.
 * @example
 * pathFrom(pathOf([])[0], stepsOf(BASIC, "leader"), []).length // 9
 */
export function pathFrom(
  begin: FootPlacement,
  steps: readonly Step[],
  placings: readonly Placing[],
): FootPlacement[] {
  const path: FootPlacement[] = [{ ...begin, onset: Number.NEGATIVE_INFINITY }];
  for (const [index, step] of steps.entries()) {
    const next = placed(path.at(-1) as FootPlacement, step, placings[index]);
    leaveOnFloor(path, next);
    path.push(next);
  }
  return path;
}

/**
 * How steps are danced with all sizes as usual, with what `pathOf` decides by itself said, so that it stays so when
 * sizes change.
 * @param turnsFirst which of the steps are danced after their turn, of those whose text leaves it open
 * @param begin where the dancer stands at first; with the feet beside each other where nothing is said
 * @example
 * usualPlacings(stepsOf(BASIC, "leader"), []).length // 8
 */
export function usualPlacings(
  steps: readonly Step[],
  turnsFirst: readonly boolean[],
  begin = pathOf(steps.slice(0, 1))[0] as FootPlacement,
): Placing[] {
  let before = begin;
  return steps.map((step, index) => {
    const placing = decided(before, step, turnsFirst[index] ?? false);
    before = placed(before, step, placing);
    return placing;
  });
}

/** A foot that comes back to where it was left on the floor never swung round with the body. */
function leaveOnFloor(path: FootPlacement[], { weight, fromFloor }: FootPlacement): void {
  const onFloor = path.at(-1)?.onFloor;
  if (!onFloor || weight === "both" || !fromFloor) return;
  const foot = weight === "L" ? "left" : "right";
  for (let at = path.length - 1; path[at]?.onFloor === onFloor; at--)
    path[at] = { ...(path[at] as FootPlacement), [foot]: onFloor };
}

/** Where a hold puts the follower, as the leader faces: metres and degrees. Facing where no hold is said. */
function followerStart(hold: Hold | null): { at: Point; heading: number } {
  switch (hold?.facing) {
    case "beside":
      return { at: { x: 0.6, y: 0 }, heading: 0 };
    case "shadow":
      return { at: { x: 0.25, y: 0.4 }, heading: 0 };
    default:
      return { at: { x: 0, y: hold?.close ? 0.6 : 0.9 }, heading: 180 };
  }
}

/**
 * The path of a role, the follower's from where the first hold puts them, whichever role's lines say it.
 * @param holds those of the dance
 * @example
 * pathOfRole(BASIC, "follower", USUAL_HOLDS)[0].heading // 180
 */
export function pathOfRole(figure: Figure, role: Role, holds: readonly Hold[]): FootPlacement[] {
  const steps = stepsOf(figure, role);
  if (role !== "follower") return pathOf(steps);
  const name = stepsOf(figure, "leader")[0]?.hold ?? steps[0]?.hold;
  const { at, heading } = followerStart(name === undefined ? null : holdNamed(name, holds));
  return pathOf(steps, at, heading);
}
