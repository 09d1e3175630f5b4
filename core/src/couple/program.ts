import { type CoupleLimits, type Hold, reachOf } from "../hold/index.ts";
import type { LinearProgram, LinearRow } from "../linear/index.ts";
import type { Affine, CoupleFloor, CoupleMoment } from "./floor.ts";

/** Solves a linear program: the columns of a best solution, `null` where there is none. */
export type Solve = (program: LinearProgram) => readonly number[] | null;

/** Columns: each size below and above the usual, then the strain, then how many metres are lacking. */
export const below = (size: number): number => 2 * size;
/** See `below`. */
export const above = (size: number): number => 2 * size + 1;

/** Either has the other within so wide an angle before them, to each side, in degrees. */
const BEFORE = 60;
/** So near counts as facing the way that a hold has it, in degrees: holds are danced a little open. */
const NEARLY = 45;
/** Face to face the other is at least so far ahead, in metres: in a close hold, and in any other. */
const AHEAD = { close: 0.2, open: 0.4 };
/** Side by side, and one behind the other, they are no further out of line than this, in metres. */
const OUT_OF_LINE = 0.6;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
/** Directions as x and y, clockwise from forward. */
const towards = (degrees: number): readonly [number, number] => [
  Math.sin(radians(degrees)),
  Math.cos(radians(degrees)),
];

/** How far one direction reaches from leader to follower: at least or at most so many metres. */
export interface FloorLimit {
  readonly way: readonly [number, number];
  readonly least: number;
  readonly most: number;
}

const atMost = (degrees: number, most: number): FloorLimit => ({
  way: towards(degrees),
  least: -Infinity,
  most,
});
const atLeast = (degrees: number, least: number): FloorLimit => ({
  way: towards(degrees),
  least,
  most: Infinity,
});

const angle = (degrees: number): number => Math.abs(((((degrees + 180) % 360) + 360) % 360) - 180);

/** What a hold asks of where the two are while they face as it has them. */
function placedBy({ facing, close }: Hold, { leader, follower }: CoupleMoment): FloorLimit[] {
  const turned = angle(follower - leader);
  if (facing === "facing" && turned >= 180 - NEARLY)
    return [
      // Within a wedge: not beyond either of its sides.
      ...[leader, follower + 180].flatMap((faces) => [
        atLeast(faces, close ? AHEAD.close : AHEAD.open),
        atLeast(faces + 90 - BEFORE, 0),
        atLeast(faces - 90 + BEFORE, 0),
      ]),
    ];
  if (facing === "beside" && turned <= NEARLY)
    return [atMost(leader, OUT_OF_LINE), atLeast(leader, -OUT_OF_LINE)];
  if (facing === "shadow" && turned <= NEARLY)
    return [atMost(leader + 90, OUT_OF_LINE), atLeast(leader + 90, -OUT_OF_LINE)];
  return [];
}

/** What a program is solved with: what people do, a solver, and whether where the hold has them is left aside. */
export interface Keeping {
  readonly limits: CoupleLimits;
  readonly solve: Solve;
  readonly only?: "reach";
}

/** No further off than this is as good as met, in metres. */
const NEAR_ENOUGH = 1e-4;

/** What of a moment is not met where the follower is at a place: beyond what arms reach, or not where the hold has them. */
function unmetAt(
  moment: CoupleMoment,
  place: Place,
  lacking: number,
  { limits, only }: Keeping,
): FloorLimit[] {
  const { hold } = moment;
  if (!hold) return [];
  const reach = reachOf(hold, limits);
  const far = Math.hypot(place.x, place.y);
  const beyond: FloorLimit[] =
    reach !== null && far > reach + lacking + NEAR_ENOUGH
      ? [{ way: [place.x / far, place.y / far], least: -Infinity, most: reach }]
      : [];
  if (only === "reach") return beyond;
  const elsewhere = placedBy(hold, moment).filter(({ way: [x, y], least, most }) => {
    const along = x * place.x + y * place.y;
    return along < least - lacking - NEAR_ENOUGH || along > most + lacking + NEAR_ENOUGH;
  });
  return [...beyond, ...elsewhere];
}

