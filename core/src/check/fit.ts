import { LAYERS, type Layer } from "../figure/index.ts";
import type { LocalDate } from "../time/index.ts";
import { type Evidence, uncorrected } from "./evidence.ts";
import { rootOf, solveDown, solveUp, timesUp } from "./information.ts";
import { type Likelihood, likelihoodOf } from "./likelihood.ts";
import { MARKS, markRank } from "./mark.ts";
import type { MarkData } from "./mark-table.ts";
import { minimise } from "./minimise.ts";

/** What is assumed before anything is seen: the stated priors of `docs/checks.md`, or nothing. */
export const PRIORS = ["stated", "flat"] as const;

/** How a model of marks is fitted. */
export interface FitOptions {
  readonly priors: (typeof PRIORS)[number];
  /** Points over which the ability of each student is summed about where they stand, at least 3; as many as serve where nothing is said. */
  readonly quadrature?: number;
  /** The last day that counts, as for whoever asks how a dancer stands on it; all where it is not said. */
  readonly until?: LocalDate;
}

/** What marks say of figures, layers and markers. Ability has mean 0 and deviation 1 within a level. */
export interface MarkScale {
  /** How sharply marks tell dancers apart, above 0. */
  readonly slope: number;
  /** By figure, on the scale of ability: harder above. */
  readonly difficulty: Readonly<Record<string, number>>;
  /** How much easier a layer is than the one that was marked most. */
  readonly ease: Readonly<Partial<Record<Layer, number>>>;
  /** By marker: stricter above 0, on average 0. */
  readonly severity: Readonly<Record<string, number>>;
  /** What a dancer needs beyond a figure's difficulty for each mark above the least; `null` where marks never told it. */
  readonly thresholds: readonly (number | null)[];
}

/** What marks say of dancers as well. */
export interface MarkModel extends MarkScale {
  /** What a dancer's marks say of them, and how uncertain that is (mean and deviation), by student. */
  readonly ability: Readonly<Record<string, number>>;
  readonly spread: Readonly<Record<string, number>>;
  readonly logLikelihood: number;
}

/** The priors, as means and deviations. Slope and gaps between thresholds as logarithms. */
export const STATED_PRIORS = {
  slope: { mean: Math.log(1.5), deviation: 0.5 },
  difficulty: { mean: 0, deviation: 1.5 },
  ease: { mean: 0, deviation: 1 },
  gap: { mean: Math.log(1.2), deviation: 0.5 },
  severity: { mean: 0, deviation: 0.5 },
} as const;

/** In uncertainties: a hundredth of one is far below what marks can tell. */
const TOLERANCE = 1e-2;
const MOST_STEPS = 300;

/** The lowest place of a likelihood, measured by what is uncertain of all parameters together, so that it bends alike every way. */
function lowest({ slope, information, start }: Likelihood): Float64Array {
  const root = rootOf(information(start));
  const own = new Float64Array(start.length);
  const best = minimise(
    (at, gradient) => {
      const value = slope(solveUp(root, at), own);
      gradient.set(solveDown(root, own));
      return value;
    },
    timesUp(root, start),
    { tolerance: TOLERANCE, most: MOST_STEPS },
  );
  return solveUp(root, best);
}

/** Gives each of some names its place, in the order in which they come. */
function placesOf(names: readonly string[]): Map<string, number> {
  const places = new Map<string, number>();
  for (const name of names) if (!places.has(name)) places.set(name, places.size);
  return places;
}

/** The layer that was marked most: the others are told against it. */
function mainLayer(entries: readonly Evidence[]): Layer {
  const counts = new Map<Layer, number>();
  for (const { layer } of entries) counts.set(layer, (counts.get(layer) ?? 0) + 1);
  return LAYERS.toSorted((a, b) => (counts.get(b) ?? 0) - (counts.get(a) ?? 0))[0] ?? "steps";
}

const record = (places: ReadonlyMap<string, number>, of: (place: number) => number): Record<string, number> =>
  Object.fromEntries([...places].map(([name, place]) => [name, of(place)]));

/**
 * Fits the graded response model with markers as a facet (Samejima, 1969; Linacre, 1989) by marginal maximum
 * likelihood, or the mode with stated priors (Bock and Aitkin, 1981), over quadrature that lies where each student stands
 * (Naylor and Smith, 1982): the chance of at least a mark is
 * logistic(slope · (ability + ease − difficulty − threshold) − severity). Deterministic.
 * @param evidence of dancers of one level; what was corrected is left out
 * @example
 * fitMarks(EVIDENCE, { priors: "stated" }).thresholds.length // 3
 */
export function fitMarks(
  evidence: readonly Evidence[],
  { priors, quadrature, until }: FitOptions,
): MarkModel {
  const entries = uncorrected(evidence).filter(({ at }) => until === undefined || at <= until);
  const students = placesOf(entries.map(({ studentId }) => studentId));
  const figures = placesOf(entries.map(({ figureId }) => figureId));
  const markers = placesOf(entries.map(({ markerId }) => markerId));
  const main = mainLayer(entries);
  const layers = placesOf([main, ...entries.map(({ layer }) => layer)]);
  // Without priors, marks that nobody gave cannot be told apart from their neighbours.
  const given = [...new Set(entries.map(({ mark }) => markRank(mark)))].sort((a, b) => a - b);
  const levels = priors === "stated" || given.length < 2 ? MARKS.map((_, rank) => rank) : given;
  const data: MarkData = {
    students: students.size,
    figures: figures.size,
    layers: layers.size,
    markers: markers.size,
    levels: levels.length,
    marks: entries.map(({ studentId, figureId, layer, markerId, mark }) => ({
      student: students.get(studentId) ?? 0,
      figure: figures.get(figureId) ?? 0,
      layer: layers.get(layer) ?? 0,
      marker: markers.get(markerId) ?? 0,
      level: Math.max(0, levels.indexOf(markRank(mark))),
    })),
  };
  const likelihood = likelihoodOf(data, priors === "stated" ? STATED_PRIORS : null, quadrature);
  const best = lowest(likelihood);
  const { slope, difficulty, ease, severity, kappa, ability, spread, logLikelihood } = likelihood.read(best);
  // Only differences between markers can be known: their mean goes into the difficulties.
  const strict = severity.reduce((sum, own) => sum + own, 0) / Math.max(1, severity.length);
  return {
    slope,
    ability: record(students, (place) => ability[place] ?? 0),
    spread: record(students, (place) => spread[place] ?? 1),
    difficulty: record(figures, (place) => (difficulty[place] ?? 0) + strict / slope),
    ease: record(layers, (place) => ease[place] ?? 0),
    severity: record(markers, (place) => (severity[place] ?? 0) - strict),
    thresholds: MARKS.slice(1).map((_, index) => {
      const boundary = levels.findIndex((rank) => rank >= index + 1);
      return boundary < 1 ? null : (kappa[boundary - 1] ?? null);
    }),
    logLikelihood,
  };
}
