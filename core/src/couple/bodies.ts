import type { LinearProgram, LinearRow } from "../linear/index.ts";
import type { CoupleFloor } from "./floor.ts";
import { type FloorLimit, type Keeping, type Place, placeIn, rowOf, solveWithin } from "./program.ts";

/** A way through a program, with what it costs. */
export interface Solved {
  readonly columns: readonly number[];
  readonly cost: number;
  /** The rows that say on which side one passes the other. */
  readonly sides: readonly LinearRow[];
}

/** On so many sides of the other a body may pass. */
const SIDES = 12;
/** So many ways of passing are tried at most. */
const MOST_TRIES = 40;
/** A way that costs no more than this beside the least there is, is taken at once. */
const NEARLY = 0.05;

const WAYS: readonly FloorLimit["way"][] = Array.from({ length: SIDES }, (_, side) => {
  const turned = (side * 2 * Math.PI) / SIDES;
  return [Math.sin(turned), Math.cos(turned)];
});

/** How near the way from one place to another comes to the middle, in metres. */
function nearest(from: Place, to: Place): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = dx * dx + dy * dy;
  const part = length === 0 ? 0 : Math.min(1, Math.max(0, -(from.x * dx + from.y * dy) / length));
  return Math.hypot(from.x + part * dx, from.y + part * dy);
}

const costOf = ({ cost }: LinearProgram, columns: readonly number[]): number =>
  cost.reduce((sum, one, column) => sum + one * (columns[column] ?? 0), 0);

/**
 * The least that a program costs where the two bodies never come nearer than `apart` metres on their way from one moment
 * to the next: each time they do, one passes the other on one of twelve sides. `null` where none is found.
 * @param sides rows of ways of passing that are taken as they are
 */
export function solveApart(
  program: LinearProgram,
  floor: CoupleFloor,
  by: Keeping,
  sides: readonly LinearRow[] = [],
): Solved | null {
  const { moments } = floor;
  const { apart } = by.limits;
  const kept: LinearRow[] = [];
  // As far as a way of passing that lies between two of the twelve still allows.
  const least = apart * Math.cos(Math.PI / SIDES);
  const solved = (rows: readonly LinearRow[]): Solved | null => {
    const columns = solveWithin(program, floor, by, kept, rows);
    return columns && { columns, cost: costOf(program, columns), sides: rows };
  };
  const worst = ({ columns }: Solved): number => {
    let [found, how] = [-1, least - 1e-6];
    for (let at = 1; at < moments.length; at++) {
      const [from, to] = [moments[at - 1], moments[at]];
      const near = from && to ? nearest(placeIn(columns, from.between), placeIn(columns, to.between)) : apart;
      if (near < how) [found, how] = [at, near];
    }
    return found;
  };
  const root = solved(sides);
  if (!root) return null;
  let open: Solved[] = [root];
  let best: Solved | null = null;
  for (let tries = 0; tries < MOST_TRIES && open.length > 0; ) {
    const [next, ...others] = open.sort((a, b) => a.cost - b.cost);
    open = others;
    if (!next || (best && next.cost >= best.cost - NEARLY)) break;
    const at = worst(next);
    if (at < 0) {
      best = next;
      continue;
    }
    const ends = [moments[at - 1], moments[at]].flatMap((moment) => moment ?? []);
    const clear = (way: FloorLimit["way"]): number =>
      Math.min(
        ...ends.map(({ between }) => {
          const { x, y } = placeIn(next.columns, between);
          return way[0] * x + way[1] * y;
        }),
      );
    for (const way of WAYS.toSorted((a, b) => clear(b) - clear(a))) {
      const rows = [
        ...next.sides,
        ...ends.map(({ between }) => rowOf({ way, least, most: Infinity }, between)),
      ];
      tries += 1;
      const found = solved(rows);
      if (found) open.push(found);
      if (found && found.cost <= next.cost + NEARLY) break;
    }
  }
  return best;
}
