import { abilityGrid } from "./ability-grid.ts";

/** Marks as numbers: every name by its place. */
export interface MarkData {
  readonly students: number;
  readonly figures: number;
  readonly layers: number;
  readonly markers: number;
  /** How many different marks can be given. */
  readonly levels: number;
  readonly marks: readonly {
    readonly student: number;
    readonly figure: number;
    readonly layer: number;
    readonly marker: number;
    /** From 0, the least. */
    readonly level: number;
  }[];
}

/** The parameters as they are read from a place. */
export interface MarkParameters {
  readonly slope: number;
  readonly difficulty: Float64Array;
  readonly ease: Float64Array;
  readonly severity: Float64Array;
  /** Thresholds between the levels, rising, with mean 0. */
  readonly kappa: Float64Array;
}

/** Every chance counts as this much more, so that one strange mark cannot make everything impossible. */
const LEAST = 1e-12;
/** Below this a product is scaled up again. */
const TINY = 1e-100;
/** Points that weigh less than this beside the heaviest are let go, looked for every so many marks. */
const NEGLIGIBLE = 1e-20;
const EVERY = 8;

/** Marks, and room for what one evaluation works out: by kind (what is marked alike), level and point of the grid. */
export interface MarkTable {
  readonly data: MarkData;
  readonly points: number;
  readonly grid: Float64Array;
  /** The weight of each point before anything is seen. */
  readonly weight: Float64Array;
  /** Figure, layer and marker of each kind in one number. */
  readonly keys: Int32Array;
  /** Where the level of each mark stands, student after student, and where each student ends. */
  readonly cellOf: Int32Array;
  readonly ends: Int32Array;
  /** The chance of reaching each level, of being at each, and how many marks are expected there. */
  readonly reach: Float64Array;
  readonly chance: Float64Array;
  readonly expected: Float64Array;
  readonly posterior: Float64Array;
  /** The first point that weighs anything for the present student, and the one after the last. */
  readonly window: Int32Array;
  readonly easy: Float64Array;
}

/** Lays the tables of some marks. */
export function tableOf(data: MarkData, points: number): MarkTable {
  const { layers, markers, levels, marks } = data;
  const { grid, weight } = abilityGrid(points);

  // What is marked alike (figure, layer, marker) is worked out once for all students.
  const kinds = new Map<number, number>();
  const kindOf = marks.map(({ figure, layer, marker }) => {
    const key = (figure * layers + layer) * markers + marker;
    const known = kinds.get(key);
    if (known !== undefined) return known;
    kinds.set(key, kinds.size);
    return kinds.size - 1;
  });
  const keys = Int32Array.from(kinds.keys());
  const size = levels * points;
  // Marks of each student, one student after the other.
  const order = marks
    .map((_, index) => index)
    .sort((a, b) => (marks[a]?.student ?? 0) - (marks[b]?.student ?? 0));
  const cellOf = Int32Array.from(
    order,
    (index) => (kindOf[index] ?? 0) * size + (marks[index]?.level ?? 0) * points,
  );
  const ends = new Int32Array(data.students);
  order.forEach((index, place) => {
    ends[marks[index]?.student ?? 0] = place + 1;
  });

  return {
    ...{ data, points, grid, weight, keys, cellOf, ends },
    reach: new Float64Array(keys.length * size),
    chance: new Float64Array(keys.length * size),
    expected: new Float64Array(keys.length * size),
    posterior: new Float64Array(points),
    window: new Int32Array(2),
    easy: new Float64Array(levels * points),
  };
}

/** What a kind is made of. */
export function kindAt({ data: { layers, markers }, keys }: MarkTable, kind: number) {
  const key = keys[kind] ?? 0;
  return {
    figure: Math.floor(key / (layers * markers)),
    layer: Math.floor(key / markers) % layers,
    marker: key % markers,
  };
}

/** Works out every chance for some parameters. */
export function fillTable(
  table: MarkTable,
  { slope, difficulty, ease, severity, kappa }: MarkParameters,
): void {
  const { data, points, grid, keys, reach, chance, easy } = table;
  const { levels } = data;
  const size = levels * points;
  // logistic(x + base) = 1 / (1 + exp(-x) exp(-base)): one exponential a kind, not one a cell.
  for (let k = 1; k < levels; k++)
    for (let q = 0; q < points; q++)
      easy[k * points + q] = Math.exp(-slope * ((grid[q] ?? 0) - (kappa[k - 1] ?? 0)));
  for (let kind = 0; kind < keys.length; kind++) {
    const { figure, layer, marker } = kindAt(table, kind);
    const base = slope * ((ease[layer] ?? 0) - (difficulty[figure] ?? 0)) - (severity[marker] ?? 0);
    const hard = Math.exp(-base);
    const from = kind * size;
    // Level by level upward: what reaches one and not the next is at it.
    for (let k = 1; k < levels; k++) {
      const row = k * points;
      for (let q = 0; q < points; q++) {
        const reached = 1 / (1 + (easy[row + q] ?? 0) * hard);
        const below = (k === 1 ? 1 : (reach[from + row - points + q] ?? 0)) - reached;
        reach[from + row + q] = reached;
        chance[from + row - points + q] = below + LEAST;
      }
    }
    const top = from + size - points;
    for (let q = 0; q < points; q++) {
      chance[top + q] = (levels > 1 ? (reach[top + q] ?? 0) : 1) + LEAST;
    }
  }
}

