import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { beatsAfter, clicksBetween, loopPosition } from "./index.ts";

describe("the click track", () => {
  it("counts the music on and strikes the accents", () => {
    const clicks = clicksBetween(6, 11, 8, new Set([1, 5]));
    expect(clicks.map(({ musicCount, accent }) => [musicCount, accent])).toEqual([
      [7, false],
      [8, false],
      [1, true],
      [2, false],
      [3, false],
    ]);
  });

  test("gives each beat once, however the time is cut", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { maxLength: 20 }), (cuts) => {
        const ends = [0, ...[...cuts].sort((a, b) => a - b), 200];
        const beats = ends.slice(1).flatMap((to, index) => clicksBetween(ends[index] ?? 0, to, 8, new Set()));
        expect(beats.map(({ beat }) => beat)).toEqual(Array.from({ length: 200 }, (_, beat) => beat));
      }),
    );
  });
});

describe("a loop", () => {
  it("comes round to its first count", () => {
    const loop = { from: 24, to: 96 };
    expect([0, 1, 2.5, 3, 7].map((beats) => loopPosition(loop, beats) / 24)).toEqual([1, 2, 3.5, 1, 2]);
    expect(beatsAfter(30, 120)).toBe(60);
  });
});
