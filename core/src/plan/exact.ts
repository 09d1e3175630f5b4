import type { LevelPlan } from "./level.ts";
import { drawLimits, type ExactModel, freshIn, loadOf, NONE, weekIndexes } from "./model.ts";
import { problemOf, scoreOf } from "./problem.ts";
import { type DraftOptions, type Limit, VALUE } from "./terms.ts";

/**
 * The level as a mixed-integer model whose best solution is the best plan there is: beside the limits a column for the
 * fullest week, for the week with most new figures, and for each figure that soon follows its nearest relative.
 * @param without limits to leave aside
 * @example
 * exactModel(LEVEL).columnOf.map(({ length }) => length) // [6, 6, 6]
 */
export function exactModel(
  level: LevelPlan,
  options: DraftOptions = {},
  without: ReadonlySet<Limit> = new Set(),
): ExactModel {
  const problem = problemOf(level, options, without);
  const drawing = drawLimits(problem, (f, w) => problem.value[f]?.[w] ?? 0);
  const { at, column, row } = drawing;
  const peak = column(-VALUE.peak, 100_000, false);
  const pace = column(-VALUE.pace, 1000, false);
  for (const week of weekIndexes(problem)) {
    row(NONE, 0, [...loadOf(drawing, week), [peak, -1]]);
    row(NONE, 0, [...freshIn(drawing, week), [pace, -1]]);
  }
  for (const { f, g } of problem.follows)
    for (const w of weekIndexes(problem)) {
      const soon = [w - 1, w - 2].filter((v) => v >= 0 && at(g, v) >= 0);
      if (at(f, w) < 0 || soon.length === 0) continue;
      const together = column(VALUE.follows, 1, false);
      row(NONE, 0, [
        [together, 1],
        [at(f, w), -1],
      ]);
      row(NONE, 0, [[together, 1], ...soon.map((v): [number, number] => [at(g, v), -1])]);
    }
  return drawing.finish((places) => scoreOf(problem, places));
}
