import { type Placing, type Point, pathFrom } from "../figure/index.ts";
import { type Figure, holdsSaid, type Step, stepsOf } from "../notation/index.ts";
import { beatsToTicks, type Ticks } from "../time/index.ts";
import { both, type OfBoth } from "./both.ts";
import { beginOf, type CoupleStands, type DancedCouple } from "./floor.ts";
import type { Solve } from "./program.ts";
import { type CoupleDance, coupleOf } from "./verdict.ts";

/** A figure at its place in a row, and the beat on which it begins. */
export interface FigureInRow {
  readonly figure: Figure | null;
  readonly from: number;
}

/** A couple through figures that are danced one after the other. */
export interface CoupleInRow {
  /** Whether each is danced from where and as the one before it ended; `null` where nothing can be said. */
  readonly goesOn: readonly (boolean | null)[];
  /** How all of it is danced as one figure. */
  readonly danced: DancedCouple;
}

type Rows = OfBoth<readonly Step[]>;
type Placings = OfBoth<readonly Placing[]>;

const joined = <T>(one: OfBoth<readonly T[]>, other: OfBoth<readonly T[]>): OfBoth<readonly T[]> =>
  both((role) => [...one[role], ...other[role]]);

/**
 * The steps of a figure as they stand in the row: a pick-up on a step of the figure before falls out, and where no hold is
 * said at first, the one in force is.
 */
function rowsOf(figure: Figure, from: Ticks, before: Rows): Rows {
  const rows = both((role) => {
    const last = before[role].at(-1)?.onset ?? Number.NEGATIVE_INFINITY;
    return stepsOf(figure, role)
      .map((step) => ({ ...step, onset: step.onset + from }))
      .filter(({ onset }) => onset > last);
  });
  const hold = holdsSaid({ length: from, steps: before }).at(-1)?.hold;
  const first = rows.leader[0] ?? rows.follower[0];
  const [said] = holdsSaid({ length: figure.length, steps: rows });
  if (hold === undefined || !first || (said && said.onset <= first.onset)) return rows;
  const role = rows.leader[0] ? "leader" : "follower";
  return { ...rows, [role]: rows[role].map((step) => (step === first ? { ...step, hold } : step)) };
}

/** The placings of the steps that come first, and of those after them. */
const partedAfter = (placings: Placings, first: Rows): readonly [Placings, Placings] => [
  both((role) => placings[role].slice(0, first[role].length)),
  both((role) => placings[role].slice(first[role].length)),
];

/** A figure of the row as it is danced, and how both stand before it. */
interface Piece {
  readonly steps: Rows;
  readonly length: Ticks;
  readonly placings: Placings;
  readonly begin: CoupleStands;
}

/** Where both stand after a piece. */
const standsAfter = ({ begin, steps, placings }: Piece): CoupleStands =>
  both((role) => pathFrom(begin[role], steps[role], placings[role]).at(-1) ?? begin[role]);

/**
 * A couple through figures that are danced one after the other, on one floor: where and as one ends, the next begins.
 * Where that leaves the next no way, it is looked at together with the one before. Where a pick-up falls on a step of the
 * figure before, the earlier step stays, as in `asOneFigure`.
 * @example
 * coupleInRow([{ figure: BASIC, from: 0 }, { figure: BASIC, from: 8 }], DANCE, SOLVE).goesOn // [true, true]
 */
export function coupleInRow(row: readonly FigureInRow[], dance: CoupleDance, solve: Solve): CoupleInRow {
  const goesOn: (boolean | null)[] = [];
  const pieces: Piece[] = [];
  let begins: Point = { x: 0, y: 0 };
  let all: Rows = { leader: [], follower: [] };
  /** How steps are danced from where both stand; the first of the row from where its verdict has them begin. */
  const dancedFrom = (stands: CoupleStands | null, figure: { steps: Rows; length: Ticks }) => {
    const verdict = coupleOf(figure, dance, solve, stands);
    const found = verdict?.together ? verdict : null;
    if (!stands && found) begins = found.begins;
    const placings: Placings = found?.placings ?? both((role) => figure.steps[role].map(() => ({})));
    const piece: Piece = { ...figure, placings, begin: stands ?? beginOf(figure, dance.holds, begins) };
    return { together: verdict?.together ?? null, piece };
  };
  for (const { figure, from } of row) {
    if (!figure) {
      goesOn.push(null);
      continue;
    }
    const { length } = figure;
    const steps = rowsOf(figure, beatsToTicks(from), all);
    all = joined(all, steps);
    const last = pieces.at(-1);
    const alone = dancedFrom(last ? standsAfter(last) : null, { steps, length });
    const wide =
      alone.together === false && last
        ? dancedFrom(pieces.length > 1 ? last.begin : null, {
            steps: joined(last.steps, steps),
            length: last.length + length,
          })
        : null;
    goesOn.push(wide?.together || alone.together);
    if (last && wide?.together) {
      const [first, second] = partedAfter(wide.piece.placings, last.steps);
      const before: Piece = { ...last, placings: first, begin: wide.piece.begin };
      pieces.splice(-1, 1, before, { steps, length, placings: second, begin: standsAfter(before) });
    } else pieces.push(alone.piece);
  }
  const placings = both((role) => pieces.flatMap((piece) => piece.placings[role]));
  return { goesOn, danced: { together: true, placings, begins } };
}
