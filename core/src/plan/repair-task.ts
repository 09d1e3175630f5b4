import { type Change, withChange } from "./change.ts";
import type { LevelPlan } from "./level.ts";
import { drawLimits, type ExactModel } from "./model.ts";
import { type Places, type Problem, placesOf, problemOf } from "./problem.ts";
import type { DraftOptions } from "./terms.ts";

/** What a must counts beside figures of worth 1 to 9. */
const MUST = 100;

/** A repair as numbers: which placements may be chosen, and what each is worth to it. */
export interface RepairTask {
  readonly change: Change;
  /** The level as it is after the change. */
  readonly level: LevelPlan;
  readonly options: DraftOptions;
  /** Figures that nobody had planned have no week in it. */
  readonly problem: Problem;
  /** Where each figure was new; -1 for one that waited. */
  readonly before: Places;
  /** Whether it was planned. */
  readonly wanted: readonly boolean[];
  /**
   * What it is worth to have figure f new in week w: first that it is in the plan at all, by its worth; then that it
   * stays where it was; then that it goes no further than it must, and rather to a later week than to an earlier one.
   * No sum of a later reason outweighs one step of an earlier one.
   */
  readonly value: readonly (readonly number[])[];
  /** What staying is worth in `value`; all distances together are worth less. */
  readonly stays: number;
}

/**
 * Lays out the repair of a plan after a change.
 * @param taught the last week that has been taught; what is placed up to it stays
 * @example
 * repairTask(LEVEL, { kind: "cancelled", week: 3 }).before // [0, 2, -1]
 */
export function repairTask(level: LevelPlan, change: Change, taught = 0): RepairTask {
  const changed = withChange(level, change);
  const options = { from: taught + 1, keep: changed.placements.filter(({ week }) => week <= taught) };
  const whole = problemOf(changed, options);
  const before = placesOf(whole, changed.placements);
  const wanted = whole.figures.map((_, f) => (before[f] ?? -1) >= 0);
  const allowed = whole.allowed.map((weeks, f) => (wanted[f] ? weeks : weeks.map(() => false)));
  const { figures, weeks } = whole;
  const stays = 2 * weeks * figures.length + 1;
  const planned = (figures.length + 1) * stays;
  const value = figures.map(({ wish, worth }, f) => {
    const from = before[f] ?? -1;
    const own = planned * (wish === "must" ? MUST : (worth ?? 5));
    return Array.from({ length: weeks }, (_, w) => {
      if (w === from) return own + stays;
      const far = w - (from < 0 ? taught : from);
      return own - 2 * Math.abs(far) - (far < 0 ? 1 : 0);
    });
  });
  return { change, level: changed, options, problem: { ...whole, allowed }, before, wanted, value, stays };
}

/**
 * What a placement is worth as a repair; hard limits are not looked at.
 * @example
 * repairValue(repairTask(LEVEL, { kind: "cancelled", week: 3 }), [-1, -1, -1]) // 0
 */
export const repairValue = ({ value }: RepairTask, places: Places): number =>
  places.reduce((sum, w, f) => sum + (w < 0 ? 0 : (value[f]?.[w] ?? 0)), 0);

/**
 * A repair as a mixed-integer model whose best solution drops the least worth, and among those moves the fewest
 * figures.
 * @param options.taught the last week that has been taught; what is placed up to it stays
 * @example
 * repairModel(LEVEL, { kind: "cancelled", week: 3 }).columnOf[1].length // 6
 */
export const repairModel = (
  level: LevelPlan,
  change: Change,
  { taught = 0 }: { readonly taught?: number } = {},
): ExactModel => modelOfRepair(repairTask(level, change, taught));

/**
 * The same question as a model whose best solution is the best repair.
 * @example
 * modelOfRepair(repairTask(LEVEL, { kind: "cancelled", week: 3 })).columnOf[1].length // 6
 */
export const modelOfRepair = (task: RepairTask): ExactModel =>
  drawLimits(task.problem, (f, w) => worthIn(task, f, w)).finish((places) =>
    places.reduce((sum, w, f) => sum + (w < 0 ? 0 : worthIn(task, f, w)), 0),
  );

/** Without the distances: how far a figure goes is seen to afterwards, and would only keep the solver busy. */
const worthIn = ({ value, stays }: RepairTask, f: number, w: number): number =>
  Math.ceil((value[f]?.[w] ?? 0) / stays);
