import { buildStepMap, type MapFigure } from "@map-step/core/step-map";
import { describe, expect, it } from "vitest";
import { CARD, layoutMap } from "./layout.ts";
import { mapAsSvg } from "./svg.ts";

const figure = (id: string, tier: MapFigure["tier"], ...needs: string[]): MapFigure => ({
  id,
  name: `${id} & "more"`,
  kind: "basic",
  tier,
  minutes: 8,
  needs,
});
const map = buildStepMap([
  figure("a", 1),
  figure("b", 1),
  figure("b-next", 1, "b"),
  figure("a-next", 1, "a"),
  figure("goal", 3, "a-next", "b-next"),
]);
const layout = layoutMap(map);
const at = (id: string) => layout.places.get(id) ?? { x: -1, y: -1 };

describe("layoutMap", () => {
  it("puts what comes later further right, in the band of its level", () => {
    expect(at("a").x).toBeLessThan(at("a-next").x);
    expect(at("a-next").x).toBeLessThan(at("goal").x);
    expect(layout.lanes.map(({ tier }) => tier)).toEqual([1, 3]);
    const [first, second] = layout.lanes;
    expect(at("goal").y).toBeGreaterThanOrEqual(second?.y ?? Number.POSITIVE_INFINITY);
    expect((first?.y ?? 0) + (first?.height ?? 0)).toBeLessThanOrEqual(second?.y ?? 0);
  });

  it("orders a column by what it needs, so that lines do not cross without need", () => {
    expect(at("a-next").y < at("b-next").y).toBe(at("a").y < at("b").y);
  });

  it("lets no two cards touch", () => {
    const all = [...layout.places.values()];
    all.forEach((one, index) => {
      for (const two of all.slice(index + 1))
        expect(Math.abs(one.x - two.x) >= CARD.width || Math.abs(one.y - two.y) >= CARD.height).toBe(true);
    });
  });

  it("is empty for an empty library", () => {
    expect(layoutMap(buildStepMap([]))).toMatchObject({ lanes: [], height: 0 });
  });
});

it("draws every figure and every need, with its signs escaped", () => {
  const svg = mapAsSvg(map, layout, "Hustle");
  expect(svg.match(/<path /g)).toHaveLength(map.edges.length);
  expect(svg.match(/rx="6"/g)).toHaveLength(map.nodes.length);
  expect(svg).toContain("goal &amp; &quot;more&quot;");
  expect(svg).not.toContain('& "');
  expect(svg).toContain("<title>Step map of Hustle</title>");
});
