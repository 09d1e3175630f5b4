import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { findCircle } from "./index.ts";

describe("findCircle", () => {
  it("names the circle from the figure back to itself", () => {
    const figures = [
      { id: "a", needs: ["b"] },
      { id: "b", needs: ["x", "c"] },
      { id: "c", needs: ["a"] },
      { id: "x", needs: [] },
    ];
    expect(findCircle(figures, "a")).toEqual(["a", "b", "c", "a"]);
    expect(findCircle(figures, "x")).toBeNull();
    expect(findCircle([{ id: "a", needs: ["a"] }], "a")).toEqual(["a", "a"]);
  });

  test("a circle it names is one, and where each needs only earlier ones there is none", () => {
    const graph = fc.array(fc.array(fc.nat({ max: 11 }), { maxLength: 3 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(graph, (needs) => {
        const figures = needs.map((list, index) => ({
          id: `f${index}`,
          needs: list.map((need) => `f${need}`),
        }));
        const circle = findCircle(figures, "f0");
        circle?.slice(1).forEach((id, index) => {
          expect(figures.find((figure) => figure.id === circle[index])?.needs).toContain(id);
        });
        const ordered = figures.map(({ id, needs: list }, index) => ({
          id,
          needs: list.filter((need) => Number(need.slice(1)) < index),
        }));
        for (const { id } of ordered) expect(findCircle(ordered, id)).toBeNull();
      }),
    );
  });
});
