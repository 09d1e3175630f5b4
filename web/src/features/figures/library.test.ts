import type { FigureLine } from "@map-step/contract";
import { expect, it } from "vitest";
import { filterFigures } from "./filter.ts";

const figure = (name: string, about: Partial<FigureLine> = {}) =>
  ({ name, danceId: "hustle", kind: "basic", tier: 1, otherNames: [], missing: [], ...about }) as FigureLine;
const figures = [
  figure("Home step"),
  figure("Side pass", { kind: "pattern", otherNames: [{ name: "slip-by", usedBy: "" }] }),
  figure("Free spin", { kind: "turn", tier: 3, danceId: "waltz", missing: ["steps", "cues"] }),
];
const ALL = { search: "", danceId: "", kind: "", tier: "", missing: "" };
const found = (filter: Partial<typeof ALL>) =>
  filterFigures(figures, { ...ALL, ...filter }).map(({ name }) => name);

it("finds by a part of the name or of another name, in any case", () => {
  expect(found({ search: " PASS" })).toEqual(["Side pass"]);
  expect(found({ search: "slip" })).toEqual(["Side pass"]);
  expect(found({})).toHaveLength(3);
});

it("applies all filters together", () => {
  expect(found({ kind: "turn", tier: "3", danceId: "waltz" })).toEqual(["Free spin"]);
  expect(found({ kind: "turn", danceId: "hustle" })).toEqual([]);
});

it("finds what is still to be written", () => {
  expect(found({ missing: "steps" })).toEqual(["Free spin"]);
  expect(found({ missing: "slips" })).toEqual([]);
});
