import fc from "fast-check";
import { FIGURE_KINDS } from "../src/figure/index.ts";
import { APPROACH_IDS, type LevelPlan, type LevelRules, type PlanFigure } from "../src/plan/index.ts";

export const RULES: LevelRules = {
  weeks: 8,
  lessonMinutes: 60,
  warmUpMinutes: 7,
  wrapMinutes: 5,
  mostNew: 3,
  settledLessons: 2,
  approachId: "steps-first",
};

/** A figure that needs nothing unless told so; its id is its name in small letters. */
export const figure = (name: string, about: Partial<PlanFigure> = {}): PlanFigure => ({
  id: name.toLowerCase(),
  name,
  kind: "pattern",
  minutes: 10,
  needs: [],
  cautions: [],
  ...about,
});

/** A level with its placements as `[name, week]`. */
export const levelOf = (
  figures: readonly PlanFigure[],
  placed: readonly (readonly [string, number])[],
  rules: Partial<LevelRules> = {},
  known: readonly string[] = [],
): LevelPlan => ({
  rules: { ...RULES, ...rules },
  figures,
  known,
  placements: placed.map(([name, week]) => ({ figureId: name.toLowerCase(), week })),
});

const rules: fc.Arbitrary<LevelRules> = fc
  .record({
    weeks: fc.integer({ min: 1, max: 12 }),
    teaching: fc.integer({ min: 5, max: 90 }),
    warmUpMinutes: fc.integer({ min: 0, max: 10 }),
    wrapMinutes: fc.integer({ min: 0, max: 10 }),
    mostNew: fc.integer({ min: 1, max: 4 }),
    settledLessons: fc.integer({ min: 0, max: 3 }),
    approachId: fc.constantFrom(...APPROACH_IDS),
  })
  .map(({ teaching, ...rest }) => ({
    ...rest,
    lessonMinutes: teaching + rest.warmUpMinutes + rest.wrapMinutes,
  }));

/** Figures of which each needs only such as stand before it. */
const figures: fc.Arbitrary<PlanFigure[]> = fc
  .array(
    fc.record({
      kind: fc.constantFrom(...FIGURE_KINDS),
      minutes: fc.integer({ min: 1, max: 30 }),
      careful: fc.boolean(),
      needs: fc.array(fc.nat({ max: 30 }), { maxLength: 3 }),
    }),
    { maxLength: 16 },
  )
  .map((drafts) =>
    drafts.map(({ kind, minutes, careful, needs }, index) => ({
      id: `f${index}`,
      name: `Figure ${index}`,
      kind,
      minutes,
      needs: index === 0 ? [] : [...new Set(needs.map((need) => `f${need % index}`))],
      cautions: careful ? ["Keep clear."] : [],
    })),
  );

/** Levels of every size with figures anywhere, so with faults of every sort. */
export const anyLevel: fc.Arbitrary<LevelPlan> = fc
  .record({
    rules,
    figures,
    weeks: fc.array(fc.nat(), { minLength: 16, maxLength: 16 }),
    known: fc.nat({ max: 3 }),
  })
  .map(({ rules: limits, figures: all, weeks, known }) => {
    const brought = all.slice(0, known).map(({ id }) => id);
    return {
      rules: limits,
      figures: all,
      known: brought,
      placements: all.flatMap(({ id }, index) => {
        const week = (weeks[index] ?? 0) % (limits.weeks + 1);
        return week === 0 || brought.includes(id) ? [] : [{ figureId: id, week }];
      }),
    };
  });
