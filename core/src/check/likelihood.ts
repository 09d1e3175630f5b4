import type { Slope } from "./minimise.ts";

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

interface Prior {
  readonly mean: number;
  readonly deviation: number;
}

/** What is assumed of each sort of parameter before anything is seen. */
export type Priors = Readonly<Record<"slope" | "difficulty" | "ease" | "gap" | "severity", Prior>>;

/** The parameters as they are read from a place. */
interface Parameters {
  readonly slope: number;
  readonly difficulty: Float64Array;
  readonly ease: Float64Array;
  readonly severity: Float64Array;
  /** Thresholds between the levels, rising, with mean 0. */
  readonly kappa: Float64Array;
}

/** The likelihood of marks, to be minimised with its sign turned. */
export interface Likelihood {
  readonly start: Float64Array;
  /** About the uncertainty of each parameter, by how many marks tell of it. */
  readonly scale: Float64Array;
  readonly slope: Slope;
  readonly read: (place: Float64Array) => Parameters & {
    readonly ability: Float64Array;
    readonly spread: Float64Array;
    readonly logLikelihood: number;
  };
}

/** Abilities are summed from minus to plus this. */
const REACH = 5;
/** No chance counts as less than this, so that one strange mark cannot make everything impossible. */
const LEAST = 1e-12;
/** Below this a product is scaled up again. */
const TINY = 1e-100;

/** Where the parameters of each sort begin in a place: log slope, difficulties, eases but the first, gaps, severities. */
function placesIn({ figures, layers, levels, markers }: MarkData, isFree: boolean) {
  const difficulty = 1;
  const ease = difficulty + figures;
  const gap = ease + layers - 1;
  const severity = gap + Math.max(0, levels - 2);
  return { difficulty, ease, gap, severity, all: severity + (isFree ? markers : Math.max(0, markers - 1)) };
}

/**
 * The marginal likelihood of marks, abilities summed over a fixed grid under the normal distribution.
 * @param points of the grid, at least 3
 * @param priors `null` for none: the first marker is then the measure of the others
 */
