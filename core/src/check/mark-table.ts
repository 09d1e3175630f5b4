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
/** Abilities are summed so many deviations to both sides of where a student stands. */
const REACH = 6.4;
/** Steps of so many deviations sum a bell to ten digits (the trapezoid rule on an analytic function). */
const POINTS = 17;
/** A grid serves while the student stands so near its middle, in deviations, and is so much wider or narrower. */
const [NEAR, WIDER] = [1, 1.3];
/** A grid that missed a student altogether comes this much closer each time. */
const CLOSER = 1 / 3;
const MOST_MOVES = 24;

/** Marks, student after student, and room for what one evaluation works out. */
export interface MarkTable {
  readonly data: MarkData;
  /** Of each mark, in order. */
  readonly figure: Int32Array;
  readonly layer: Int32Array;
  readonly marker: Int32Array;
  readonly level: Int32Array;
  /** Behind the last mark of each student. */
  readonly ends: Int32Array;
  /** Points of every grid, in deviations from its middle. */
  readonly steps: Float64Array;
  /** Where the grid of each student lies, and how far a deviation is in it. */
  readonly middle: Float64Array;
  readonly width: Float64Array;
  /** Where each student stood when last weighed, and how uncertain that was. */
  readonly ability: Float64Array;
  readonly spread: Float64Array;
  readonly posterior: Float64Array;
  /** How easily each level is reached at each point, before the mark's own part comes to it. */
  readonly easy: Float64Array;
  /** Of each mark of the present student, at each point: the chance of reaching its level, and the next above it. */
  readonly reached: Float64Array;
  readonly above: Float64Array;
}

/** How the likelihood grows with each parameter. */
export interface Growth {
  /** With the slope, and after it what one mark tells on average of where it falls, on the scale of the logistic. */
  readonly whole: Float64Array;
  readonly difficulty: Float64Array;
  readonly ease: Float64Array;
  readonly severity: Float64Array;
  readonly kappa: Float64Array;
}

/**
 * Lays the tables of some marks.
 * @param points of each student's grid, at least 3
 */
export function tableOf(data: MarkData, points = POINTS): MarkTable {
  const { students, levels } = data;
  const marks = data.marks.toSorted((a, b) => a.student - b.student);
  const ends = new Int32Array(students);
  marks.forEach(({ student }, place) => {
    ends[student] = place + 1;
  });
  const most = ends.reduce((all, end, student) => Math.max(all, end - (ends[student - 1] ?? 0)), 0);
  return {
    data,
    ends,
    figure: Int32Array.from(marks, ({ figure }) => figure),
    layer: Int32Array.from(marks, ({ layer }) => layer),
    marker: Int32Array.from(marks, ({ marker }) => marker),
    level: Int32Array.from(marks, ({ level }) => level),
    steps: Float64Array.from({ length: points }, (_, q) => -REACH + (2 * REACH * q) / (points - 1)),
    middle: new Float64Array(students),
    width: new Float64Array(students).fill(1),
    ability: new Float64Array(students),
    spread: new Float64Array(students),
    posterior: new Float64Array(points),
    easy: new Float64Array((levels + 1) * points),
    reached: new Float64Array(most * points),
    above: new Float64Array(most * points),
  };
}

/** Nothing yet. */
export const noGrowth = ({ figures, layers, markers, levels }: MarkData): Growth => ({
  whole: new Float64Array(2),
  difficulty: new Float64Array(figures),
  ease: new Float64Array(layers),
  severity: new Float64Array(markers),
  kappa: new Float64Array(Math.max(0, levels - 1)),
});

/** The posterior of a student over a grid. @returns the logarithm of their likelihood */
function weigh(
  table: MarkTable,
  { slope, difficulty, ease, severity, kappa }: MarkParameters,
  [from, to]: readonly [number, number],
  [middle, width]: readonly [number, number],
): number {
  const { data, steps, posterior, easy, reached, above } = table;
  const points = steps.length;
  const { levels } = data;
  // Each level is reached by 1 / (1 + easy · hard): one exponential a level and one a mark, not one a cell. The lowest is
  // reached by everybody, what is above the highest by nobody.
  easy.fill(0, 0, points);
  easy.fill(Number.POSITIVE_INFINITY, levels * points);
  for (let q = 0; q < points; q++) {
    const theta = middle + width * (steps[q] ?? 0);
    posterior[q] = Math.exp((-theta * theta) / 2);
    for (let k = 1; k < levels; k++) easy[k * points + q] = Math.exp(-slope * (theta - (kappa[k - 1] ?? 0)));
  }
  let logScale = Math.log((width * 2 * REACH) / (points - 1) / Math.sqrt(2 * Math.PI));
  for (let mark = from; mark < to; mark++) {
    const base =
      slope * ((ease[table.layer[mark] ?? 0] ?? 0) - (difficulty[table.figure[mark] ?? 0] ?? 0)) -
      (severity[table.marker[mark] ?? 0] ?? 0);
    const hard = Math.exp(-base);
    const row = (table.level[mark] ?? 0) * points;
    const cell = (mark - from) * points;
    let most = 0;
    for (let q = 0; q < points; q++) {
      const own = 1 / (1 + (easy[row + q] ?? 0) * hard);
      const next = 1 / (1 + (easy[row + points + q] ?? 0) * hard);
      reached[cell + q] = own;
      above[cell + q] = next;
      const weight = (posterior[q] ?? 0) * (own - next + LEAST);
      posterior[q] = weight;
      if (weight > most) most = weight;
    }
    // A product of many chances would become too small to be told from none.
    if (most < TINY) {
      for (let q = 0; q < points; q++) posterior[q] = (posterior[q] ?? 0) / most;
      logScale += Math.log(most);
    }
  }
  let total = 0;
  for (let q = 0; q < points; q++) total += posterior[q] ?? 0;
  for (let q = 0; q < points; q++) posterior[q] = (posterior[q] ?? 0) / total;
  return logScale + Math.log(total);
}

