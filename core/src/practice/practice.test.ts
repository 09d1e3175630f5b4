import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { parseFigure, stepsOf, writtenRoles } from "../notation/index.ts";
import { climb, LADDER, type LadderState, tapGrid, tapsDue, tapTiming, withinBounds } from "./index.ts";

const WALK = parseFigure(
  "leader\n1 L forward\n2 R forward\n& L close\n3 R forward\n4 L tap\nfollower\n1 R back\n3 L back\nbeats 4",
).figure;

describe("what is to be tapped", () => {
  it("are the steps of a role, taps of the foot left out, or the beats of chosen counts", () => {
    expect(tapsDue(WALK, { steps: "leader" })).toEqual([0, 24, 36, 48]);
    expect(tapsDue(WALK, { steps: "follower" })).toEqual([0, 48]);
    expect(tapsDue(WALK, { steps: "solo" })).toEqual([0, 24, 36, 48]);
    expect(tapsDue(WALK, { counts: new Set([2, 4, 9]) })).toEqual([24, 72]);
  });

  test("every round of the grid lies exactly one length after the one before, at any tempo", () => {
    fc.assert(
      fc.property(
        anyFigure,
        fc.integer({ min: 30, max: 300 }),
        fc.integer({ min: 1, max: 5 }),
        (figure, bpm, rounds) => {
          const [role] = writtenRoles(figure);
          const due = tapsDue(figure, { steps: role ?? "leader" });
          const grid = tapGrid(due, figure.length, bpm, 1000, rounds);
          expect(grid).toHaveLength(due.length * rounds);
          const round = ((figure.length / 24) * 60_000) / bpm;
          grid.slice(due.length).forEach(({ at, count }, index) => {
            expect(at - (grid[index]?.at ?? 0)).toBeCloseTo(round, 6);
            expect(count).toBe(grid[index]?.count);
          });
          // Taps that keep to the grid are on the beat, whatever it is.
          if (due.length === 0) return;
          const exact = tapTiming(
            grid.map(({ at }) => at),
            grid,
          );
          expect([exact.offset, exact.missed, exact.extra]).toEqual([0, [], []]);
        },
      ),
      runs(60),
    );
  });

  it("a follower who is derived is tapped as well", () => {
    const figure = parseFigure("leader\n1 L side\n2 R close\nfollower opposite").figure;
    expect(tapsDue(figure, { steps: "follower" })).toEqual(
      stepsOf(figure, "leader").map(({ onset }) => onset),
    );
  });
});

describe("the ladder", () => {
  const bounds = { ...LADDER, most: 112 };
  const climbed = (rounds: readonly boolean[]): LadderState =>
    rounds.reduce<LadderState>((rung, isWithin) => climb(rung, isWithin, bounds), { bpm: 100, inARow: 0 });

  it("rises after three rounds in a row within bounds, and never beyond the last rung", () => {
    expect(climbed([true, true, false, true, true])).toEqual({ bpm: 100, inARow: 2 });
    expect(climbed([true, true, true])).toEqual({ bpm: 104, inARow: 0 });
    expect(climbed(Array(30).fill(true)).bpm).toBe(112);
  });

  it("wants nothing missed, nothing too much, and the taps close to the beat and together", () => {
    const grid = tapGrid([0, 24, 48, 72], 96, 120, 0, 2);
    const taps = (off: (index: number) => number) => grid.map(({ at }, index) => at + off(index));
    const isWithin = (list: readonly number[]) => withinBounds(tapTiming(list, grid), bounds);
    expect(isWithin(taps(() => 20))).toBe(true);
    expect(isWithin(taps(() => 60))).toBe(false);
    expect(isWithin(taps((index) => (index % 2 === 0 ? 70 : -70)))).toBe(false);
    expect(isWithin(taps(() => 0).slice(1))).toBe(false);
    expect(isWithin([...taps(() => 0), 250])).toBe(false);
    expect(isWithin([])).toBe(false);
  });
});
