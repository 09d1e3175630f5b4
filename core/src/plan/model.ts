import type { LinearProgram, LinearRow } from "../linear/index.ts";
import type { Places, Problem } from "./problem.ts";

/** A mixed-integer model as data: the largest Σ cost · column over all rows. All columns begin at 0. */
export interface ExactModel extends LinearProgram {
  readonly problem: Problem;
  /** The column of figure f new in week w; -1 where that is not allowed. */
  readonly columnOf: readonly (readonly number[])[];
  /** What places are worth to the model's question; hard limits are not looked at. */
  readonly worthOf: (places: Places) => number;
}

/** A coefficient of the model in one column. */
export type Entry = readonly [column: number, value: number];

/** A model under construction: columns and rows are added, `at` finds the column of figure f new in week w. */
export interface Drawing {
  readonly problem: Problem;
  readonly at: (f: number, w: number) => number;
  readonly isFree: (f: number) => boolean;
  readonly column: (worth: number, high: number, whole: boolean) => number;
  readonly row: (lower: number, high: number, entries: readonly Entry[]) => void;
  readonly finish: (worthOf: (places: Places) => number) => ExactModel;
}

/** No bound on this side. */
export const NONE = Number.NEGATIVE_INFINITY;

/** The weeks of a problem as indexes from 0. */
export const weekIndexes = ({ weeks }: Problem): number[] => Array.from({ length: weeks }, (_, w) => w);

/** The minutes of a week as a sum of columns. */
export const loadOf = ({ problem, at }: Drawing, week: number): Entry[] =>
  problem.figures.flatMap((_, f) =>
    weekIndexes(problem).flatMap((w): Entry[] => {
      const own = problem.minutes[f]?.[w]?.[week] ?? 0;
      return at(f, w) < 0 || own === 0 ? [] : [[at(f, w), own]];
    }),
  );

/** What is new in a week as a sum of columns. */
export const freshIn = ({ problem, at }: Drawing, week: number): Entry[] =>
  problem.figures.flatMap((_, f): Entry[] => (at(f, week) < 0 ? [] : [[at(f, week), 1]]));

/**
 * Begins a model with every hard limit of a problem: a column for each figure in each week (1 where it is new), and
 * rows for minutes, pace, needs, look-alikes and rhythms. The same limits as `keepsLimits`.
 * @param worth what it is worth to have figure f new in week w
 */
export function drawLimits(problem: Problem, worth: (f: number, w: number) => number): Drawing {
  const { figures, capacity, most, minutes, allowed, fixed } = problem;
  const cost: number[] = [];
  const upper: number[] = [];
  const integer: boolean[] = [];
  const rows: LinearRow[] = [];
  const column = (value: number, high: number, whole: boolean): number => {
    cost.push(value);
    upper.push(high);
    integer.push(whole);
    return cost.length - 1;
  };
  const row = (lower: number, high: number, entries: readonly Entry[]): void => {
    if (entries.length > 0)
      rows.push({
        lower,
        upper: high,
        columns: entries.map(([at]) => at),
        values: entries.map(([, by]) => by),
      });
  };
  const all = weekIndexes(problem);
  const columnOf = figures.map((_, f) =>
    all.map((w) => (allowed[f]?.[w] ? column(worth(f, w), 1, true) : -1)),
  );
  const drawing: Drawing = {
    problem,
    at: (f, w) => columnOf[f]?.[w] ?? -1,
    isFree: (f) => (fixed[f] ?? -1) < 0,
    column,
    row,
    finish: (worthOf) => ({ problem, cost, upper, integer, rows, columnOf, worthOf }),
  };
  const { at, isFree } = drawing;
  figures.forEach((_, f) => {
    row(
      isFree(f) ? 0 : 1,
      1,
      all.flatMap((w): Entry[] => (at(f, w) < 0 ? [] : [[at(f, w), 1]])),
    );
  });
  for (const week of all) {
    const standing = figures.reduce(
      (sum, _, f) => sum + (isFree(f) ? 0 : (minutes[f]?.[fixed[f] ?? 0]?.[week] ?? 0)),
      0,
    );
    // What stays may be too much already; then only nothing more may come.
    row(NONE, Math.max(capacity[week] ?? 0, standing), loadOf(drawing, week));
    const stays = figures.filter((_, f) => !isFree(f) && fixed[f] === week).length;
    row(NONE, Math.max(most[week] ?? 0, stays), freshIn(drawing, week));
  }
  addNeeds(drawing);
  addApart(drawing);
  addCounts(drawing);
  return drawing;
}

/**
 * A figure by some week needs the one before it by the last week that leaves room between them. Said of all weeks up to
 * one instead of each by itself: no other rows come closer to the whole plans that keep it.
 */
