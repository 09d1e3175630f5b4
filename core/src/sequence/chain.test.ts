import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../testing/runs.ts";
import { join } from "../figure/index.ts";
import { parseFigure } from "../notation/index.ts";
import { chainOf } from "./index.ts";

const steps = (text: string) => parseFigure(text).figure;

describe("chainOf", () => {
  /** A dance whose holds are only told apart by their names. */
  const NAMES = { holds: [] };
  const figure = (id: string, from: string, to: string, foot: "L" | "R" = "L") => ({
    id,
    steps: steps(
      `leader\n1 ${foot} side hold "${from}"\n2 ${foot === "L" ? "R" : "L"} close hold "${to}"\nfollower mirror`,
    ),
  });
  const library = [
    figure("open", "open", "open"),
    figure("close", "open", "closed"),
    figure("turn", "closed", "closed"),
    figure("release", "closed", "open"),
  ];

  it("joins what is wanted with what lies between, and goes round where it can", () => {
    const { figureIds, loops } = chainOf(library, new Set(["open", "turn"]), NAMES);
    expect(loops).toBe(true);
    expect(new Set(figureIds)).toEqual(new Set(["open", "close", "turn", "release"]));
    expect(figureIds).toHaveLength(4);
  });

  it("knows the hold in which a figure that says none leaves the couple", () => {
    const silent = { id: "silent", steps: steps("leader\n1 L side\n2 R close\nfollower mirror") };
    const wanted = new Set(["close", "silent", "open"]);
    const { figureIds, loops } = chainOf(
      [library[0], library[1], silent].flatMap((one) => one ?? []),
      wanted,
      NAMES,
    );
    expect(figureIds.join()).not.toContain("close,silent,open");
    expect(figureIds).toHaveLength(3);
    expect(loops).toBe(false);
  });

  it("leaves out what nothing leads to", () => {
    const stray = figure("stray", "shadow", "shadow");
    expect(chainOf([...library, stray], new Set(["open", "stray"]), NAMES).figureIds).toEqual(["open"]);
    expect(chainOf(library, new Set(), NAMES).figureIds).toEqual([]);
  });

  test("every figure begins as the one before ends", () => {
    const holds = fc.constantFrom("open", "closed", "side");
    const any = fc.array(fc.tuple(holds, holds, fc.boolean()), { minLength: 1, maxLength: 7 });
    fc.assert(
      fc.property(any, (made) => {
        const all = made.map(([from, to], index) => figure(`f${index}`, from, to));
        const wanted = new Set(made.flatMap(([, , wants], index) => (wants ? [`f${index}`] : [])));
        const { figureIds, loops } = chainOf(all, wanted, NAMES);
        const order = figureIds.flatMap((id) => all.find((one) => one.id === id) ?? []);
        order.slice(1).forEach((next, at) => {
          expect(join((order[at] as (typeof all)[number]).steps, next.steps, NAMES).fits).toBe(true);
        });
        const [first, last] = [order[0], order.at(-1)];
        if (loops && first && last) expect(join(last.steps, first.steps, NAMES).fits).toBe(true);
        expect(figureIds.length > 0).toBe(wanted.size > 0);
      }),
      runs(60),
    );
  });

  test("no other chain joins more of what is wanted, nor goes round where it does not, nor is shorter", () => {
    const holds = fc.constantFrom("open", "closed", "side");
    const any = fc.array(fc.tuple(holds, holds, fc.boolean()), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(any, (made) => {
        const all = made.map(([from, to], index) => figure(`f${index}`, from, to));
        const wanted = new Set(made.flatMap(([, , wants], index) => (wants ? [`f${index}`] : [])));
        const { figureIds, loops } = chainOf(all, wanted, NAMES);
        const worth = (ids: readonly string[], round: boolean) =>
          new Set(ids.filter((id) => wanted.has(id))).size * 1000 + (round ? 100 : 0) - ids.length;
        let best = Number.NEGATIVE_INFINITY;
        const walk = (order: typeof all): void => {
          const [first, last] = [order[0], order.at(-1)];
          if (!first || !last) return;
          best = Math.max(
            best,
            worth(
              order.map(({ id }) => id),
              join(last.steps, first.steps, NAMES).fits,
            ),
          );
          if (order.length < 5)
            for (const next of all) if (join(last.steps, next.steps, NAMES).fits) walk([...order, next]);
        };
        for (const start of all) if (wanted.has(start.id)) walk([start]);
        if (wanted.size > 0) expect(worth(figureIds, loops)).toBeGreaterThanOrEqual(best);
      }),
      runs(40),
    );
  });
});
