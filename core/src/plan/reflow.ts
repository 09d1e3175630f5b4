import type { Change } from "./change.ts";
import { construct } from "./draft.ts";
import { improve } from "./improve.ts";
import type { LeftOut } from "./left-out.ts";
import type { LevelPlan, Placement } from "./level.ts";
import { keepsLimits, type Places, type Problem, placementsOf } from "./problem.ts";
import { type RepairTask, repairTask, repairValue } from "./repair-task.ts";
import { leftIn, type Move, movesOf } from "./repair-why.ts";

/** A repaired plan, with each move and its reason. */
export interface Repair {
  /** The level as it is after the change. */
  readonly level: LevelPlan;
  readonly placements: readonly Placement[];
  readonly moves: readonly Move[];
  readonly left: readonly LeftOut[];
}

/** More than all that `improve` weighs beside what a repair wants. */
const ABOVE_ALL = 10_000;

/** Figures that could not stand where they are, taken in the order of their weeks. */
function misplaced(problem: Problem, places: Places): number[] {
  // What stays is taken as it is, and what may move has to find its place beside it.
  const alone = places.map((w, f) => (isFree(problem, f) ? -1 : w));
  const order = places
    .map((w, f) => ({ w, f }))
    .filter(({ w, f }) => w >= 0 && isFree(problem, f))
    .sort((a, b) => a.w - b.w || a.f - b.f);
  const out: number[] = [];
  for (const { w, f } of order) {
    alone[f] = w;
    if (keepsLimits(problem, alone)) continue;
    alone[f] = -1;
    out.push(f);
  }
  return out;
}

const isFree = ({ fixed }: Problem, f: number): boolean => (fixed[f] ?? -1) < 0;

/** The week nearest to where a figure stood that keeps every limit; later weeks before earlier ones. */
function nearest(problem: Problem, places: number[], f: number, from: number): number {
  const weeks = Array.from({ length: problem.weeks }, (_, w) => w).filter((w) => problem.allowed[f]?.[w]);
  const far = (w: number) => Math.abs(w - from) + (w < from ? 0.5 : 0);
  for (const w of weeks.sort((a, b) => far(a) - far(b))) {
    places[f] = w;
    if (keepsLimits(problem, places)) return w;
  }
  places[f] = -1;
  return -1;
}

/** Takes out what cannot stand and puts each back as near as it goes, then lets one other figure give way for each. */
function repairInPlace(problem: Problem, before: Places): number[] {
  const places = [...before];
  const out = misplaced(problem, places);
  for (const f of out) places[f] = -1;
  const back = [...out].sort((a, b) => (before[a] ?? 0) - (before[b] ?? 0) || a - b);
  for (const f of back)
    if (nearest(problem, places, f, before[f] ?? 0) < 0) giveWay(problem, places, before, f);
  return places;
}

/** Lets another figure move, by as little as can be, so that one that found no week finds one. */
function giveWay(problem: Problem, places: number[], before: Places, f: number): void {
  const others = places
    .map((_, g) => g)
    .filter((g) => g !== f && (places[g] ?? -1) >= 0 && isFree(problem, g));
  for (const g of others) {
    const stood = places[g] as number;
    places[g] = -1;
    if (nearest(problem, places, f, before[f] ?? 0) >= 0) {
      if (nearest(problem, places, g, stood) >= 0) return;
      places[f] = -1;
    }
    places[g] = stood;
  }
}

/** Puts every moved figure back where that is possible after all, so that no move is made in vain. */
function takeBack(problem: Problem, before: Places, places: number[]): void {
  for (let again = true; again; ) {
    again = false;
    for (let f = 0; f < places.length; f++) {
      const now = places[f] as number;
      if (now === before[f] || (before[f] ?? -1) < 0) continue;
      places[f] = before[f] as number;
      if (keepsLimits(problem, places)) again = true;
      else places[f] = now;
    }
  }
}

