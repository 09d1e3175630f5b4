import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { figure, levelOf } from "../../testing/levels.ts";
import { LAYERS } from "../figure/index.ts";
import {
  checkPlan,
  ENOUGH_MARKS,
  type Exposure,
  exposuresOf,
  fading,
  fitScale,
  nightsOf,
  recallAt,
  refresherOf,
} from "./index.ts";

/** Nights in order, each with a layer of its own. */
const exposures: fc.Arbitrary<Exposure[]> = fc
  .uniqueArray(
    fc.record({
      week: fc.integer({ min: 1, max: 20 }),
      layer: fc.constantFrom(...LAYERS, "return" as const),
    }),
    { minLength: 1, maxLength: 8, selector: ({ week }) => week },
  )
  .map((list) => list.sort((a, b) => a.week - b.week));

describe("recallAt", () => {
  it("is whole on the night, half after the half-life, and nothing before the first time", () => {
    const once: Exposure[] = [{ week: 2, layer: "partner" }];
    expect(recallAt(once, 2)).toBe(1);
    expect(recallAt(once, 4)).toBe(0.5);
    expect(recallAt(once, 1)).toBe(0);
  });

  // Half-lives worked out by hand from the stated defaults: 1.2 weeks for steps, 2 for partner, half as much more each time.
  it.each([
    [[["steps", 1]], 3, 2 ** (-2 / 1.2)],
    [[["style", 1]], 3, 2 ** (-2 / 2.6)],
    [
      [
        ["steps", 1],
        ["steps", 2],
      ],
      4,
      2 ** (-2 / 1.8),
    ],
    [
      [
        ["steps", 1],
        ["partner", 2],
      ],
      4,
      0.5,
    ],
    [
      [
        ["partner", 1],
        ["steps", 2],
      ],
      5,
      0.5,
    ],
    [
      [
        ["partner", 1],
        ["return", 3],
        ["return", 6],
      ],
      10.5,
      0.5,
    ],
    [
      [
        ["partner", 1],
        ["partner", 8],
      ],
      4,
      2 ** (-3 / 2),
    ],
  ] as const)("after %j leaves in week %d so much: %d", (nights, week, left) => {
    const list = nights.map(([layer, at]): Exposure => ({ layer, week: at }));
    expect(recallAt(list, week)).toBeCloseTo(left, 12);
  });

  it("counts a night once, at its deepest layer", () => {
    const nights: Exposure[] = [
      { week: 4, layer: "return" },
      { week: 2, layer: "rhythm" },
      { week: 2, layer: "technique" },
      { week: 2, layer: "steps" },
      { week: 4, layer: "steps" },
    ];
    expect(nightsOf(nights)).toEqual([
      { week: 2, layer: "technique" },
      { week: 4, layer: "steps" },
    ]);
  });

  test("falls with time, and is never less for one more time danced or a longer memory", () => {
    fc.assert(
      fc.property(exposures, fc.integer({ min: 1, max: 30 }), (list, later) => {
        const last = list.at(-1)?.week ?? 0;
        const now = recallAt(list, last + later);
        expect(recallAt(list, last + later + 1)).toBeLessThan(now);
        expect(recallAt(list, last + later, 2)).toBeGreaterThan(now);
        expect(now).toBeGreaterThanOrEqual(recallAt(list.slice(0, -1), last + later) - 1e-12);
      }),
    );
  });
});

describe("fitScale", () => {
  const seen: Exposure[] = [{ week: 1, layer: "partner" }];
  it("asks for enough marks first", () => {
    const one = { exposures: seen, week: 3, recalled: true };
    expect(fitScale(Array(ENOUGH_MARKS - 1).fill(one))).toBeNull();
  });

  it("finds a class that remembers longer, and one that forgets sooner", () => {
    const marks = (share: number) =>
      Array.from({ length: 40 }, (_, index) => ({ exposures: seen, week: 3, recalled: index < 40 * share }));
    expect(fitScale(marks(0.5))).toBeCloseTo(1, 1);
    expect(fitScale(marks(0.9))).toBeGreaterThan(2);
    expect(fitScale(marks(0.1))).toBeLessThan(0.5);
  });
});

