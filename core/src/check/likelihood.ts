import {
  fillTable,
  kindAt,
  type MarkData,
  type MarkParameters,
  pullOf,
  sumUp,
  tableOf,
} from "./mark-table.ts";
import type { Slope } from "./minimise.ts";

interface Prior {
  readonly mean: number;
  readonly deviation: number;
}

/** What is assumed of each sort of parameter before anything is seen. */
export type Priors = Readonly<Record<"slope" | "difficulty" | "ease" | "gap" | "severity", Prior>>;

/** The likelihood of marks, to be minimised with its sign turned. */
export interface Likelihood {
  readonly start: Float64Array;
  /** About the uncertainty of each parameter, by how many marks tell of it. */
  readonly scale: Float64Array;
  readonly slope: Slope;
  readonly read: (place: Float64Array) => MarkParameters & {
    readonly ability: Float64Array;
    readonly spread: Float64Array;
    readonly logLikelihood: number;
  };
}

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

  const table = tableOf(data, points);

  const parameters = (place: Float64Array): MarkParameters => {
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
    const { slope } = own;
    fillTable(table, own);
    const logLikelihood = sumUp(table);
    gradient.fill(0);
    const add = (index: number, value: number) => {
      gradient[index] = (gradient[index] ?? 0) - value;
    };
    const byBound = new Float64Array(bounds);
    const pull = new Float64Array(2);
    for (let kind = 0; kind < table.keys.length; kind++) {
      const { figure, layer, marker } = kindAt(table, kind);
      pullOf(table, kind, own, pull, byBound);
      const [inAll = 0, inSlope = 0] = pull;
      add(0, slope * inSlope);
      add(at.difficulty + figure, -slope * inAll);
      if (layer > 0) add(at.ease + layer - 1, slope * inAll);
      if (marker >= firstMarker) add(at.severity + marker - firstMarker, -inAll);
    }
    for (let j = 0; j < bounds - 1; j++) {
      const gap = Math.exp(place[at.gap + j] ?? 0);
      let inGap = 0;
      for (let k = 0; k < bounds; k++)
        inGap += (byBound[k] ?? 0) * gap * ((k > j ? 1 : 0) - (bounds - 1 - j) / bounds);
      add(at.gap + j, inGap);
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
      fillTable(table, own);
      const [ability, spread] = [new Float64Array(data.students), new Float64Array(data.students)];
      const logLikelihood = sumUp(table, (student, posterior) => {
        const mean = posterior.reduce((all, share, q) => all + share * (table.grid[q] ?? 0), 0);
        ability[student] = mean;
        spread[student] = Math.sqrt(
          posterior.reduce((all, share, q) => all + share * ((table.grid[q] ?? 0) - mean) ** 2, 0),
        );
      });
      return { ...own, ability, spread, logLikelihood };
    },
  };
}
