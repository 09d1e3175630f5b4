import {
  draftPlan,
  exactModel,
  keepsLimits,
  type LevelPlan,
  modelOfRepair,
  nearby,
  type PlanFigure,
  placesOf,
  problemOf,
  type RepairTask,
  repairPlaces,
  repairTask,
  scoreOf,
} from "@map-step/core/plan";
import fc from "fast-check";
import loadHighs from "highs";
import { expect, it, test } from "vitest";
import { runs } from "../../../core/testing/runs.ts";
import { prove } from "./prove.ts";

const highs = await loadHighs();

const figure = (index: number, about: Partial<PlanFigure>): PlanFigure => ({
  id: `f${index}`,
  name: `Figure ${index}`,
  kind: "pattern",
  minutes: 10,
  needs: [],
  cautions: ["Keep clear."],
  ...about,
});

/** Small levels of which every plan can be tried. */
const smallLevel: fc.Arbitrary<LevelPlan> = fc
  .record({
    weeks: fc.integer({ min: 2, max: 4 }),
    minutes: fc.integer({ min: 10, max: 45 }),
    mostNew: fc.integer({ min: 1, max: 2 }),
    figures: fc.array(
      fc.record({
        kind: fc.constantFrom("basic", "turn", "show", "pattern"),
        minutes: fc.integer({ min: 4, max: 25 }),
        worth: fc.integer({ min: 1, max: 9 }),
        need: fc.option(fc.nat({ max: 3 })),
        pinned: fc.boolean(),
        week: fc.integer({ min: 1, max: 4 }),
      }),
      { minLength: 1, maxLength: 4 },
    ),
    apart: fc.boolean(),
  })
  .map(({ weeks, minutes, mostNew, figures, apart }) => ({
    rules: {
      weeks,
      lessonMinutes: minutes,
      warmUpMinutes: 0,
      wrapMinutes: 0,
      mostNew,
      mostNewCounts: 2,
      settledLessons: 1,
      firstShowWeek: 2,
      talkWeek: null,
      bpm: null,
      breakWeeks: 0,
      approachId: "steps-first",
    },
    figures: figures.map(({ need, week: _week, ...about }, index) =>
      figure(index, { ...about, needs: need !== null && need < index ? [`f${need}`] : [] }),
    ),
    known: [],
    placements: figures.flatMap(({ pinned, week }, index) =>
      pinned && week <= weeks ? [{ figureId: `f${index}`, week }] : [],
    ),
    alike: apart ? [{ a: "f0", b: "f1", likeness: 0.9, decides: "2" }] : [],
  }));

/** The most that any plan which keeps all limits is worth, by trying every one. */
function bestOfAll(level: LevelPlan): number {
  const problem = problemOf(level);
  const places = [...problem.fixed];
  const free = places.map((w, f) => ({ w, f })).filter(({ w }) => w < 0);
  let best = Number.NEGATIVE_INFINITY;
  const tryFrom = (at: number): void => {
    const next = free[at];
    if (!next) {
      if (keepsLimits(problem, places)) best = Math.max(best, scoreOf(problem, places));
      return;
    }
    for (let w = -1; w < problem.weeks; w++) {
      places[next.f] = w;
      tryFrom(at + 1);
    }
    places[next.f] = -1;
  };
  tryFrom(0);
  return best;
}

test("what is proven best is the best of all plans, and no draft is worth more", () => {
  fc.assert(
    fc.property(smallLevel, (level) => {
      const draft = draftPlan(level, { effort: 0.2 });
      const model = exactModel(level);
      const proof = prove(highs, model, placesOf(model.problem, draft.placements), 10);
      expect(proof.best).toBe(true);
      expect(proof.score).toBeCloseTo(bestOfAll(level), 6);
      expect(draft.score).toBeLessThanOrEqual(proof.score + 1e-6);
      expect(keepsLimits(model.problem, placesOf(model.problem, proof.placements))).toBe(true);
    }),
    runs(60),
  );
});