function addNeeds({ problem, at, isFree, row }: Drawing): void {
  const all = weekIndexes(problem);
  for (const { f, need, gap } of problem.needs) {
    if (!isFree(f)) continue;
    for (const w of all) {
      if (at(f, w) < 0) continue;
      const by = all.filter((v) => v <= w && at(f, v) >= 0);
      const before = all.filter((v) => at(need, v) >= 0 && w - v >= (gap[v] ?? 1));
      row(0, Number.POSITIVE_INFINITY, [
        ...by.map((v): Entry => [at(f, v), -1]),
        ...before.map((v): Entry => [at(need, v), 1]),
      ]);
    }
  }
}

/** Figures of which no two may be new in the same lesson, as few groups as cover every pair. */
function groupsApart({ apart }: Problem): number[][] {
  const others = new Map<number, Set<number>>();
  const pairUp = (a: number, b: number) => others.set(a, (others.get(a) ?? new Set()).add(b));
  for (const [a, b] of apart) {
    pairUp(a, b);
    pairUp(b, a);
  }
  const isApart = (a: number, b: number) => others.get(a)?.has(b) === true;
  const covered = new Set<string>();
  const key = (a: number, b: number) => `${Math.min(a, b)} ${Math.max(a, b)}`;
  const groups: number[][] = [];
  for (const [a, b] of apart) {
    if (covered.has(key(a, b))) continue;
    const group = [a, b];
    for (const c of others.get(a) ?? [])
      if (group.every((one) => one !== c && isApart(one, c))) group.push(c);
    for (const one of group) for (const two of group) if (one < two) covered.add(key(one, two));
    groups.push(group);
  }
  return groups;
}

/** Of figures that are apart from each other at most one is new in a week; those that stay there anyway are not asked. */
function addApart({ problem, at, isFree, row }: Drawing): void {
  for (const group of groupsApart(problem))
    for (const w of weekIndexes(problem)) {
      const here = group.filter((f) => at(f, w) >= 0);
      const free = here.filter(isFree);
      const stay = here.filter((f) => !isFree(f));
      if (stay.length <= 1) {
        if (here.length > 1 && free.length > 0)
          row(
            NONE,
            1,
            here.map((f): Entry => [at(f, w), 1]),
          );
      } else for (const f of free) row(NONE, 0, [[at(f, w), 1]]);
    }
}

/**
 * A way to count is new in the first week of a figure that is counted so: no figure of its kind is there by a week by
 * which it is not new yet, and it is not new where none is. One new figure alone may bring it always.
 */
function addCounts({ problem, at, isFree, column, row }: Drawing): void {
  const { counts, countKinds, knownCounts, weeks, figures, mostCounts } = problem;
  const newIn: number[][] = [];
  for (let kind = 0; kind < countKinds; kind++) {
    const own = figures.flatMap((_, f) => (counts[f] === kind ? [f] : []));
    if (knownCounts.has(kind) || own.length === 0) continue;
    const columns: number[] = [];
    for (let w = 0; w < weeks; w++) {
      const here = own.filter((f) => at(f, w) >= 0);
      const fresh = here.length === 0 ? -1 : column(0, 1, true);
      columns.push(fresh);
      if (fresh < 0) continue;
      row(NONE, 0, [[fresh, 1], ...here.map((f): Entry => [at(f, w), -1])]);
      const sofar = columns.filter((one) => one >= 0);
      for (const f of here)
        row(NONE, 0, [
          ...Array.from({ length: w + 1 }, (_, v) => at(f, v))
            .filter((one) => one >= 0)
            .map((one): Entry => [one, 1]),
          ...sofar.map((one): Entry => [one, -1]),
        ]);
    }
    newIn.push(columns);
  }
  for (let w = 0; w < weeks; w++) {
    const entries = newIn.flatMap((columns) =>
      (columns[w] ?? -1) < 0 ? [] : [[columns[w] as number, 1] as const],
    );
    if (entries.length <= mostCounts) continue;
    const stays = new Set(
      figures.flatMap((_, f) => (!isFree(f) && problem.fixed[f] === w ? [counts[f]] : [])),
    );
    row(NONE, Math.max(mostCounts, stays.size), entries);
  }
}

/**
 * Reads a solution's columns as places.
 * @example
 * placesFrom(exactModel(LEVEL), Array(1000).fill(0)) // [-1, -1, -1]
 */
export const placesFrom = ({ columnOf }: ExactModel, solution: ArrayLike<number>): number[] =>
  columnOf.map((weeks) => weeks.findIndex((at) => at >= 0 && (solution[at] ?? 0) > 0.5));

/**
 * The columns of places, to begin a search from; those that follow from them are left to the solver.
 * @example
 * columnsFrom(exactModel(LEVEL), [0, 2, -1]).values.filter((value) => value === 1).length // 2
 */
export const columnsFrom = (
  { columnOf }: ExactModel,
  places: Places,
): { readonly indices: number[]; readonly values: number[] } => {
  const entries = columnOf.flatMap((weeks, f) =>
    weeks.flatMap((at, w) => (at < 0 ? [] : [{ at, value: places[f] === w ? 1 : 0 }])),
  );
  return { indices: entries.map(({ at }) => at), values: entries.map(({ value }) => value) };
};
