import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../testing/runs.ts";
import { type GridPoint, tapTiming, timingInWords } from "./index.ts";

/** Beats of a tempo, counted to eight. */
const beats = (count: number, gap = 500): GridPoint[] =>
  Array.from({ length: count }, (_, at) => ({ at: at * gap, count: String((at % 8) + 1) }));
const meanOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

describe("taps against the beat", () => {
  test("are measured exactly, however late or early as a whole, with beats left out and taps too many", () => {
    const made = fc.record({
      gap: fc.integer({ min: 300, max: 900 }),
      offset: fc.integer({ min: -110, max: 110 }),
      spread: fc.integer({ min: 0, max: 30 }),
      noise: fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 24, maxLength: 64 }),
      left: fc.uniqueArray(fc.nat(23), { maxLength: 4 }),
      more: fc.uniqueArray(fc.nat(22), { maxLength: 3 }),
    });
    fc.assert(
      fc.property(made, ({ gap, offset, spread, noise, left, more }) => {
        const grid = beats(noise.length, gap);
        const offs = noise.map((one) => offset + spread * one);
        const kept = grid.flatMap(({ at }, index) =>
          left.includes(index) ? [] : [{ at: at + (offs[index] ?? 0), index }],
        );
        // In the middle between two beats that were tapped, so that they are meant for none.
        const between = more.filter((one) => !left.includes(one) && !left.includes(one + 1));
        const taps = [...kept.map(({ at }) => at), ...between.map((one) => (one + 0.5) * gap + offset)];
        const found = tapTiming(taps, grid);
        const own = kept.map(({ index }) => offs[index] ?? 0);
        expect(found.missed).toEqual(left.toSorted((a, b) => a - b));
        expect(found.extra).toHaveLength(between.length);
        expect(found.offset).toBeCloseTo(meanOf(own), 6);
        const sd = Math.sqrt(own.reduce((sum, one) => sum + (one - meanOf(own)) ** 2, 0) / (own.length - 1));
        if (found.drift === 0) expect(found.spread).toBeCloseTo(sd, 6);
      }),
      runs(500),
    );
  });

  it("find a drift, and measure the spread round it", () => {
    const grid = beats(64);
    const found = tapTiming(
      grid.map(({ at }, index) => at + 2 * index + (index % 2 === 0 ? 3 : -3)),
      grid,
    );
    expect(Math.abs(found.drift - 240)).toBeLessThan(1);
    expect(found.spread).toBeGreaterThan(2.9);
    expect(found.spread).toBeLessThan(3.2);
    expect(timingInWords(found)).toBe("Mostly 63 ms late. They fall behind by 239 ms in a minute.");
  });

  it("count a finger that bounced once, and the first of two that are as near", () => {
    const grid = beats(4, 1000);
    const found = tapTiming([0, 20, 1000, 2000, 3000], grid);
    expect(found.matched.map(({ tap, point }) => [tap, point])).toEqual([
      [0, 0],
      [2, 1],
      [3, 2],
      [4, 3],
    ]);
    expect(found.extra).toEqual([1]);
    const tie = tapTiming([0, 900, 1100, 2000], beats(3, 1000));
    expect(tie.matched.find(({ point }) => point === 1)?.tap).toBe(1);
    expect(tie.extra).toEqual([2]);
  });

  it("do not mind the order in which taps and beats are given", () => {
    const grid = beats(6);
    const taps = [40, 540, 1030, 1550, 2035, 2545];
    const mixed = tapTiming(taps.toReversed(), grid.toReversed());
    const found = tapTiming(taps, grid);
    expect(mixed.offset).toBeCloseTo(found.offset, 9);
    expect(mixed.missed).toEqual([]);
    expect(mixed.matched.every(({ tap, point }) => tap === point)).toBe(true);
  });

  it("tell each count by itself", () => {
    const grid = beats(32);
    const found = tapTiming(
      grid.map(({ at, count }) => at - 30 - (count === "4" ? 40 : 0)),
      grid,
    );
    expect(found.byCount.map(({ count, taps }) => [count, taps])).toEqual(
      ["1", "2", "3", "4", "5", "6", "7", "8"].map((count) => [count, 4]),
    );
    expect(found.byCount.find(({ count }) => count === "4")?.offset).toBeCloseTo(-70, 6);
    expect(timingInWords(found)).toBe("Mostly 35 ms early, and earlier on 4.");
  });

  it("say what is missing and too much, and that nothing was tapped", () => {
    expect(timingInWords(tapTiming([], beats(4)))).toBe("Nothing was tapped on the beat.");
    expect(tapTiming([], [])).toMatchObject({ offset: 0, spread: 0, drift: 0, missed: [], extra: [] });
    expect(tapTiming([100], [])).toMatchObject({ matched: [], extra: [0] });
    expect(timingInWords(tapTiming([0, 1000, 1250], beats(3)))).toBe(
      "On the beat. 1 beat without a tap. 1 tap too many.",
    );
    const wide = [0, 25, -25, 25, -25, 0].map((off, at) => at * 500 + off);
    expect(timingInWords(tapTiming(wide, beats(6)))).toBe(
      "On the beat. They lie 22 ms to either side of that.",
    );
  });
});
