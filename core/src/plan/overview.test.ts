import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { overviewOf, planLoads, WORK, weekCapacities } from "./index.ts";

describe("a plan from afar", () => {
  it("tells the minutes of each week as the plan does, and of what they are made", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const { weeks } = overviewOf(level);
        const loads = planLoads(level);
        const capacities = weekCapacities(level);
        expect(weeks.map(({ week, minutes }) => [week, minutes])).toEqual(
          loads.map(({ week, minutes }) => [week, minutes]),
        );
        for (const [at, { byWork, minutes, room, held, special, newFigures }] of weeks.entries()) {
          expect(byWork).toHaveLength(WORK.length);
          expect(byWork.reduce((sum, own) => sum + own, 0)).toBe(minutes);
          expect([room, held]).toEqual([capacities[at]?.minutes, capacities[at]?.held]);
          expect(special).toBe(capacities[at]?.special?.kind ?? null);
          expect(newFigures).toBe(loads[at]?.newFigures.length);
        }
      }),
    );
  });

  it("draws each placed figure that is danced once, in weeks that are held, from the first on", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const { strands, waiting } = overviewOf(level);
        const held = new Set(weekCapacities(level).flatMap((room) => (room.held ? [room.week] : [])));
        for (const { weeks } of strands) {
          expect(weeks).toEqual([...new Set(weeks)].sort((a, b) => a - b));
          for (const week of weeks) expect(held.has(week)).toBe(true);
        }
        expect(strands.length).toBeLessThanOrEqual(new Set(level.placements.map((one) => one.figureId)).size);
        expect(waiting).toBeLessThanOrEqual(level.figures.length);
      }),
    );
  });

  it("puts basics before turns, and of one kind those that begin first on top", () => {
    const level = levelOf(
      [
        figure("Spin", { kind: "turn" }),
        figure("Late", { kind: "basic" }),
        figure("Soon", { kind: "basic" }),
      ],
      [
        ["Spin", 1],
        ["Late", 3],
        ["Soon", 2],
      ],
    );
    const { strands, waiting } = overviewOf({ ...level, figures: [...level.figures, figure("Waits")] });
    expect(strands.map(({ kind, weeks }) => [kind, weeks[0]])).toEqual([
      ["basic", 2],
      ["basic", 3],
      ["turn", 1],
    ]);
    expect(waiting).toBe(1);
  });
});