describe("what fades in a plan", () => {
  it("is found with its weeks and an estimate, and gone when it is brought back", () => {
    const approach = {
      id: "x",
      name: "x",
      reason: "x",
      ages: [[{ layer: "steps" as const, share: 1 }]],
      returns: [],
      returnMinutes: 2,
    };
    const bare = { ...levelOf([figure("Pass")], [["Pass", 1]]), approach };
    expect(checkPlan(bare).filter(({ code }) => code !== "room-left")).toMatchObject([
      {
        code: "fades",
        week: 8,
        text: "Pass is not danced between week 1 and week 8; by then about 2 % of it is left (an estimate).",
      },
    ]);
    const back = { ...bare, figures: [figure("Pass", { extraReturns: [2, 3, 4, 6] })] };
    expect(checkPlan(back).filter(({ code }) => code !== "room-left")).toEqual([]);
  });

  it("costs the first lesson of a later level a refresher, at most a quarter of it", () => {
    const known = Array.from({ length: 6 }, (_, index) => `k${index}`);
    const { rules } = levelOf([], [], { breakWeeks: 6 });
    expect(refresherOf({ rules, known })).toEqual({ recall: 0.5, minutes: 9, lacked: [] });
    // What its own dancers were seen to lack comes back, break or not; what all have only fades.
    const [first = "", second = ""] = known;
    const brought = [
      { figureId: first, have: 1, seen: 4 },
      { figureId: second, have: 4, seen: 4 },
      { figureId: "unknown", have: 0, seen: 4 },
    ];
    expect(refresherOf({ rules: { ...rules, breakWeeks: 0 }, known, brought })).toEqual({
      recall: 1,
      minutes: 2,
      lacked: [first],
    });
    expect(refresherOf({ rules: { ...rules, breakWeeks: 0 }, known }).minutes).toBe(0);
    expect(refresherOf({ rules: { ...rules, breakWeeks: 52 }, known: [...known, ...known] }).minutes).toBe(
      12,
    );
  });
});

describe("fading", () => {
  const once = {
    id: "x",
    name: "x",
    reason: "",
    ages: [[{ layer: "partner" as const, share: 1 }]],
    returns: [],
    returnMinutes: 2,
  };
  const level = {
    ...levelOf(
      [figure("Early"), figure("Late")],
      [
        ["Early", 1],
        ["Late", 4],
      ],
      { weeks: 6 },
    ),
    approach: once,
  };

  it("tells what is left week by week, the weakest first, and when each is due", () => {
    const { figures, mean, due, checkWeek, scale } = fading(level);
    expect(checkWeek).toBe(6);
    expect(scale).toBeNull();
    expect(figures.map(({ figureId }) => figureId)).toEqual(["early", "late"]);
    expect(figures[1]?.recall).toEqual([0, 0, 0, 1, 2 ** -0.5, 0.5]);
    expect(mean[0]).toBe(1);
    expect(mean[3]).toBeCloseTo((1 + 2 ** -1.5) / 2, 10);
    expect(due).toEqual([[], [], [], ["early"], ["early"], ["early"]]);
  });

  it("goes by what was danced where a lesson was taught, whatever was planned there", () => {
    const held = [
      { week: 1, danced: [] },
      { week: 2, danced: [{ figureId: "early", layer: "steps" as const }] },
    ];
    const { figures } = fading({ ...level, held });
    const early = figures.find(({ figureId }) => figureId === "early");
    expect(early?.recall.slice(0, 3)).toEqual([0, 1, 2 ** (-1 / 1.2)]);
    expect(figures.find(({ figureId }) => figureId === "late")?.recall[3]).toBe(1);
    expect(
      exposuresOf(level)
        .get("early")
        ?.map(({ week }) => week),
    ).toEqual([1]);
  });

  it("looks at the week of the check, and by the section's own memory", () => {
    const checked = { ...level, special: [{ week: 4, kind: "check" as const, minutes: 20 }] };
    const seen: Exposure[] = [{ week: 1, layer: "partner" }];
    const observations = Array.from({ length: 30 }, () => ({ exposures: seen, week: 3, recalled: true }));
    const own = fading(checked, { observations });
    expect(own.checkWeek).toBe(4);
    expect(own.scale).toBeGreaterThan(2);
    expect(own.figures[0]?.recall[3]).toBeGreaterThan(fading(checked).figures[0]?.recall[3] ?? 1);
  });
});
