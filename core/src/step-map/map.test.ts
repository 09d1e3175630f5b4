import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { buildStepMap, type MapFigure, routeTo } from "./index.ts";

const figure = (id: string, ...needs: string[]): MapFigure => ({
  id,
  name: id.toUpperCase(),
  kind: "pattern",
  tier: 1,
  minutes: 10,
  needs,
});
const LIBRARY = [
  figure("home"),
  figure("pass", "home"),
  figure("turn", "home"),
  figure("wrap", "pass", "home"),
  figure("goal", "wrap", "turn"),
  figure("alone"),
];
const depthOf = (map: ReturnType<typeof buildStepMap>, id: string) =>
  map.nodes.find((node) => node.figure.id === id)?.depth;

/** Libraries in which each figure needs only earlier ones. */
const anyLibrary = fc
  .array(fc.array(fc.nat({ max: 30 }), { maxLength: 4 }), { minLength: 1, maxLength: 14 })
  .map((lists) =>
    lists.map((needs, index) =>
      figure(`f${index}`, ...(index === 0 ? [] : [...new Set(needs.map((need) => `f${need % index}`))])),
    ),
  );

describe("buildStepMap", () => {
  const map = buildStepMap(LIBRARY);

  it("layers figures from first basics to goals", () => {
    expect(map.nodes.map(({ figure: { id } }) => id)).toEqual([
      "home",
      "alone",
      "pass",
      "turn",
      "wrap",
      "goal",
    ]);
    expect(["home", "pass", "wrap", "goal"].map((id) => depthOf(map, id))).toEqual([0, 1, 2, 3]);
  });

  it("draws no need that follows from others", () => {
    expect(map.edges).toEqual([
      { from: "home", to: "pass" },
      { from: "home", to: "turn" },
      { from: "pass", to: "wrap" },
      { from: "wrap", to: "goal" },
      { from: "turn", to: "goal" },
    ]);
  });

  it("names bottlenecks, most first, and orphans", () => {
    expect(map.bottlenecks).toEqual(["home", "pass"]);
    expect(map.orphans).toEqual(["alone"]);
  });

  it("leaves out needs that are not there, and ends with a circle too", () => {
    const odd = buildStepMap([figure("a", "b", "gone"), figure("b", "a")]);
    expect(odd.nodes).toHaveLength(2);
    expect(odd.edges.every(({ from }) => from !== "gone")).toBe(true);
  });

  test("every drawn need goes upward, and nothing is lost: what comes before can still be reached", () => {
    fc.assert(
      fc.property(anyLibrary, (library) => {
        const built = buildStepMap(library);
        const drawn = new Map(library.map(({ id }) => [id, [] as string[]]));
        for (const { from, to } of built.edges) {
          drawn.get(to)?.push(from);
          expect(depthOf(built, from)).toBeLessThan(depthOf(built, to) ?? 0);
        }
        const reach = (id: string): Set<string> =>
          new Set((drawn.get(id) ?? []).flatMap((need) => [need, ...reach(need)]));
        for (const { figure: one, before, opens } of built.nodes) {
          expect(reach(one.id)).toEqual(new Set(before));
          for (const need of one.needs) expect(before.has(need)).toBe(true);
          for (const id of opens)
            expect(built.nodes.find((node) => node.figure.id === id)?.before.has(one.id)).toBe(true);
        }
      }),
    );
  });
});

describe("routeTo", () => {
  const map = buildStepMap(LIBRARY);

  it("is all that is needed and not known, in teachable order", () => {
    expect(routeTo(map, "goal")).toEqual({
      figureIds: ["home", "pass", "turn", "wrap", "goal"],
      minutes: 50,
      weeks: 4,
    });
    expect(routeTo(map, "goal", ["pass", "home"])).toEqual({
      figureIds: ["turn", "wrap", "goal"],
      minutes: 30,
      weeks: 2,
    });
    expect(routeTo(map, "goal", ["goal"])).toEqual({ figureIds: [], minutes: 0, weeks: 0 });
    expect(routeTo(map, "nowhere")).toBeNull();
  });

  test("each comes after what it needs, nothing known is taught again, and a slower pace takes no less", () => {
    fc.assert(
      fc.property(anyLibrary, fc.nat(), fc.array(fc.nat({ max: 13 })), (library, at, knows) => {
        const goal = library[at % library.length]?.id ?? "";
        const known = knows.map((number) => `f${number}`);
        const built = buildStepMap(library);
        const route = routeTo(built, goal, known);
        const order = route?.figureIds ?? [];
        for (const [index, id] of order.entries()) {
          expect(known).not.toContain(id);
          const needs = library.find((one) => one.id === id)?.needs ?? [];
          for (const need of needs) expect(known.includes(need) || order.indexOf(need) < index).toBe(true);
        }
        if (!known.includes(goal)) expect(order.at(-1)).toBe(goal);
        const slow = routeTo(built, goal, known, 1);
        expect(slow?.weeks).toBe(order.length);
        expect(route?.weeks).toBeLessThanOrEqual(order.length);
        expect(route?.weeks).toBeGreaterThanOrEqual(Math.ceil(order.length / 2));
      }),
    );
  });
});