/** The least worth dropped and then the fewest moves of all placements that keep the limits, by trying every one. */
function bestRepair(task: RepairTask): { dropped: number; moved: number } {
  const { problem, wanted } = task;
  const places = [...problem.fixed];
  const free = places.flatMap((w, f) => (w < 0 && wanted[f] ? [f] : []));
  let best = { dropped: Number.POSITIVE_INFINITY, moved: Number.POSITIVE_INFINITY };
  const tryFrom = (at: number): void => {
    const f = free[at];
    if (f !== undefined) {
      for (let w = -1; w < problem.weeks; w++) {
        places[f] = w;
        tryFrom(at + 1);
      }
      places[f] = -1;
    } else if (keepsLimits(problem, places)) {
      const now = costOf(task, places);
      if (now.dropped < best.dropped || (now.dropped === best.dropped && now.moved < best.moved)) best = now;
    }
  };
  tryFrom(0);
  return best;
}

const costOf = ({ problem, before, wanted }: RepairTask, places: readonly number[]) => ({
  dropped: problem.figures.reduce(
    (sum, { wish, worth }, f) =>
      sum + (wanted[f] && (places[f] ?? -1) < 0 ? (wish === "must" ? 100 : (worth ?? 5)) : 0),
    0,
  ),
  moved: places.filter((w, f) => wanted[f] && w !== before[f]).length,
});

test("a proven repair drops the least worth and then moves the fewest figures of all that could be", () => {
  fc.assert(
    fc.property(smallLevel, fc.nat(), fc.boolean(), (bare, at, short) => {
      const level = { ...bare, placements: draftPlan(bare, { effort: 0 }).placements };
      const week = 1 + (at % level.rules.weeks);
      const task = repairTask(
        level,
        short ? { kind: "short", week, minutes: 15 } : { kind: "cancelled", week },
      );
      const quick = repairPlaces(task);
      expect(keepsLimits(task.problem, quick)).toBe(true);
      const proof = prove(highs, modelOfRepair(task), quick, 10);
      const places = nearby(task, placesOf(task.problem, proof.placements));
      expect(proof.best).toBe(true);
      expect(keepsLimits(task.problem, places)).toBe(true);
      expect(costOf(task, places)).toEqual(bestRepair(task));
      // What is pinned stays, whatever a repair does.
      task.problem.fixed.forEach((w, f) => {
        if (w >= 0) expect([quick[f], places[f]]).toEqual([w, w]);
      });
    }),
    runs(60),
  );
});

it("tells better plans and lower bounds while it searches, and stops in time", () => {
  const figures = Array.from({ length: 18 }, (_, index) =>
    figure(index, {
      minutes: 6 + (index % 7),
      worth: 1 + (index % 9),
      needs: index % 3 === 2 ? [`f${index - 2}`] : [],
    }),
  );
  const rules = {
    weeks: 6,
    lessonMinutes: 60,
    warmUpMinutes: 7,
    wrapMinutes: 5,
    mostNew: 3,
    mostNewCounts: 2,
    settledLessons: 2,
    firstShowWeek: 1,
    talkWeek: null,
    bpm: null,
    breakWeeks: 0,
    approachId: "steps-first",
  };
  const level: LevelPlan = { rules, figures, known: [], placements: [] };
  const model = exactModel(level);
  const news: number[] = [];
  const start = model.problem.fixed;
  const proof = prove(highs, model, start, 5, ({ better }) => better && news.push(better.score));
  expect(news.length).toBeGreaterThan(0);
  expect(news).toEqual([...news].sort((a, b) => a - b));
  expect(new Set(news).size).toBe(news.length);
  expect(proof.score).toBeGreaterThan(scoreOf(model.problem, start));
  expect(proof.bound).toBeGreaterThanOrEqual(proof.score);
});