/** Weighs a student over a grid that lies where they stand, moved until it does (Naylor and Smith, 1982). */
function weighWhere(
  table: MarkTable,
  parameters: MarkParameters,
  student: number,
  marks: readonly [number, number],
): number {
  const { steps, posterior } = table;
  for (let move = 0; ; move++) {
    const [middle, width] = [table.middle[student] ?? 0, table.width[student] ?? 1];
    const logLikelihood = weigh(table, parameters, marks, [middle, width]);
    let [mean, square] = [0, 0];
    for (let q = 0; q < steps.length; q++) {
      const [own, step] = [posterior[q] ?? 0, steps[q] ?? 0];
      mean += own * step;
      square += own * step * step;
    }
    const deviation = Math.sqrt(Math.max(0, square - mean * mean));
    table.ability[student] = middle + width * mean;
    table.spread[student] = width * deviation;
    // It stays where it is as long as it serves, so that near places are weighed alike.
    const fits = Math.abs(mean) <= NEAR && deviation <= WIDER && deviation >= 1 / WIDER;
    if (fits || move === MOST_MOVES) return logLikelihood;
    table.middle[student] = middle + width * mean;
    table.width[student] = width * Math.max(CLOSER, deviation);
  }
}

/** Adds what the marks of a student, weighed, say of every parameter. */
function addGrowth(
  table: MarkTable,
  { slope, difficulty, ease, kappa }: MarkParameters,
  student: number,
  [from, to]: readonly [number, number],
  growth: Growth,
): void {
  const { data, steps, posterior, reached, above } = table;
  const points = steps.length;
  const middle = table.middle[student] ?? 0;
  const width = table.width[student] ?? 1;
  for (let mark = from; mark < to; mark++) {
    const cell = (mark - from) * points;
    let [low, high, lowAt, highAt, told] = [0, 0, 0, 0, 0];
    for (let q = 0; q < points; q++) {
      const own = reached[cell + q] ?? 0;
      const next = above[cell + q] ?? 0;
      const per = 1 / (own - next + LEAST);
      // The chance of the mark grows with the chance of reaching its level and falls with that of the next.
      const up = own * (1 - own) * per;
      const down = next * (1 - next) * per;
      const weight = posterior[q] ?? 0;
      const step = weight * (steps[q] ?? 0);
      low += weight * up;
      high += weight * down;
      lowAt += step * up;
      highAt += step * down;
      told += weight * (up - down) * (up - down);
    }
    const figure = table.figure[mark] ?? 0;
    const layer = table.layer[mark] ?? 0;
    const marker = table.marker[mark] ?? 0;
    const level = table.level[mark] ?? 0;
    const all = low - high;
    const at = (ease[layer] ?? 0) - (difficulty[figure] ?? 0) + middle;
    let bySlope = width * (lowAt - highAt) + at * all;
    growth.difficulty[figure] = (growth.difficulty[figure] ?? 0) - slope * all;
    growth.ease[layer] = (growth.ease[layer] ?? 0) + slope * all;
    growth.severity[marker] = (growth.severity[marker] ?? 0) - all;
    if (level > 0) {
      bySlope -= low * (kappa[level - 1] ?? 0);
      growth.kappa[level - 1] = (growth.kappa[level - 1] ?? 0) - slope * low;
    }
    if (level < kappa.length) {
      bySlope += high * (kappa[level] ?? 0);
      growth.kappa[level] = (growth.kappa[level] ?? 0) + slope * high;
    }
    growth.whole[0] = (growth.whole[0] ?? 0) + bySlope;
    growth.whole[1] = (growth.whole[1] ?? 0) + told / data.marks.length;
  }
}

/**
 * The log likelihood of marks, the ability of each student summed out under the normal distribution over a grid that lies
 * about where they stand; that, and how uncertain it is, stands in the table afterwards.
 * @param growth filled with how it grows with each parameter, where it is asked for
 */
export function sumUp(table: MarkTable, parameters: MarkParameters, growth?: Growth): number {
  const { data, ends } = table;
  let [all, from] = [0, 0];
  for (let student = 0; student < data.students; student++) {
    const marks = [from, ends[student] ?? from] as const;
    all += weighWhere(table, parameters, student, marks);
    if (growth) addGrowth(table, parameters, student, marks, growth);
    from = marks[1];
  }
  return all;
}
