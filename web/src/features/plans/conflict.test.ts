import { expect, it } from "vitest";
import { mergePlans, planDifferences } from "./merge.ts";

const at = (figureId: string, week: number | null) => ({ figureId, week });
const mine = [at("a", 1), at("b", 2), at("c", null)];
const theirs = [at("a", 1), at("b", 3), at("d", 4)];

it("shows where two plans put a figure differently, and nothing else", () => {
  expect(planDifferences(mine, theirs, (id) => id.toUpperCase())).toEqual([
    { key: "b", label: "B", mine: "week 2", theirs: "week 3" },
    { key: "c", label: "C", mine: "waiting for a week", theirs: "not in the plan" },
    { key: "d", label: "D", mine: "not in the plan", theirs: "week 4" },
  ]);
});

it("takes from the other plan exactly what was chosen, also that a figure is not in it", () => {
  expect(mergePlans(mine, theirs, new Set(["b", "d"]))).toEqual([
    at("a", 1),
    at("c", null),
    at("b", 3),
    at("d", 4),
  ]);
  expect(mergePlans(mine, theirs, new Set(["c"]))).toEqual([at("a", 1), at("b", 2)]);
  expect(mergePlans(mine, theirs, new Set())).toEqual(mine);
});
