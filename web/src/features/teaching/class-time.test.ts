import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { measuredUntil, secondsLate } from "./use-class-time.ts";

const parts = [{ minutes: 7 }, { minutes: 12 }, { minutes: 5 }];

describe("how late a class is", () => {
  it("is nothing as long as the present part has time left", () => {
    expect(secondsLate(parts, 0, 100, 100)).toBe(0);
    expect(secondsLate(parts, 1, 7 * 60 + 300, 300)).toBe(0);
  });

  it("counts what the present part takes beyond its time, and what those before took or spared", () => {
    expect(secondsLate(parts, 0, 8 * 60, 8 * 60)).toBe(60);
    expect(secondsLate(parts, 1, 10 * 60, 60)).toBe(2 * 60);
    expect(secondsLate(parts, 1, 5 * 60, 0)).toBe(-2 * 60);
  });

  test("grows second by second once the part is over its time", () => {
    fc.assert(
      fc.property(
        fc.nat({ max: 2 }),
        fc.nat({ max: 4000 }),
        fc.nat({ max: 4000 }),
        (index, before, inPart) => {
          const own = (parts[index]?.minutes ?? 0) * 60;
          const now = secondsLate(parts, index, before + inPart, inPart);
          const next = secondsLate(parts, index, before + inPart + 1, inPart + 1);
          expect(next - now).toBe(inPart >= own ? 1 : 0);
        },
      ),
    );
  });
});

describe("the clock of a class", () => {
  const [start, minute] = [1_000_000, 60_000];

  it("stands still from the end that was noted", () => {
    expect(measuredUntil(start + 70 * minute, start, 60, start + 62 * minute)).toBe(start + 62 * minute);
    expect(measuredUntil(start + 61 * minute, start, 60, start + 62 * minute)).toBe(start + 61 * minute);
  });

  it("stands still an hour after the planned end when nobody noted one", () => {
    expect(measuredUntil(start + 119 * minute, start, 60, null)).toBe(start + 119 * minute);
    expect(measuredUntil(start + 3_000 * minute, start, 60, null)).toBe(start + 120 * minute);
  });
});