/** The posterior of a student, by the marks from one place to another. @returns the logarithm of their likelihood */
function posteriorOfMarks(
  { weight, points, cellOf, chance, posterior, window }: MarkTable,
  from: number,
  to: number,
): number {
  posterior.set(weight);
  let logScale = 0;
  let [first, end] = [0, points];
  for (let place = from; place < to; place++) {
    const cell = cellOf[place] ?? 0;
    let most = 0;
    for (let q = first; q < end; q++) {
      const own = (posterior[q] ?? 0) * (chance[cell + q] ?? 0);
      posterior[q] = own;
      if (own > most) most = own;
    }
    if ((place - from) % EVERY === EVERY - 1) {
      const least = most * NEGLIGIBLE;
      for (; (posterior[first] ?? 0) < least; first++) posterior[first] = 0;
      for (; (posterior[end - 1] ?? 0) < least; end--) posterior[end - 1] = 0;
    }
    // A product of many chances would become too small to be told from none.
    if (most < TINY) {
      for (let q = first; q < end; q++) posterior[q] = (posterior[q] ?? 0) / most;
      logScale += Math.log(most);
    }
  }
  let total = 0;
  for (let q = first; q < end; q++) total += posterior[q] ?? 0;
  for (let q = first; q < end; q++) posterior[q] = (posterior[q] ?? 0) / total;
  window[0] = first;
  window[1] = end;
  return logScale + Math.log(total);
}

/** Adds a student's posterior to what is expected wherever they were marked. */
function addExpected({ cellOf, expected, posterior, window }: MarkTable, from: number, to: number): void {
  const [first = 0, end = 0] = window;
  for (let place = from; place < to; place++) {
    const cell = cellOf[place] ?? 0;
    for (let q = first; q < end; q++) expected[cell + q] = (expected[cell + q] ?? 0) + (posterior[q] ?? 0);
  }
}

/**
 * The log likelihood of a table that is filled; `expected` is filled on the way.
 * @param each is handed each student with the posterior of their ability
 */
export function sumUp(table: MarkTable, each?: (student: number, posterior: Float64Array) => void): number {
  const { data, ends, expected, posterior } = table;
  expected.fill(0);
  let [all, from] = [0, 0];
  for (let student = 0; student < data.students; student++) {
    const to = ends[student] ?? from;
    all += posteriorOfMarks(table, from, to);
    addExpected(table, from, to);
    each?.(student, posterior);
    from = to;
  }
  return all;
}

/**
 * How the likelihood of a kind's marks grows with all its chances and with the slope, into `pull`, and with each
 * threshold, added to `byBound`.
 */
export function pullOf(
  table: MarkTable,
  kind: number,
  { slope, difficulty, ease, kappa }: MarkParameters,
  pull: Float64Array,
  byBound: Float64Array,
): void {
  const { data, points, grid, reach, chance, expected } = table;
  const { levels } = data;
  const { figure, layer } = kindAt(table, kind);
  const from = kind * levels * points;
  let [inAll, inSlope] = [0, 0];
  for (let k = 1; k < levels; k++) {
    const off = (ease[layer] ?? 0) - (difficulty[figure] ?? 0) - (kappa[k - 1] ?? 0);
    const row = from + k * points;
    let inBound = 0;
    for (let q = 0; q < points; q++) {
      const here = expected[row + q] ?? 0;
      const beneath = expected[row - points + q] ?? 0;
      // Nobody is expected at most points.
      if (here === 0 && beneath === 0) continue;
      const reached = reach[row + q] ?? 0;
      // Of those at this level the chance grows with the reach of it, of those below it falls.
      const own =
        reached *
        (1 - reached) *
        (here / (chance[row + q] ?? LEAST) - beneath / (chance[row - points + q] ?? LEAST));
      inBound += own;
      inSlope += own * ((grid[q] ?? 0) + off);
    }
    inAll += inBound;
    byBound[k - 1] = (byBound[k - 1] ?? 0) - slope * inBound;
  }
  pull[0] = inAll;
  pull[1] = inSlope;
}
