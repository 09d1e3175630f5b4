import { choose, type FigureRecord } from "@map-step/contract";
import { parse } from "papaparse";
import { expect, it } from "vitest";
import { movesBetween, withPlacements } from "./proposal.ts";
import { planAsCsv, planAsJson, planAsSvg, type WrittenPlan } from "./written-plan.ts";

const figures = [
  { id: "a", name: 'Box & "more"', kind: "basic" },
  { id: "b", name: "=Turn", kind: "turn" },
] as FigureRecord[];
const plan: WrittenPlan = {
  levelName: "Level <one>",
  sectionName: "Monday",
  content: { chosen: [{ ...choose("a", 1), pinned: true }, choose("b")], special: [], muted: [], away: [] },
  figures,
  loads: [1, 2].map((week) => ({
    week,
    minutes: week === 1 ? 10 : 4,
    byWork: { steps: 0, rhythm: 0, count: 0, partner: 0, technique: 0, style: 0, return: 0 },
    newFigures: week === 1 ? ["a"] : [],
  })),
  capacities: [1, 2].map((week) => ({ week, held: true, minutes: 48, takesNew: true, special: null })),
  dates: ["2027-02-01", "2027-02-08"],
  sharesAt: (id, week) =>
    id === "a" && week === 1
      ? [
          { age: 0, layer: "steps", minutes: 10, week: 1 },
          { age: 1, layer: "return", minutes: 4, week: 2 },
        ]
      : [],
};

it("is written as JSON with figures by name and weeks by date", () => {
  const written = JSON.parse(planAsJson(plan));
  expect(written).toMatchObject({ format: "map-step/plan", level: "Level <one>", section: "Monday" });
  expect(written.figures).toMatchObject([
    { figure: 'Box & "more"', week: 1, pinned: true, wish: "may" },
    { figure: "=Turn", week: null },
  ]);
  expect(written.weeks[0]).toEqual({
    week: 1,
    date: "2027-02-01",
    kind: "plain",
    minutes: 10,
    room: 48,
    new: ['Box & "more"'],
  });
});

it("is written as CSV that a spreadsheet opens without taking a name for a formula", () => {
  const { data } = parse<Record<string, string>>(planAsCsv(plan), { header: true });
  expect(data).toMatchObject([
    { figure: 'Box & "more"', new_in_week: "1", pinned: "yes", week_1: "10", week_2: "4" },
    { figure: "'=Turn", new_in_week: "", week_1: "" },
  ]);
});

it("is drawn with every placed figure, its names made safe", () => {
  const svg = planAsSvg(plan);
  expect(svg).toContain("<title>Level &lt;one&gt;, Monday</title>");
  expect(svg).toContain("Box &amp; &quot;more&quot;");
  expect(svg).toContain("10 of 48 min");
  expect(svg).toContain("Monday 1 February 2027 to Monday 8 February 2027");
  expect(svg).not.toContain("=Turn");
  expect(svg.match(/rx="7"/g)).toHaveLength(2);
});

it("tells what moves between two plans, first what leaves first", () => {
  const before = [choose("a", 3), choose("b", 1), choose("c"), choose("d", 2)];
  const after = withPlacements(before, [
    { figureId: "a", week: 4 },
    { figureId: "c", week: 2 },
    { figureId: "d", week: 2 },
  ]);
  expect(movesBetween(before, after)).toEqual([
    { figureId: "b", from: 1, to: null },
    { figureId: "a", from: 3, to: 4 },
    { figureId: "c", from: null, to: 2 },
  ]);
  expect(movesBetween(before, before)).toEqual([]);
});

it("cuts a name that does not fit, and keeps the whole where other programs show it", () => {
  const name = "A very long name & more of it than any column has room for";
  const svg = planAsSvg({ ...plan, figures: [{ ...figures[0], name } as FigureRecord] });
  expect(svg).toContain(`<title>${name.replace("&", "&amp;")}</title>`);
  expect(svg).toMatch(/<\/title>A very long name &amp; more[^<]{0,20}…<\/text>/);
});