/** A limit as a row, which `lacking` metres may be taken off. */
export function rowOf({ way: [x, y], least, most }: FloorLimit, between: Affine): LinearRow {
  const columns: number[] = [];
  const values: number[] = [];
  between.dx.forEach((dx, size) => {
    const value = x * dx + y * (between.dy[size] ?? 0);
    if (Math.abs(value) < 1e-9) return;
    columns.push(below(size), above(size));
    values.push(-value, value);
  });
  const usual = x * between.x + y * between.y;
  columns.push(2 * between.dx.length + 1);
  values.push(least === -Infinity ? -1 : 1);
  return { lower: least - usual, upper: most - usual, columns, values };
}

/** What the first answer costs: lacking metres before strain, strain before the sum of all changes. */
const COST = { lacking: 100, strain: 1, change: 1e-3 };

/**
 * The least strain of sizes. Rows of what a couple keeps to are added where they are needed; see `solveWithin`.
 * @param most no size is strained further, and then as few as possible are changed
 */
export function strainProgram(
  { sizes }: CoupleFloor,
  most: { readonly strain: number; readonly lacking: number } | null = null,
): LinearProgram {
  const ranges = sizes.flatMap(({ down, up }) => [down, up]);
  const strain = 2 * sizes.length;
  // Where they begin is free within the hold: it is no step, so it strains nobody.
  const rows = sizes.flatMap(({ step, down, up }, size): LinearRow[] =>
    step === null
      ? []
      : [
          {
            lower: -Infinity,
            upper: 0,
            columns: [below(size), above(size), strain],
            values: [1 / down, 1 / up, -1],
          },
        ],
  );
  return {
    cost: [...ranges.map((range) => (most ? 1 : COST.change) / range), most ? 0 : COST.strain, COST.lacking],
    upper: [...ranges, most?.strain ?? 1, most?.lacking ?? 100],
    integer: [...ranges.map(() => false), false, false],
    rows,
  };
}

/** So often rows are added before a program is given up. */
const MOST_ROUNDS = 60;

/**
 * Solves a program within what a couple keeps to, of which only what an answer goes beyond is made a row: arms reach
 * round a circle, so the row is the line that touches it there.
 * @param kept rows that were needed before; those that are found are added to it
 * @param more further rows
 * @param until how many moments are looked at
 */
export function solveWithin(
  program: LinearProgram,
  { moments }: CoupleFloor,
  by: Keeping,
  kept: LinearRow[],
  more: readonly LinearRow[] = [],
  until = moments.length,
): readonly number[] | null {
  // With nothing to keep to, all sizes are the usual ones.
  let columns: readonly number[] | null =
    kept.length + more.length === 0
      ? program.cost.map(() => 0)
      : by.solve({ ...program, rows: [...program.rows, ...kept, ...more] });
  for (let round = 0; columns && round < MOST_ROUNDS; round++) {
    const solution = columns;
    const lacking = solution.at(-1) ?? 0;
    const unmet = moments
      .slice(0, until)
      .flatMap((moment) =>
        unmetAt(moment, placeIn(solution, moment.between), lacking, by).map((limit) =>
          rowOf(limit, moment.between),
        ),
      );
    if (unmet.length === 0) return columns;
    kept.push(...unmet);
    columns = by.solve({ ...program, rows: [...program.rows, ...kept, ...more] });
  }
  return null;
}

/** A place on the floor, in metres from the leader. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

/** A place with sizes as a solution has them. */
export const placeIn = (solution: readonly number[], { x, y, dx, dy }: Affine): Place => {
  let [toX, toY] = [x, y];
  dx.forEach((_, size) => {
    const by = (solution[above(size)] ?? 0) - (solution[below(size)] ?? 0);
    toX += by * (dx[size] ?? 0);
    toY += by * (dy[size] ?? 0);
  });
  return { x: toX, y: toY };
};
