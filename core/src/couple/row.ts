import { type FootPlacement, type Placing, pathFrom, pathOfRole } from "../figure/index.ts";
import { type Figure, holdsSaid, type Step, stepsOf } from "../notation/index.ts";
import { beatsToTicks, type Ticks } from "../time/index.ts";
import type { CoupleStands, DancedCouple } from "./floor.ts";
import type { Solve } from "./program.ts";
import { type CoupleDance, type CoupleVerdict, coupleOf } from "./verdict.ts";

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

type Rows = Readonly<Record<"leader" | "follower", readonly Step[]>>;
type Placings = Readonly<Record<"leader" | "follower", readonly Placing[]>>;

const both = <T>(of: (role: "leader" | "follower") => T): Readonly<Record<"leader" | "follower", T>> => ({
  leader: of("leader"),
  follower: of("follower"),
});

const nothing = (): { leader: never[]; follower: never[] } => ({ leader: [], follower: [] });

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

const joined = <T>(
  one: Readonly<Record<"leader" | "follower", readonly T[]>>,
  other: Readonly<Record<"leader" | "follower", readonly T[]>>,
) => both((role) => [...one[role], ...other[role]]);

/** Where both stand after steps that are danced in a way. */
const standsAfter = (begin: CoupleStands, steps: Rows, placings: Placings): CoupleStands =>
  both((role) => pathFrom(begin[role], steps[role], placings[role]).at(-1) ?? begin[role]);

/** How both begin by a verdict: where the hold usually has them, the follower moved. */
function beginOf(figure: Figure, { holds }: CoupleDance, moved: { x: number; y: number }): CoupleStands {
  const first = (role: "leader" | "follower") => pathOfRole(figure, role, holds)[0] as FootPlacement;
  const aside = (point: FootPlacement["left"]) => ({ x: point.x + moved.x, y: point.y + moved.y });
  const follower = first("follower");
  return {
    leader: first("leader"),
    follower: { ...follower, left: aside(follower.left), right: aside(follower.right) },
  };
}

/** The placings of the steps that come first, and of those after them. */
const partedAfter = (placings: Placings, first: Rows): readonly [Placings, Placings] => [
  both((role) => placings[role].slice(0, first[role].length)),
  both((role) => placings[role].slice(first[role].length)),
];

/** Steps of the row and how both stand before them; `null` where nothing before them settles it. */
interface Piece {
  readonly steps: Rows;
  readonly length: Ticks;
  readonly begin: CoupleStands | null;
}

const pieceFigure = ({ steps, length }: Piece): Figure => ({ length, steps });

/** How a piece is danced by its verdict, with usual sizes where there is none. */
function dancedBy(piece: Piece, verdict: CoupleVerdict | null, dance: CoupleDance) {
  const together = verdict?.together ? verdict : null;
  const placings: Placings = together?.placings ?? both((role) => piece.steps[role].map(() => ({})));
  const begins = together?.begins ?? { x: 0, y: 0 };
  const begin = piece.begin ?? beginOf(pieceFigure(piece), dance, begins);
  return { placings, begins, begin };
}

/**
 * A couple through figures that are danced one after the other, on one floor: where and as one ends, the next begins.
 * Where that leaves the next no way, it is looked at together with the one before. Where a pick-up falls on a step of the
 * figure before, the earlier step stays, as in `asOneFigure`.
 * @example
 * coupleInRow([{ figure: BASIC, from: 0 }, { figure: BASIC, from: 8 }], DANCE, SOLVE).goesOn // [true, true]
 */
export function coupleInRow(row: readonly FigureInRow[], dance: CoupleDance, solve: Solve): CoupleInRow {
  const verdictOf = (piece: Piece): CoupleVerdict | null =>
    coupleOf(pieceFigure(piece), dance, solve, piece.begin);
  const goesOn: (boolean | null)[] = [];
  let all: Rows = nothing();
  /** How everything before the last piece is danced, and the last piece itself. */
  let settled: Placings = nothing();
  let last: Piece | null = null;
  let lastPlacings: Placings = nothing();
  let begins: { x: number; y: number } | null = null;
  let stands: CoupleStands | null = null;
  for (const { figure, from } of row) {
    if (!figure) {
      goesOn.push(null);
      continue;
    }
    const steps = rowsOf(figure, beatsToTicks(from), all);
    const piece: Piece = { steps, length: figure.length, begin: stands };
    const alone = verdictOf(piece);
    const wide: Piece | null =
      alone && !alone.together && last
        ? { steps: joined(last.steps, steps), length: last.length + figure.length, begin: last.begin }
        : null;
    const wideVerdict: CoupleVerdict | null = wide && verdictOf(wide);
    if (wide && last && wideVerdict?.together) {
      const { placings, begins: moved, begin } = dancedBy(wide, wideVerdict, dance);
      if (!last.begin) begins = moved;
      const [first, second] = partedAfter(placings, last.steps);
      settled = joined(settled, first);
      lastPlacings = second;
      last = { ...piece, begin: standsAfter(begin, last.steps, first) };
      goesOn.push(true);
    } else {
      const { placings, begins: moved, begin } = dancedBy(piece, alone, dance);
      if (!piece.begin) begins = moved;
      settled = joined(settled, lastPlacings);
      lastPlacings = placings;
      last = { ...piece, begin: piece.begin && begin };
      goesOn.push(alone?.together ?? null);
    }
    const stood: CoupleStands = last.begin ?? beginOf(pieceFigure(last), dance, begins ?? { x: 0, y: 0 });
    stands = standsAfter(stood, last.steps, lastPlacings);
    all = joined(all, steps);
  }
  const danced: DancedCouple = {
    together: true,
    placings: joined(settled, lastPlacings),
    begins: begins ?? { x: 0, y: 0 },
  };
  return { goesOn, danced };
}
