import { centreOf, type FootPlacement } from "./place.ts";

/** How a figure uses the floor: on one spot, along one line, or onward through the room. */
export type SpaceClass = "spot" | "slot" | "travelling";

/** Estimates in metres, from the stated step sizes. */
export interface Space {
  readonly kind: SpaceClass;
  /** From where the dancer stands first to where they stand last, as they face at the start. */
  readonly right: number;
  readonly forward: number;
  /** Straight from the first place to the last. */
  readonly net: number;
  /** Width and depth of the floor that the feet use. */
  readonly width: number;
  readonly depth: number;
}

/** Further than this from its beginning, a figure takes the couple on through the room. */
const TRAVELS = 0.8;
/** A slot is at least so long, and so many times as long as wide. */
const SLOT = { length: 1.2, ratio: 1.8 };

const centimetres = (metres: number): number => Math.round(metres * 100) / 100 + 0;

function box(paths: readonly (readonly FootPlacement[])[]): { width: number; depth: number } {
  let [west, east, south, north] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const path of paths)
    for (const { left, right } of path) {
      west = Math.min(west, left.x, right.x);
      east = Math.max(east, left.x, right.x);
      south = Math.min(south, left.y, right.y);
      north = Math.max(north, left.y, right.y);
    }
  return { width: east - west, depth: north - south };
}

function classOf(net: number, width: number, depth: number): SpaceClass {
  if (net > TRAVELS) return "travelling";
  const [long, short] = [Math.max(width, depth), Math.min(width, depth)];
  return long >= SLOT.length && long >= SLOT.ratio * short ? "slot" : "spot";
}

/**
 * The floor one role uses when the figure is danced once.
 * @example
 * spaceOf(pathOfRole(BASIC, "leader", USUAL_HOLDS)).kind // "spot"
 */
export function spaceOf(path: readonly FootPlacement[]): Space {
  const last = path.at(-1) as FootPlacement;
  const [start, end] = [centreOf(path[0] as FootPlacement), centreOf(last.rest ?? last)];
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const turned = ((path[0]?.heading ?? 0) * Math.PI) / 180;
  const net = Math.hypot(dx, dy);
  const { width, depth } = box([path]);
  return {
    kind: classOf(net, width, depth),
    right: centimetres(dx * Math.cos(turned) - dy * Math.sin(turned)),
    forward: centimetres(dx * Math.sin(turned) + dy * Math.cos(turned)),
    net: centimetres(net),
    width: centimetres(width),
    depth: centimetres(depth),
  };
}

/** Room left round the feet for shoulders and arms, on each side, in metres. */
export const ELBOW_ROOM = 0.4;

/**
 * The floor the whole couple needs, elbow room included. Metres, an estimate.
 * @example
 * floorOf([pathOfRole(BASIC, "leader", USUAL_HOLDS)]).depth // 0.8
 */
export function floorOf(paths: readonly (readonly FootPlacement[])[]): { width: number; depth: number } {
  const { width, depth } = box(paths);
  return { width: centimetres(width + 2 * ELBOW_ROOM), depth: centimetres(depth + 2 * ELBOW_ROOM) };
}
