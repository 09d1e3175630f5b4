import type { LevelPlan } from "./level.ts";
import { drawLimits, type ExactModel, freshIn, loadOf, NONE, weekIndexes } from "./model.ts";
import { problemOf, scoreOf } from "./problem.ts";
import { type DraftOptions, type Limit, VALUE } from "./terms.ts";

/**
 * The level as a mixed-integer model whose best solution is the best plan there is: beside the limits a column for the
 * fullest week, for the week with most new figures, and for each two weeks in which a figure soon follows its nearest
 * relative. All columns are whole and so is what they are worth, which lets the solver round its bound down.
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
  const peak = column(-VALUE.peak, 100_000, true);
  const pace = column(-VALUE.pace, 1000, true);
  for (const week of weekIndexes(problem)) {
    row(NONE, 0, [...loadOf(drawing, week), [peak, -1]]);
    row(NONE, 0, [...freshIn(drawing, week), [pace, -1]]);
  }
  for (const { f, g } of problem.follows) {
    const pairs = weekIndexes(problem).flatMap((v) =>
      [v + 1, v + 2].flatMap((w) =>
        at(g, v) >= 0 && at(f, w) >= 0 ? [{ v, w, together: column(VALUE.follows, 1, true) }] : [],
      ),
    );
    for (const week of weekIndexes(problem)) {
      const from = pairs.filter(({ v }) => v === week);
      const to = pairs.filter(({ w }) => w === week);
      const sum = (some: typeof pairs) => some.map(({ together }): [number, number] => [together, 1]);
      if (from.length > 0) row(NONE, 0, [...sum(from), [at(g, week), -1]]);
      if (to.length > 0) row(NONE, 0, [...sum(to), [at(f, week), -1]]);
    }
  }
  return drawing.finish((places) => scoreOf(problem, places));
}
