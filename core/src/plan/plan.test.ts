import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { runs } from "../../testing/runs.ts";
import {
  APPROACH_IDS,
  APPROACHES,
  checkPlan as checkAll,
  type Finding,
  findingKey,
  type LevelPlan,
  layOut,
  place,
  planLoads,
  refresherOf,
  remedyFor,
  shareOut,
  strandOf,
  weekCapacities,
  whyHere,
} from "./index.ts";

/** Small levels leave room, which has tests of its own. */
const checkPlan = (level: LevelPlan) => checkAll(level).filter(({ code }) => code !== "room-left");

const codes = (findings: readonly Finding[]) => findings.map(({ code, week }) => `${code}@${week}`);
const basic = figure("Basic", { kind: "basic" });

describe("strands", () => {
  test("a number shared out sums exactly and follows the weights", () => {
    const weights = fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), weights, (total, shares) => {
        const parts = shareOut(total, shares);
        const sum = shares.reduce((a, b) => a + b, 0);
        expect(parts.reduce((a, b) => a + b, 0)).toBe(sum === 0 ? 0 : total);
        parts.forEach((part, index) => {
          const exact = sum === 0 ? 0 : (total * (shares[index] ?? 0)) / sum;
          expect(Math.abs(part - exact)).toBeLessThan(1);
        });
      }),
    );
  });

  it.each(APPROACH_IDS)("the first night of %s takes exactly the figure's minutes", (id) => {
    const first = APPROACHES[id].ages[0]?.reduce((sum, { share }) => sum + share, 0);
    expect(first).toBe(1);
    for (let minutes = 1; minutes <= 60; minutes++) {
      const night = strandOf({ kind: "turn", minutes }, APPROACHES[id]).filter(({ age }) => age === 0);
      expect(night.reduce((sum, part) => sum + part.minutes, 0)).toBe(minutes);
    }
  });

  it("gives a drill one layer only", () => {
    const layers = strandOf({ kind: "technique", minutes: 8 }, APPROACHES["steps-first"]).map(
      ({ layer }) => layer,
    );
    expect(new Set(layers)).toEqual(new Set(["technique", "return"]));
  });

  test("loads are the sum of the placed strands", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const { shares } = layOut(level);
        const [first] = weekCapacities(level).filter(({ held }) => held);
        const refresher = Math.min(first?.minutes ?? 0, refresherOf(level).minutes);
        for (const load of planLoads(level)) {
          const here = [...shares.values()].flat().filter(({ week }) => week === load.week);
          const extra = load.week === first?.week ? refresher : 0;
          expect(load.minutes).toBe(here.reduce((sum, { minutes }) => sum + minutes, extra));
          expect(Object.values(load.byWork).reduce((a, b) => a + b, 0)).toBe(load.minutes);
          expect(new Set(load.newFigures)).toEqual(
            new Set(
              level.placements.filter(({ week }) => week === load.week).map(({ figureId }) => figureId),
            ),
          );
        }
      }),
    );
  });
});

