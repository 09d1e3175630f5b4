import fc from "fast-check";
import { FIGURE_KINDS } from "../src/figure/index.ts";
import { parseFigure } from "../src/notation/index.ts";
import {
  APPROACH_IDS,
  APPROACHES,
  type LevelPlan,
  type LevelRules,
  type PlanFacts,
  type PlanFigure,
  planFacts,
  SPECIAL_KINDS,
  type SpecialWeek,
  WISHES,
} from "../src/plan/index.ts";
import { IN_FOUR } from "./figures.ts";

export const RULES: LevelRules = {
  weeks: 8,
  lessonMinutes: 60,
  warmUpMinutes: 7,
  wrapMinutes: 5,
  mostNew: 3,
  mostNewCounts: 3,
  settledLessons: 2,
  firstShowWeek: 1,
  talkWeek: null,
  bpm: null,
  breakWeeks: 0,
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
    mostNewCounts: fc.integer({ min: 1, max: 3 }),
    firstShowWeek: fc.integer({ min: 1, max: 6 }),
    talkWeek: fc.option(fc.integer({ min: 1, max: 4 })),
    bpm: fc.option(fc.integer({ min: 80, max: 200 })),
    breakWeeks: fc.integer({ min: 0, max: 8 }),
    settledLessons: fc.integer({ min: 0, max: 3 }),
    approachId: fc.constantFrom(...APPROACH_IDS),
  })
  .map(({ teaching, ...rest }) => ({
    ...rest,
    lessonMinutes: teaching + rest.warmUpMinutes + rest.wrapMinutes,
  }));

/** Facts of a few figures that differ in what a plan looks at. */
const FACTS: readonly PlanFacts[] = [
  'leader\n1 L side hold "open"\n2 R close\nfollower mirror',
  'leader\n1 L side hold "closed"\n2 R close\n3 L side\nfollower mirror',
  "leader\n& L back\n1 R place\n2 L forward\nfollower\n1 L forward\n2 R forward turn R 1\nbeats 3",
].map((text) => planFacts(parseFigure(text).figure, 1, IN_FOUR, []));

/** Figures of which each needs only such as stand before it. */
const figures: fc.Arbitrary<PlanFigure[]> = fc
  .array(
    fc.record({
      kind: fc.constantFrom(...FIGURE_KINDS),
      minutes: fc.integer({ min: 1, max: 30 }),
      careful: fc.boolean(),
      needs: fc.array(fc.nat({ max: 30 }), { maxLength: 3 }),
      facts: fc.option(fc.constantFrom(...FACTS), { nil: undefined }),
      wish: fc.constantFrom(...WISHES, "may" as const, "may" as const),
      worth: fc.integer({ min: 1, max: 9 }),
      pieces: fc.integer({ min: 1, max: 3 }),
      extraReturns: fc.array(fc.integer({ min: 1, max: 12 }), { maxLength: 2 }),
    }),
    { maxLength: 16 },
  )
  .map((drafts) =>
    drafts.map(({ kind, minutes, careful, needs, ...about }, index) => ({
      ...about,
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
    special: fc.uniqueArray(
      fc.record({
        week: fc.integer({ min: 1, max: 12 }),
        kind: fc.constantFrom(...SPECIAL_KINDS),
        minutes: fc.integer({ min: 0, max: 40 }),
      }),
      { maxLength: 3, selector: ({ week }) => week },
    ),
    alike: fc.array(fc.tuple(fc.nat({ max: 15 }), fc.nat({ max: 15 }), fc.boolean()), { maxLength: 4 }),
  })
  .map(({ rules: limits, figures: all, weeks, known, special, alike }) => {
    const brought = all.slice(0, known).map(({ id }) => id);
    return {
      rules: limits,
      approach: APPROACHES[limits.approachId as keyof typeof APPROACHES],
      special: special.filter(({ week }): boolean => week <= limits.weeks) satisfies SpecialWeek[],
      alike: alike
        .filter(([a, b]) => a < b)
        .map(([a, b, decides]) => ({
          a: `f${a}`,
          b: `f${b}`,
          likeness: 0.9,
          decides: decides ? "2" : null,
        })),
      figures: all,
      known: brought,
      placements: all.flatMap(({ id }, index) => {
        const week = (weeks[index] ?? 0) % (limits.weeks + 1);
        return week === 0 || brought.includes(id) ? [] : [{ figureId: id, week }];
      }),
    };
  });