export function likelihoodOf(data: MarkData, points: number, priors: Priors | null): Likelihood {
  const { figures, layers, markers, levels, marks } = data;
  const at = placesIn(data, priors !== null);
  const firstMarker = priors === null ? 1 : 0;
  const bounds = levels - 1;

  const grid = Float64Array.from({ length: points }, (_, q) => -REACH + (2 * REACH * q) / (points - 1));
  const density = grid.map((theta) => Math.exp(-(theta ** 2) / 2));
  const sum = density.reduce((all, own) => all + own, 0);
  const weight = density.map((own) => own / sum);

  // What is marked alike (figure, layer, marker) is worked out once for all students.
  const kinds = new Map<number, number>();
  const kindOf = marks.map(({ figure, layer, marker }) => {
    const key = (figure * layers + layer) * markers + marker;
    const known = kinds.get(key);
    if (known !== undefined) return known;
    kinds.set(key, kinds.size);
    return kinds.size - 1;
  });
  const keys = [...kinds.keys()];
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

  const parameters = (place: Float64Array): Parameters => {
    const gaps = Array.from({ length: Math.max(0, bounds - 1) }, (_, j) => Math.exp(place[at.gap + j] ?? 0));
    const kappa = new Float64Array(Math.max(0, bounds));
    for (let k = 1; k < bounds; k++) kappa[k] = (kappa[k - 1] ?? 0) + (gaps[k - 1] ?? 0);
    const mean = kappa.reduce((all, own) => all + own, 0) / Math.max(1, bounds);
    return {
      slope: Math.exp(place[0] ?? 0),
      difficulty: place.slice(at.difficulty, at.ease),
      ease: Float64Array.from({ length: layers }, (_, l) => (l === 0 ? 0 : (place[at.ease + l - 1] ?? 0))),
      severity: Float64Array.from({ length: markers }, (_, m) =>
        m < firstMarker ? 0 : (place[at.severity + m - firstMarker] ?? 0),
      ),
      kappa: kappa.map((own) => own - mean),
    };
  };

  // Scratch for one evaluation: the chance of reaching each level, of each level, and expected counts.
  const reach = new Float64Array(keys.length * (levels + 1) * points);
  const chance = new Float64Array(keys.length * size);
  const expected = new Float64Array(keys.length * size);
  const posterior = new Float64Array(points);
  const easy = new Float64Array(levels * points);

  const fill = ({ slope, difficulty, ease, severity, kappa }: Parameters): void => {
    // logistic(x + base) = 1 / (1 + exp(-x) exp(-base)): one exponential a kind, not one a cell.
    for (let k = 1; k < levels; k++)
      for (let q = 0; q < points; q++)
        easy[k * points + q] = Math.exp(-slope * ((grid[q] ?? 0) - (kappa[k - 1] ?? 0)));
    for (let kind = 0; kind < keys.length; kind++) {
      const key = keys[kind] ?? 0;
      const figure = Math.floor(key / (layers * markers));
      const base =
        slope * ((ease[Math.floor(key / markers) % layers] ?? 0) - (difficulty[figure] ?? 0)) -
        (severity[key % markers] ?? 0);
      const hard = Math.exp(-base);
      const from = kind * (levels + 1) * points;
      for (let q = 0; q < points; q++) reach[from + q] = 1;
      for (let at = points; at < levels * points; at++) reach[from + at] = 1 / (1 + (easy[at] ?? 0) * hard);
      for (let at = 0; at < size; at++)
        chance[kind * size + at] = Math.max(
          LEAST,
          (reach[from + at] ?? 0) - (reach[from + at + points] ?? 0),
        );
    }
  };

  /** The log likelihood; each student is handed over with the posterior of their ability. */
  const sumUp = (each: (student: number, from: number, to: number) => void): number => {
    let [all, from] = [0, 0];
    for (let student = 0; student < data.students; student++) {
      const to = ends[student] ?? from;
      posterior.set(weight);
      let logScale = 0;
      for (let place = from; place < to; place++) {
        const cell = cellOf[place] ?? 0;
        let most = 0;
        for (let q = 0; q < points; q++) {
          const own = (posterior[q] ?? 0) * (chance[cell + q] ?? 0);
          posterior[q] = own;
          if (own > most) most = own;
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
      all += logScale + Math.log(total);
      each(student, from, to);
      from = to;
    }
    return all;
  };

  const addPriors = (place: Float64Array, gradient: Float64Array): number => {
    if (priors === null) return 0;
    let loss = 0;
    const add = (first: number, last: number, { mean, deviation }: Prior) => {
      for (let index = first; index < last; index++) {
        const off = ((place[index] ?? 0) - mean) / deviation;
        loss += (off * off) / 2;
        gradient[index] = (gradient[index] ?? 0) + off / deviation;
      }
    };
    add(0, 1, priors.slope);
    add(at.difficulty, at.ease, priors.difficulty);
    add(at.ease, at.gap, priors.ease);
    add(at.gap, at.severity, priors.gap);
    add(at.severity, at.all, priors.severity);
    return loss;
  };

  const slopeAt: Slope = (place, gradient) => {
    const own = parameters(place);
    const { slope, difficulty, ease, kappa } = own;
    fill(own);
    expected.fill(0);
    const logLikelihood = sumUp((_student, from, to) => {
      for (let index = from; index < to; index++) {
        const cell = cellOf[index] ?? 0;
        for (let q = 0; q < points; q++) expected[cell + q] = (expected[cell + q] ?? 0) + (posterior[q] ?? 0);
      }
    });
    gradient.fill(0);
    const add = (index: number, value: number) => {
      gradient[index] = (gradient[index] ?? 0) - value;
    };
    const byBound = new Float64Array(bounds);
    for (let kind = 0; kind < keys.length; kind++) {
      const key = keys[kind] ?? 0;
      const figure = Math.floor(key / (layers * markers));
      const layer = Math.floor(key / markers) % layers;
      const marker = key % markers;
      const from = kind * (levels + 1) * points;
      let [inAll, inSlope] = [0, 0];
      for (let k = 1; k < levels; k++)
        for (let q = 0; q < points; q++) {
          const reached = reach[from + k * points + q] ?? 0;
          const steep = reached * (1 - reached);
          // Of those at this level the chance grows with the reach of it, of those below it falls.
          const above =
            (expected[kind * size + k * points + q] ?? 0) /
            Math.max(LEAST, reached - (reach[from + (k + 1) * points + q] ?? 0));
          const below =
            (expected[kind * size + (k - 1) * points + q] ?? 0) /
            Math.max(LEAST, (reach[from + (k - 1) * points + q] ?? 0) - reached);
          const pull = steep * (above - below);
          inAll += pull;
          byBound[k - 1] = (byBound[k - 1] ?? 0) - slope * pull;
          inSlope +=
            pull * ((grid[q] ?? 0) + (ease[layer] ?? 0) - (difficulty[figure] ?? 0) - (kappa[k - 1] ?? 0));
        }
      add(0, slope * inSlope);
      add(at.difficulty + figure, -slope * inAll);
      if (layer > 0) add(at.ease + layer - 1, slope * inAll);
      if (marker >= firstMarker) add(at.severity + marker - firstMarker, -inAll);
    }
    for (let j = 0; j < bounds - 1; j++) {
      const gap = Math.exp(place[at.gap + j] ?? 0);
      let pull = 0;
      for (let k = 0; k < bounds; k++)
        pull += (byBound[k] ?? 0) * gap * ((k > j ? 1 : 0) - (bounds - 1 - j) / bounds);
      add(at.gap + j, pull);
    }
    return addPriors(place, gradient) - logLikelihood;
  };

  const start = new Float64Array(at.all);
  for (let j = at.gap; j < at.severity; j++) start[j] = Math.log(1.2);
  // A figure's difficulty begins where its mean mark lies.
  const [given, many] = [new Float64Array(figures), new Float64Array(figures)];
  for (const { figure, level } of marks) {
    given[figure] = (given[figure] ?? 0) + level / Math.max(1, bounds);
    many[figure] = (many[figure] ?? 0) + 1;
  }
  for (let figure = 0; figure < figures; figure++) {
    const share = ((given[figure] ?? 0) + 0.5) / ((many[figure] ?? 0) + 1);
    start[at.difficulty + figure] = -Math.log(share / (1 - share));
  }

  // Each mark tells a parameter about as much as a coin's toss does.
  const told = new Float64Array(at.all);
  const tell = (index: number, much: number) => {
    told[index] = (told[index] ?? 0) + much;
  };
  for (const { figure, layer, marker } of marks) {
    tell(0, 0.3);
    tell(at.difficulty + figure, 0.25);
    if (layer > 0) tell(at.ease + layer - 1, 0.25);
    for (let j = at.gap; j < at.severity; j++) tell(j, 0.1);
    if (marker >= firstMarker) tell(at.severity + marker - firstMarker, 0.25);
  }

  return {
    start,
    scale: told.map((much) => 1 / Math.sqrt(much + 1)),
    slope: slopeAt,
    read: (place) => {
      const own = parameters(place);
      fill(own);
      const [ability, spread] = [new Float64Array(data.students), new Float64Array(data.students)];
      const logLikelihood = sumUp((student) => {
        const mean = posterior.reduce((all, share, q) => all + share * (grid[q] ?? 0), 0);
        ability[student] = mean;
        spread[student] = Math.sqrt(
          posterior.reduce((all, share, q) => all + share * ((grid[q] ?? 0) - mean) ** 2, 0),
        );
      });
      return { ...own, ability, spread, logLikelihood };
    },
  };
}
