import type { MarkTable } from "./mark-table.ts";

/** Where the parameters of each sort begin: log slope, difficulties, eases but the first, gaps, severities; and how many. */
export interface ParameterPlaces {
  readonly difficulty: number;
  readonly ease: number;
  readonly gap: number;
  readonly severity: number;
  readonly all: number;
  /** The first marker whose severity is free. */
  readonly firstMarker: number;
}

/** What one mark tells of where it falls, on the scale of the logistic, and the parameters that stretch this scale. */
interface Told {
  readonly told: number;
  readonly slope: number;
  readonly gaps: readonly number[];
}

/** Rows of a square matrix of which only the lower half is used. */
export type Square = readonly Float64Array[];

/**
 * About how much marks tell of each parameter and of any two together, with the ability of each student summed out
 * (its row and column taken away by their complement; Schur, 1917).
 * @param sure how sure each parameter is before anything is seen, as 1 / deviation², above 0
 */
export function informationOf(
  { data, ends, figure, layer, marker }: MarkTable,
  at: ParameterPlaces,
  { told, slope, gaps }: Told,
  sure: Float64Array,
): Square {
  const square = Array.from(sure, (own, row) => {
    const line = new Float64Array(at.all);
    line[row] = own;
    return line;
  });
  const add = (a: number, b: number, much: number) => {
    const line = square[Math.max(a, b)] as Float64Array;
    const column = Math.min(a, b);
    line[column] = (line[column] ?? 0) + much;
  };
  const marks = data.marks.length;
  add(0, 0, told * marks);
  gaps.forEach((gap, index) => {
    add(at.gap + index, at.gap + index, (told * marks * (slope * gap) ** 2) / 4);
  });
  // What a student's marks tell of each parameter together with their ability.
  const beside = new Float64Array(at.all);
  let from = 0;
  for (const to of ends) {
    beside.fill(0);
    for (let mark = from; mark < to; mark++) {
      const own = at.difficulty + (figure[mark] ?? 0);
      const ease = (layer[mark] ?? 0) > 0 ? at.ease + (layer[mark] ?? 0) - 1 : -1;
      const by = (marker[mark] ?? 0) - at.firstMarker;
      const severity = by >= 0 ? at.severity + by : -1;
      beside[own] = (beside[own] ?? 0) - told * slope * slope;
      add(own, own, told * slope * slope);
      if (ease >= 0) {
        beside[ease] = (beside[ease] ?? 0) + told * slope * slope;
        add(ease, ease, told * slope * slope);
        add(own, ease, -told * slope * slope);
      }
      if (severity >= 0) {
        beside[severity] = (beside[severity] ?? 0) - told * slope;
        add(severity, severity, told);
        add(own, severity, told * slope);
        if (ease >= 0) add(ease, severity, -told * slope);
      }
    }
    const ofAbility = 1 + told * slope * slope * (to - from);
    const touched = Array.from(beside.keys()).filter((index) => beside[index] !== 0);
    for (const one of touched)
      for (const other of touched)
        if (other <= one) add(one, other, (-(beside[one] ?? 0) * (beside[other] ?? 0)) / ofAbility);
    from = Math.max(from, to);
  }
  return square;
}

/** The lower triangle whose square a positive matrix is (Cholesky, 1910). */
export function rootOf(square: Square): Square {
  const root = square.map((line) => new Float64Array(line.length));
  square.forEach((line, row) => {
    const own = root[row] as Float64Array;
    for (let column = 0; column <= row; column++) {
      const other = root[column] as Float64Array;
      let rest = line[column] ?? 0;
      for (let k = 0; k < column; k++) rest -= (own[k] ?? 0) * (other[k] ?? 0);
      own[column] = column === row ? Math.sqrt(Math.max(rest, 1e-9)) : rest / (other[column] ?? 1);
    }
  });
  return root;
}

/** The vector that a lower triangle makes into another one. */
export function solveDown(root: Square, right: Float64Array): Float64Array {
  const found = right.slice();
  root.forEach((line, row) => {
    let rest = found[row] ?? 0;
    for (let k = 0; k < row; k++) rest -= (line[k] ?? 0) * (found[k] ?? 0);
    found[row] = rest / (line[row] ?? 1);
  });
  return found;
}

/** The vector that the same triangle, turned over, makes into another one. */
export function solveUp(root: Square, right: Float64Array): Float64Array {
  const found = right.slice();
  for (let row = root.length - 1; row >= 0; row--) {
    const line = root[row] as Float64Array;
    const own = (found[row] ?? 0) / (line[row] ?? 1);
    found[row] = own;
    for (let k = 0; k < row; k++) found[k] = (found[k] ?? 0) - (line[k] ?? 0) * own;
  }
  return found;
}

/** What the triangle, turned over, makes of a vector: undoes {@link solveUp}. */
export const timesUp = (root: Square, place: Float64Array): Float64Array =>
  place.map((_, column) =>
    root.reduce((sum, line, row) => (row < column ? sum : sum + (line[column] ?? 0) * (place[row] ?? 0)), 0),
  );