/**
 * The same figures moved, each no further than it must go.
 * @example
 * nearby(repairTask(LEVEL, { kind: "cancelled", week: 3 }), [0, 5, -1]) // [0, 3, -1]
 */
export function nearby(task: RepairTask, places: Places): Places {
  const { problem, value } = task;
  const near = [...places];
  for (let again = true; again; ) {
    again = false;
    near.forEach((w, f) => {
      if (w < 0 || w === task.before[f] || !isFree(problem, f)) return;
      const worth = (at: number) => value[f]?.[at] ?? 0;
      const weeks = Array.from({ length: problem.weeks }, (_, at) => at)
        .filter((at) => problem.allowed[f]?.[at] && worth(at) > worth(w))
        .sort((a, b) => worth(b) - worth(a));
      for (const at of weeks) {
        near[f] = at;
        if (keepsLimits(problem, near)) {
          again = true;
          return;
        }
      }
      near[f] = w;
    });
  }
  return near;
}

/**
 * A repair as it is shown: its moves with their reasons, and what finds no week.
 * @example
 * repairFrom(repairTask(LEVEL, { kind: "cancelled", week: 3 }), [0, 3, -1]).moves.map(({ to }) => to) // [4]
 */
export const repairFrom = (task: RepairTask, places: Places): Repair => ({
  ...movesIn(task, places),
  left: leftIn(task, places),
});

/**
 * A repair without the reasons of what finds no week, which take longer to find.
 * @example
 * movesIn(repairTask(LEVEL, { kind: "cancelled", week: 3 }), [0, 3, -1]).placements
 * // [{ figureId: "basic", week: 1 }, { figureId: "turn", week: 4 }]
 */
export const movesIn = (task: RepairTask, places: Places): Repair => ({
  level: task.level,
  placements: placementsOf(task.problem, places),
  moves: movesOf(task, places),
  left: [],
});

/**
 * Places of a good repair: the best of repairing in place, of a fresh plan, and of bettering both.
 * @param onFirst told what repairing in place gave, within milliseconds
 * @example
 * repairPlaces(repairTask(LEVEL, { kind: "cancelled", week: 3 })) // [0, 3, -1]
 */
export function repairPlaces(task: RepairTask, onFirst: (places: Places) => void = () => undefined): Places {
  const { problem, before, options, wanted } = task;
  if (keepsLimits(problem, before)) return before;
  const repaired = repairInPlace(problem, before);
  wanted.forEach((is, f) => {
    if (!is || (repaired[f] ?? -1) >= 0) return;
    const from = (before[f] ?? -1) >= 0 ? (before[f] as number) : (options.from ?? 1) - 1;
    if (nearest(problem, repaired, f, from) < 0) giveWay(problem, repaired, repaired, f);
  });
  takeBack(problem, before, repaired);
  onFirst([...repaired]);
  const weighed = { ...problem, value: task.value.map((weeks) => weeks.map((one) => one * ABOVE_ALL)) };
  const fresh = construct(problem, options);
  takeBack(problem, before, fresh);
  const tried = [repaired, improve(weighed, repaired, { effort: 0 }), improve(weighed, fresh, { effort: 0 })];
  for (const places of tried) takeBack(problem, before, places);
  return tried.reduce((best, next) => (repairValue(task, next) > repairValue(task, best) ? next : best));
}

/**
 * Repairs a plan after a change: as much as can be of what was planned stays planned, with as few moves as the search
 * finds, each explained. What nobody had planned stays out. Without a change a plan that keeps its limits stays as it
 * is. `repairModel` is the same question for the solver, which proves the fewest.
 * @param taught the last week that has been taught; what is placed up to it stays
 * @example
 * reflow(LEVEL, { kind: "cancelled", week: 3 }).moves.map(({ figureId, to }) => [figureId, to])
 * // [["turn", 4]]
 */
export function reflow(level: LevelPlan, change: Change, taught = 0): Repair {
  const task = repairTask(level, change, taught);
  return repairFrom(task, repairPlaces(task));
}
