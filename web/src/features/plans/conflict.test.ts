import { choose, type PlanContent } from "@map-step/contract";
import { expect, it } from "vitest";
import { mergePlans, planDifferences } from "./merge.ts";

const plan = (about: Partial<PlanContent>): PlanContent => ({
  chosen: [],
  special: [],
  muted: [],
  away: [],
  ...about,
});
const [a, b, c, d] = ["a", "b", "c", "d"] as const;
const mine = plan({
  chosen: [choose(a, 1), choose(b, 2), choose(c)],
  special: [{ week: 3, kind: "guest", minutes: 20 }],
});
const theirs = plan({
  chosen: [choose(a, 1), { ...choose(b, 3), pinned: true, worth: 8 }, choose(d, 4)],
  special: [{ week: 4, kind: "cancelled", minutes: 0 }],
});

it("shows where two plans differ, and nothing else", () => {
  expect(planDifferences(mine, theirs, (id) => id.toUpperCase())).toEqual([
    { key: "b", label: "B", mine: "week 2", theirs: "week 3, pinned, priority 8" },
    { key: "c", label: "C", mine: "waiting for a week", theirs: "not in the plan" },
    { key: "d", label: "D", mine: "not in the plan", theirs: "week 4" },
    { key: "week:3", label: "Week 3", mine: "guest teacher, 20 minutes", theirs: "as usual" },
    { key: "week:4", label: "Week 4", mine: "as usual", theirs: "cancelled, 0 minutes" },
  ]);
});

it("takes from the other plan exactly what was chosen, also that a figure is not in it", () => {
  expect(mergePlans(mine, theirs, new Set(["b", "d"])).chosen).toEqual([
    choose(a, 1),
    choose(c),
    { ...choose(b, 3), pinned: true, worth: 8 },
    choose(d, 4),
  ]);
  expect(mergePlans(mine, theirs, new Set(["c"])).chosen).toEqual([choose(a, 1), choose(b, 2)]);
  expect(mergePlans(mine, theirs, new Set(["week:3", "week:4"])).special).toEqual(theirs.special);
  expect(mergePlans(mine, theirs, new Set())).toEqual(mine);
});
