import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { runs } from "../../testing/runs.ts";
import { checkPlan, draftPlan, layOut, lessonsBefore, planLoads, weekCapacities } from "./index.ts";

/** Enough of a search to see what it does. */
const QUICK = { effort: 0.03 };

const HARD = new Set([
  "needs-later",
  "needs-missing",
  "over-minutes",
  "too-many-new",
  "too-many-counts",
  "look-alikes-together",
  "turn-before-settled",
  "new-on-last-night",
  "nothing-new-now",
  "show-move-without-cautions",
  "show-move-too-early",
  "close-hold-before-talk",
  "banned",
]);
const weekOf = (placements: readonly { figureId: string; week: number }[], id: string) =>
  placements.find(({ figureId }) => figureId === id)?.week;

describe("draftPlan", () => {
  test("no draft breaks a limit, none forgets a figure, and each one left out has its reason", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const { placements, left } = draftPlan(level, QUICK);
        const drafted = { ...level, placements };
        expect(checkPlan(drafted).filter(({ code }) => HARD.has(code))).toEqual([]);
        const chosen = level.figures.map(({ id }) => id).filter((id) => !level.known.includes(id));
        const told = [...placements, ...left].map(({ figureId }) => figureId);
        expect([...told].sort()).toEqual([...chosen].sort());
        for (const { reason } of left) expect(reason).toMatch(/\.$/);
        const capacities = weekCapacities(level);
        for (const { week, minutes } of planLoads(drafted))
          expect(minutes).toBeLessThanOrEqual(capacities[week - 1]?.minutes ?? 0);
      }),
      runs(150),
    );
  });

  test("the same level gives the same draft", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        expect(draftPlan(level, QUICK)).toEqual(draftPlan(level, QUICK));
      }),
      runs(40),
    );
  });

  test("what is kept stays, and nothing else enters the weeks already taught", () => {
    fc.assert(
      fc.property(anyLevel, fc.integer({ min: 1, max: 6 }), (level, from) => {
        const keep = level.placements.filter(({ week }) => week < from);
        const { placements } = draftPlan(level, { ...QUICK, keep, from });
        const early = placements.filter(({ week }) => week < from);
        expect(new Set(early.map(({ figureId }) => figureId))).toEqual(
          new Set(keep.map(({ figureId }) => figureId)),
        );
        expect(placements).toEqual(expect.arrayContaining(keep));
      }),
    );
  });

  it("puts a turn after its basic has settled", () => {
    const basic = figure("Basic", { kind: "basic" });
    const turn = figure("Turn", { kind: "turn", needs: ["basic"] });
    const level = levelOf([turn, basic], []);
    const { placements } = draftPlan(level);
    expect(weekOf(placements, "basic")).toBe(1);
    const week = weekOf(placements, "turn") ?? 0;
    expect(lessonsBefore(layOut({ ...level, placements }), "basic", week)).toBeGreaterThanOrEqual(2);
  });

  it("keeps an even pace before it uses the full limit", () => {
    const seven = Array.from({ length: 7 }, (_, index) => figure(`F${index}`, { minutes: 6 }));
    const { placements } = draftPlan(levelOf(seven, []));
    expect(placements.map(({ week }) => week)).toEqual([1, 2, 3, 4, 5, 6, 7]);
  });

  it.each([
    [
      "needs something left out",
      figure("A", { needs: ["gone"] }),
      "Needs a figure outside this level, which is not placed.",
    ],
    [
      "is a show move without cautions",
      figure("A", { kind: "show" }),
      "A show move needs its cautions written first.",
    ],
    ["is longer than the lesson", figure("A", { minutes: 49 }), "Held out by the minutes of the lessons."],
  ])("says why a figure that %s is left out", (_, one, reason) => {
    expect(draftPlan(levelOf([one], [])).left).toMatchObject([{ figureId: "a", reason }]);
  });

  it("names the pace when that is what holds a figure out", () => {
    const three = ["A", "B", "C"].map((name) => figure(name, { minutes: 5 }));
    const { left } = draftPlan(levelOf(three, [], { weeks: 2, mostNew: 2 }));
    expect(left).toMatchObject([
      {
        figureId: "c",
        reason:
          "Held out by how many new figures a lesson takes, or by the last night, which takes nothing new.",
        wayIn: { rules: { mostNew: 3 }, text: "3 new figures a lesson" },
      },
    ]);
  });
});
