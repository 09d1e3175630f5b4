import type { LevelPlan } from "./level.ts";
import { type DraftOptions, type Limit, type Places, type Problem, problemOf, VALUE } from "./problem.ts";

/** A linear row: `lower ≤ Σ value · column ≤ upper`. */
export interface Row {
  readonly lower: number;
  readonly upper: number;
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

/** A mixed-integer model as data: the largest Σ cost · column over all rows. All columns begin at 0. */
export interface ExactModel {
  readonly problem: Problem;
  readonly cost: readonly number[];
  readonly upper: readonly number[];
  readonly integer: readonly boolean[];
  readonly rows: readonly Row[];
  /** The column of figure f new in week w; -1 where that is not allowed. */
  readonly columnOf: readonly (readonly number[])[];
}

/**
 * The level as a mixed-integer model whose best solution is the best plan there is: a column for each figure in
 * each week (1 where it is new), for the fullest week, for the week with most new figures, for each way to count
 * that is new in a week, and for each figure that soon follows its nearest relative.
 * @param without limits to leave aside
 */
export function exactModel(
  level: LevelPlan,
  options: DraftOptions = {},
  without: ReadonlySet<Limit> = new Set(),
): ExactModel {
  const problem = problemOf(level, options, without);
  const { figures, weeks, room, most, mostCounts, minutes, allowed, fixed, value, needs, apart } = problem;
  const cost: number[] = [];
  const upper: number[] = [];
  const integer: boolean[] = [];
  const rows: Row[] = [];
  const column = (worth: number, high: number, whole: boolean): number => {
    cost.push(worth);
    upper.push(high);
    integer.push(whole);
    return cost.length - 1;
  };
  const row = (lower: number, high: number, entries: readonly (readonly [number, number])[]): void => {
    if (entries.length > 0)
      rows.push({
        lower,
        upper: high,
        columns: entries.map(([at]) => at),
        values: entries.map(([, by]) => by),
      });
  };
  const all = Array.from({ length: weeks }, (_, w) => w);
  const columnOf = figures.map((_, f) =>
    all.map((w) => (allowed[f]?.[w] ? column(value[f]?.[w] ?? 0, 1, true) : -1)),
  );
  const at = (f: number, w: number): number => columnOf[f]?.[w] ?? -1;
  const free = (f: number): boolean => (fixed[f] ?? -1) < 0;
  const NONE = Number.NEGATIVE_INFINITY;

  figures.forEach((_, f) => {
    const own = all.flatMap((w) => (at(f, w) < 0 ? [] : [[at(f, w), 1] as const]));
    row(free(f) ? 0 : 1, 1, own);
  });
  const peak = column(-VALUE.peak, 100_000, false);
  const pace = column(-VALUE.pace, 1000, false);
  for (const week of all) {
    const load = figures.flatMap((_, f) =>
      all.flatMap((w) => {
        const own = minutes[f]?.[w]?.[week] ?? 0;
        return at(f, w) < 0 || own === 0 ? [] : [[at(f, w), own] as const];
      }),
    );
    const standing = figures.reduce(
      (sum, _, f) => sum + (free(f) ? 0 : (minutes[f]?.[fixed[f] ?? 0]?.[week] ?? 0)),
      0,
    );
    // What stays may be too much already; then only nothing more may come.
    row(NONE, Math.max(room[week] ?? 0, standing), load);
    row(NONE, 0, [...load, [peak, -1]]);
    const fresh = figures.flatMap((_, f) => (at(f, week) < 0 ? [] : [[at(f, week), 1] as const]));
    const stays = figures.filter((_, f) => !free(f) && fixed[f] === week).length;
    row(NONE, Math.max(most[week] ?? 0, stays), fresh);
    row(NONE, 0, [...fresh, [pace, -1]]);
  }
  for (const { f, need, gap } of needs) {
    if (!free(f)) continue;
    for (const w of all) {
      if (at(f, w) < 0) continue;
      const before = all.filter((v) => at(need, v) >= 0 && w - v >= (gap[v] ?? 1));
      row(0, Number.POSITIVE_INFINITY, [[at(f, w), -1], ...before.map((v) => [at(need, v), 1] as const)]);
    }
  }
  for (const [a, b] of apart)
    for (const w of all)
      if (at(a, w) >= 0 && at(b, w) >= 0 && (free(a) || free(b)))
        row(NONE, 1, [
          [at(a, w), 1],
          [at(b, w), 1],
        ]);
  addCounts(problem, at, free, column, row, mostCounts);
  for (const { f, g } of problem.follows)
    for (const w of all) {
      const soon = [w - 1, w - 2].filter((v) => v >= 0 && at(g, v) >= 0);
      if (at(f, w) < 0 || soon.length === 0) continue;
      const together = column(VALUE.follows, 1, false);
      row(NONE, 0, [
        [together, 1],
        [at(f, w), -1],
      ]);
      row(NONE, 0, [[together, 1], ...soon.map((v) => [at(g, v), -1] as const)]);
    }
  return { problem, cost, upper, integer, rows, columnOf };
}

/** A way to count is new in the first week of a figure that is counted so. One new figure alone may bring it always. */
function addCounts(
  problem: Problem,
  at: (f: number, w: number) => number,
  free: (f: number) => boolean,
  column: (worth: number, high: number, whole: boolean) => number,
  row: (lower: number, high: number, entries: readonly (readonly [number, number])[]) => void,
  mostCounts: number,
): void {
  const { counts, countKinds, knownCounts, weeks, figures } = problem;
  const NONE = Number.NEGATIVE_INFINITY;
  const newIn: number[][] = [];
  for (let kind = 0; kind < countKinds; kind++) {
    const own = figures.flatMap((_, f) => (counts[f] === kind ? [f] : []));
    if (knownCounts.has(kind) || own.length === 0) continue;
    const columns: number[] = [];
    for (let w = 0; w < weeks; w++) {
      const here = own.filter((f) => at(f, w) >= 0);
      if (here.length === 0) {
        columns.push(-1);
        continue;
      }
      const fresh = column(0, 1, false);
      columns.push(fresh);
      const earlier = own.flatMap((g) =>
        Array.from({ length: w }, (_, v) => v).flatMap((v) =>
          at(g, v) < 0 ? [] : [[at(g, v), -1] as const],
        ),
      );
      for (const f of here) row(NONE, 0, [[at(f, w), 1], ...earlier, [fresh, -1]]);
    }
    newIn.push(columns);
  }
  for (let w = 0; w < weeks; w++) {
    const entries = newIn.flatMap((columns) =>
      (columns[w] ?? -1) < 0 ? [] : [[columns[w] as number, 1] as const],
    );
    if (entries.length <= mostCounts) continue;
    const stays = new Set(figures.flatMap((_, f) => (!free(f) && problem.fixed[f] === w ? [counts[f]] : [])));
    row(NONE, Math.max(mostCounts, stays.size), entries);
  }
}

/** Reads a solution's columns as places. */
export const placesFrom = ({ columnOf }: ExactModel, solution: ArrayLike<number>): number[] =>
  columnOf.map((weeks) => weeks.findIndex((at) => at >= 0 && (solution[at] ?? 0) > 0.5));

/** The columns of places, to begin a search from; those that follow from them are left to the solver. */
export const columnsFrom = (
  { columnOf }: ExactModel,
  places: Places,
): { readonly indices: number[]; readonly values: number[] } => {
  const entries = columnOf.flatMap((weeks, f) =>
    weeks.flatMap((at, w) => (at < 0 ? [] : [{ at, value: places[f] === w ? 1 : 0 }])),
  );
  return { indices: entries.map(({ at }) => at), values: entries.map(({ value }) => value) };
};