describe("checkPlan", () => {
  it("finds nothing in a plan in teachable order", () => {
    const spin = figure("Spin", { kind: "turn", needs: ["basic"] });
    expect(
      checkPlan(
        levelOf(
          [basic, spin],
          [
            ["Basic", 1],
            ["Spin", 3],
          ],
        ),
      ),
    ).toEqual([]);
  });

  it("finds needs that come later, in the same lesson, or never", () => {
    const pass = figure("Pass", { needs: ["basic"] });
    expect(
      codes(
        checkPlan(
          levelOf(
            [basic, pass],
            [
              ["Basic", 3],
              ["Pass", 2],
            ],
          ),
        ),
      ),
    ).toEqual(["needs-later@2"]);
    expect(
      codes(
        checkPlan(
          levelOf(
            [basic, pass],
            [
              ["Basic", 2],
              ["Pass", 2],
            ],
          ),
        ),
      ),
    ).toEqual(["needs-later@2"]);
    expect(codes(checkPlan(levelOf([basic, pass], [["Pass", 2]])))).toEqual(["needs-missing@2"]);
    expect(checkPlan(levelOf([basic, pass], [["Pass", 2]], {}, ["basic"]))).toEqual([]);
  });

  it("finds a turn before its basic has settled, and counts the lessons", () => {
    const spin = figure("Spin", { kind: "turn", needs: ["basic"] });
    const [finding] = checkPlan(
      levelOf(
        [basic, spin],
        [
          ["Basic", 1],
          ["Spin", 2],
        ],
      ),
    );
    expect(finding).toMatchObject({
      code: "turn-before-settled",
      severity: "should",
      week: 2,
      otherId: "basic",
    });
    expect(finding?.text).toBe(
      "Spin turns in week 2, when Basic has been danced in 1 lesson; it settles after 2.",
    );
  });

  it("finds too many minutes and too many new figures, with the numbers", () => {
    const four = ["A", "B", "C", "D"].map((name) => figure(name, { minutes: 13 }));
    const findings = checkPlan(
      levelOf(four, [
        ["A", 1],
        ["B", 1],
        ["C", 1],
        ["D", 1],
      ]),
    );
    expect(codes(findings)).toEqual(["over-minutes@1", "too-many-new@1"]);
    expect(findings[0]?.text).toBe("Week 1 holds 52 minutes, 4 more than the 48 the lesson has for figures.");
    expect(findings[1]?.text).toBe("Week 1 has 4 new figures; this level takes 3 a lesson at most.");
  });

  it("finds what is new on the last night, and a show move without cautions", () => {
    const dip = figure("Dip", { kind: "show" });
    expect(codes(checkPlan(levelOf([dip], [["Dip", 8]])))).toEqual([
      "show-move-without-cautions@8",
      "new-on-last-night@8",
    ]);
    const careful = figure("Dip", { kind: "show", cautions: ["Spot it."] });
    expect(checkPlan(levelOf([careful], [["Dip", 5]]))).toEqual([]);
  });

  test("every finding can be told from every other", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const keys = checkPlan(level).map(findingKey);
        expect(new Set(keys).size).toBe(keys.length);
      }),
    );
  });
});

describe("remedyFor", () => {
  test("a remedy takes its finding away and brings no other", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const before = checkPlan(level);
        for (const finding of before.slice(0, 4)) {
          const remedy = remedyFor(level, finding);
          if (!remedy) continue;
          expect(level.placements).toContainEqual({ figureId: remedy.figureId, week: remedy.from });
          const moved = place(level.placements, remedy.figureId, remedy.to);
          const after = checkPlan({ ...level, placements: moved }).map(findingKey);
          expect(after).not.toContain(findingKey(finding));
          expect(before.map(findingKey)).toEqual(expect.arrayContaining(after));
        }
      }),
      runs(60),
    );
  });

  it("offers the smallest move", () => {
    const level = levelOf(
      [basic, figure("Pass", { needs: ["basic"] })],
      [
        ["Basic", 4],
        ["Pass", 3],
      ],
    );
    const [finding] = checkPlan(level);
    expect(finding && remedyFor(level, finding)).toEqual({ figureId: "basic", from: 4, to: 2, minutes: 10 });
  });
});

describe("whyHere", () => {
  it("says what is danced by then and what speaks against a week earlier", () => {
    const level = levelOf(
      [basic, figure("Pass", { needs: ["basic"] })],
      [
        ["Basic", 1],
        ["Pass", 2],
      ],
    );
    expect(whyHere(level, "pass")).toEqual([
      "Needs Basic, danced in 1 lesson by then.",
      "A week earlier: Pass in week 1 needs Basic, which is new in the same lesson.",
      "Nothing would speak against a week later.",
    ]);
    expect(whyHere(level, "basic")).toEqual([
      "It needs nothing before it.",
      "A week later: Pass in week 2 needs Basic, which is new in the same lesson.",
    ]);
    // That minutes would be left over decides nothing.
    const all = levelOf(
      [basic, figure("Pass")],
      [
        ["Basic", 1],
        ["Pass", 3],
      ],
    );
    for (const { figureId } of all.placements)
      expect(whyHere(all, figureId).join(" ")).not.toMatch(/left (to dance|over)|minutes/);
  });

  it("says so when nothing speaks against it, and knows what dancers bring along", () => {
    const level = levelOf([basic, figure("Pass", { needs: ["basic"] })], [["Pass", 4]], {}, ["basic"]);
    expect(whyHere(level, "pass")).toEqual([
      "Needs Basic, known from the level before.",
      "Nothing would speak against a week earlier or a week later.",
    ]);
  });

  it("has nothing to say of a figure without a week", () => {
    expect(whyHere(levelOf([basic], []), "basic")).toEqual([]);
  });
});

it("places and takes out", () => {
  const placed = place([{ figureId: "a", week: 1 }], "a", 3);
  expect(placed).toEqual([{ figureId: "a", week: 3 }]);
  expect(place(placed, "a", null)).toEqual([]);
});
