import { informationOf, type ParameterPlaces, type Square } from "./information.ts";
import { type MarkData, type MarkParameters, noGrowth, sumUp, tableOf } from "./mark-table.ts";
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
  /** About how the likelihood bends: what marks tell of each parameter and of any two together. */
  readonly information: (place: Float64Array) => Square;
  readonly slope: Slope;
  readonly read: (place: Float64Array) => MarkParameters & {
    readonly ability: Float64Array;
    readonly spread: Float64Array;
    readonly logLikelihood: number;
  };
}

function placesIn({ figures, layers, levels, markers }: MarkData, firstMarker: number): ParameterPlaces {
  const difficulty = 1;
  const ease = difficulty + figures;
  const gap = ease + layers - 1;
  const severity = gap + Math.max(0, levels - 2);
  return { difficulty, ease, gap, severity, all: severity + Math.max(0, markers - firstMarker), firstMarker };
}

/** Where the search begins. */
const BEGUN = { slope: 1.5, gap: 1.2 } as const;
/** Where there are no priors a parameter is still taken to lie within some units. */
const HARDLY = 0.01;

/** How sure each parameter is before anything is seen. */
function sureBefore(at: ParameterPlaces, priors: Priors | null): Float64Array {
  const sure = new Float64Array(at.all).fill(HARDLY);
  if (priors === null) return sure;
  const by = ({ deviation }: Prior) => 1 / (deviation * deviation);
  sure.fill(by(priors.slope), 0, at.difficulty);
  sure.fill(by(priors.difficulty), at.difficulty, at.ease);
  sure.fill(by(priors.ease), at.ease, at.gap);
  sure.fill(by(priors.gap), at.gap, at.severity);
  sure.fill(by(priors.severity), at.severity);
  return sure;
}

/**
 * The marginal likelihood of marks, abilities summed out under the normal distribution.
 * @param priors `null` for none: the first marker is then the measure of the others
 * @param points of each student's grid, at least 3; as many as serve where nothing is said
 */
export function likelihoodOf(data: MarkData, priors: Priors | null, points: number | undefined): Likelihood {
  const { figures, layers, markers, levels, marks } = data;
  const at = placesIn(data, priors === null ? 1 : 0);
  const { firstMarker } = at;
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
    const growth = noGrowth(data);
    const logLikelihood = sumUp(table, own, growth);
    gradient.fill(0);
    const add = (index: number, value: number) => {
      gradient[index] = (gradient[index] ?? 0) - value;
    };
    add(0, own.slope * (growth.whole[0] ?? 0));
    growth.difficulty.forEach((much, figure) => {
      add(at.difficulty + figure, much);
    });
    growth.ease.forEach((much, layer) => {
      if (layer > 0) add(at.ease + layer - 1, much);
    });
    growth.severity.forEach((much, marker) => {
      if (marker >= firstMarker) add(at.severity + marker - firstMarker, much);
    });
    for (let j = 0; j < bounds - 1; j++) {
      const gap = Math.exp(place[at.gap + j] ?? 0);
      let inGap = 0;
      for (let k = 0; k < bounds; k++)
        inGap += (growth.kappa[k] ?? 0) * gap * ((k > j ? 1 : 0) - (bounds - 1 - j) / bounds);
      add(at.gap + j, inGap);
    }
    return addPriors(place, gradient) - logLikelihood;
  };

  const start = new Float64Array(at.all);
  start[0] = Math.log(BEGUN.slope);
  for (let j = at.gap; j < at.severity; j++) start[j] = Math.log(BEGUN.gap);
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

  return {
    start,
    information: (place) => {
      const own = parameters(place);
      const growth = noGrowth(data);
      sumUp(table, own, growth);
      const gaps = Array.from({ length: Math.max(0, bounds - 1) }, (_, j) =>
        Math.exp(place[at.gap + j] ?? 0),
      );
      return informationOf(
        table,
        at,
        { told: growth.whole[1] ?? 0, slope: own.slope, gaps },
        sureBefore(at, priors),
      );
    },
    slope: slopeAt,
    read: (place) => {
      const own = parameters(place);
      const logLikelihood = sumUp(table, own);
      return { ...own, ability: table.ability.slice(), spread: table.spread.slice(), logLikelihood };
    },
  };
}
