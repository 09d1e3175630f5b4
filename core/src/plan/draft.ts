import { FIGURE_KINDS } from "../figure/index.ts";
import { improve } from "./improve.ts";
import { insertBest } from "./insert.ts";
import { type LeftOut, whyLeft } from "./left-out.ts";
import type { LevelPlan, Placement, PlanFigure } from "./level.ts";
import { keepsLimits, type Places, type Problem, placementsOf, problemOf, scoreOf } from "./problem.ts";
import type { DraftOptions } from "./terms.ts";

/** A plan with what it is worth; only plans of the same level and options can be compared by it. */
export interface Scored {
  readonly placements: readonly Placement[];
  readonly score: number;
}

/** A plan that is proposed: where everything goes, and what waits with the reason. */
export interface Draft extends Scored {
  readonly left: readonly LeftOut[];
  /** The most that any plan can be worth, where it is known. */
  readonly bound?: number;
}

/**
 * Figures so that each comes after those it needs; among those that are ready basics come first, then in the
 * order given. Figures caught in a circle of needs are appended as given.
 * @example
 * teachableOrder(LEVEL.figures.toReversed()).map(({ id }) => id) // ["basic", "turn", "wrap"]
 */
export function teachableOrder(figures: readonly PlanFigure[]): PlanFigure[] {
  const ids = new Set(figures.map(({ id }) => id));
  const waiting = figures.map((figure, index) => ({
    figure,
    rank: FIGURE_KINDS.indexOf(figure.kind) * 10_000 + index,
  }));
  waiting.sort((a, b) => a.rank - b.rank);
  const done = new Set<string>();
  const order: PlanFigure[] = [];
  while (waiting.length > 0) {
    const ready = waiting.findIndex(({ figure }) =>
      figure.needs.every((need) => !ids.has(need) || done.has(need)),
    );
    const [next] = waiting.splice(Math.max(0, ready), 1);
    if (!next) break;
    done.add(next.figure.id);
    order.push(next.figure);
  }
  return order;
}

/**
 * Places every figure in the earliest week that all limits allow, musts before the rest, keeping the pace even
 * before it uses the level's full limit.
 * @example
 * construct(problemOf(LEVEL)) // [0, 2, 3]
 */
export function construct(problem: Problem, options: DraftOptions = {}): number[] {
  const { figures, weeks, fixed, level } = problem;
  const places: number[] = [...fixed];
  const open = figures.filter((_, f) => (fixed[f] ?? -1) < 0);
  const lastNew = Math.max(1, weeks - 1);
  const span = Math.max(1, lastNew - (options.from ?? 1) + 1);
  const evenPace = Math.min(level.rules.mostNew, Math.max(1, Math.ceil(open.length / span)));
  const fresh = () => {
    const counts: number[] = Array(weeks).fill(0);
    for (const w of places) if (w >= 0) counts[w] = (counts[w] ?? 0) + 1;
    return counts;
  };
  const wanted = neededByMusts(figures);
  const order = teachableOrder(figures);
  const inOrder = [...order.filter(({ id }) => wanted.has(id)), ...order.filter(({ id }) => !wanted.has(id))];
  for (const figure of inOrder) {
    const f = figures.indexOf(figure);
    if ((places[f] ?? -1) >= 0) continue;
    const pace = fresh();
    const fits = (w: number, most: number): boolean => {
      if (!problem.allowed[f]?.[w] || (pace[w] ?? 0) >= most) return false;
      places[f] = w;
      const kept = keepsLimits(problem, places);
      places[f] = -1;
      return kept;
    };
    const all = Array.from({ length: weeks }, (_, w) => w);
    const week = all.find((w) => fits(w, evenPace)) ?? all.find((w) => fits(w, problem.most[w] ?? 0));
    places[f] = week ?? -1;
  }
  return places;
}

/** Musts and all that they need, near and far. */
function neededByMusts(figures: readonly PlanFigure[]): ReadonlySet<string> {
  const byId = new Map(figures.map((figure) => [figure.id, figure]));
  const wanted = new Set<string>();
  const ask = (id: string): void => {
    const figure = byId.get(id);
    if (!figure || wanted.has(id)) return;
    wanted.add(id);
    for (const need of figure.needs) ask(need);
  };
  for (const { id, wish } of figures) if (wish === "must") ask(id);
  return wanted;
}

/**
 * A placement as weeks from 1, with its value.
 * @example
 * scored(problemOf(LEVEL), [0, 2, -1]).placements
 * // [{ figureId: "basic", week: 1 }, { figureId: "turn", week: 3 }]
 */
export const scored = (problem: Problem, places: Places): Scored => ({
  placements: placementsOf(problem, places),
  score: scoreOf(problem, places),
});

/**
 * A placement as a draft that says of each waiting figure why it waits.
 * @example
 * draftOf(problemOf(LEVEL), [0, 2, -1]).placements
 * // [{ figureId: "basic", week: 1 }, { figureId: "turn", week: 3 }]
 */
export const draftOf = (problem: Problem, places: Places, options: DraftOptions = {}): Draft => ({
  ...scored(problem, places),
  left: whyLeft(problem, places, options),
});

/**
 * A plan for the level: constructed at once, then improved by local search. The same input gives the same plan. A
 * figure for which no week is left is named with the limit that holds it out and what would let it in.
 * @param options.onBetter told the first plan as soon as it stands
 * @example
 * draftPlan(LEVEL).placements.length // 3
 */
export function draftPlan(
  level: LevelPlan,
  { onBetter, ...options }: DraftOptions & { readonly onBetter?: (plan: Scored) => void } = {},
): Draft {
  const problem = problemOf(level, options);
  const inOrder = construct(problem, options);
  const byWorth: number[] = [...problem.fixed];
  insertBest(problem, byWorth);
  const first = scoreOf(problem, byWorth) > scoreOf(problem, inOrder) ? byWorth : inOrder;
  onBetter?.(scored(problem, first));
  return draftOf(problem, improve(problem, first, options), options);
}
