import { LAYERS, type Layer } from "../figure/index.ts";
import type { LevelPlan } from "./level.ts";

/**
 * Stated defaults of the product, not measurements: the half-life in weeks after a night on which a layer was
 * reached, how much each further time lengthens it, and the half-life of what an earlier level has settled.
 */
export const FADING = {
  halfLife: { steps: 1.2, rhythm: 1.5, count: 1.7, partner: 2, technique: 2.4, style: 2.6, return: 2 },
  growth: 1.5,
  settled: 6,
} as const satisfies {
  halfLife: Record<Layer | "return", number>;
  growth: number;
  settled: number;
};

/** Below this share a figure is due to come back. */
export const LEAST_RECALL = 0.5;

/** A lesson in which a figure was, or will be, danced. */
export interface Exposure {
  readonly week: number;
  /** The deepest layer of that night. */
  readonly layer: Layer | "return";
}

const depth = (layer: Layer | "return"): number => (layer === "return" ? -1 : LAYERS.indexOf(layer));

/**
 * One exposure a night, at the deepest layer that it reached, in the order of the weeks.
 * @example
 * nightsOf([{ week: 1, layer: "steps" }, { week: 1, layer: "rhythm" }]) // [{ week: 1, layer: "rhythm" }]
 */
export function nightsOf(exposures: readonly Exposure[]): Exposure[] {
  const nights = new Map<number, Exposure>();
  for (const { week, layer } of exposures) {
    const before = nights.get(week);
    if (!before || depth(layer) > depth(before.layer)) nights.set(week, { week, layer });
  }
  return [...nights.values()].sort((a, b) => a.week - b.week);
}

/**
 * What is left of a figure at a moment, 0 to 1: R = 2^(−Δ/h) (exponential forgetting with a half-life h that grows
 * with each time danced, after Ebbinghaus, 1885, and Settles and Meeder, 2016).
 * @param exposures one for each night, in the order of their weeks; see `nightsOf`
 * @param scale how much longer or shorter than the defaults this class remembers; see `fitScale`
 * @returns 0 before the first time
 * @example
 * recallAt([{ week: 1, layer: "steps" }], 3).toFixed(2) // "0.31"
 */
export function recallAt(exposures: readonly Exposure[], week: number, scale = 1): number {
  let half = 0;
  let last = 0;
  for (const exposure of exposures) {
    if (exposure.week > week) break;
    const own = FADING.halfLife[exposure.layer] * scale;
    half = half === 0 ? own : Math.max(own, half * FADING.growth);
    last = exposure.week;
  }
  return half === 0 ? 0 : 2 ** (-(week - last) / half);
}

/** One mark of a check: how a figure had been danced by then, and whether it was danced alone. */
export interface Observation {
  readonly exposures: readonly Exposure[];
  readonly week: number;
  readonly recalled: boolean;
}

/** So many marks are needed before a class is given a memory of its own. */
export const ENOUGH_MARKS = 20;

/**
 * How much longer or shorter than the defaults a class remembers, by the largest likelihood of its marks over a
 * grid from a third to three times.
 * @returns null while there are too few marks
 * @example
 * fitScale([]) // null
 */
export function fitScale(observations: readonly Observation[]): number | null {
  const usable = observations.filter(({ exposures, week }) => exposures.some((one) => one.week < week));
  if (usable.length < ENOUGH_MARKS) return null;
  const likelihood = (scale: number): number =>
    usable.reduce((sum, { exposures, week, recalled }) => {
      const recall = Math.min(0.99, Math.max(0.01, recallAt(exposures, week, scale)));
      return sum + Math.log(recalled ? recall : 1 - recall);
    }, 0);
  const grid = Array.from({ length: 41 }, (_, index) => 3 ** ((index - 20) / 20));
  return grid.reduce((best, scale) => (likelihood(scale) > likelihood(best) ? scale : best), 1);
}

/** Minutes a faded figure takes to come back, when nothing of it were left. */
const REFRESH_MINUTES = 3;
/** A refresher takes at most this share of the minutes for figures. */
const REFRESH_SHARE = 0.25;

/**
 * What dancers do not have any more when a level begins, and the minutes that bringing it back takes in the first
 * lesson: what its own dancers were seen to lack, and what the break since made fade. Where nobody looked, the break
 * alone. `lacked` are the figures that were seen to be lacked, those that most lack first.
 * @example
 * refresherOf(LEVEL) // { recall: 1, minutes: 0, lacked: [] }
 */
export function refresherOf({ rules, known, brought = [] }: Pick<LevelPlan, "rules" | "known" | "brought">): {
  readonly recall: number;
  readonly minutes: number;
  readonly lacked: readonly string[];
} {
  const recall = 2 ** (-rules.breakWeeks / FADING.settled);
  const room = Math.max(0, rules.lessonMinutes - rules.warmUpMinutes - rules.wrapMinutes);
  const shares = new Map(
    brought.flatMap(({ figureId, have, seen }) => (seen > 0 ? [[figureId, have / seen] as const] : [])),
  );
  const faded = known.reduce((sum, id) => sum + 1 - recall * (shares.get(id) ?? 1), 0);
  const lacked = [...shares]
    .filter(([id, share]) => share < 1 && known.includes(id))
    .toSorted((a, b) => a[1] - b[1]);
  return {
    recall,
    minutes: Math.floor(Math.min(faded * REFRESH_MINUTES, room * REFRESH_SHARE)),
    lacked: lacked.map(([id]) => id),
  };
}
