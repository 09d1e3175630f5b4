import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import {
  addDays,
  barsPerMinute,
  daysBetween,
  lessonDates,
  nextWeekday,
  phraseFit,
  spokenCount,
  spokenFraction,
  weekdayOf,
} from "./index.ts";

const aDate = fc.integer({ min: 0, max: 60_000 }).map((days) => addDays("2000-01-01", days));

describe("phraseFit", () => {
  it.each([
    [6, 8, { repeats: 4, phrases: 3, beats: 24 }],
    [3, 8, { repeats: 8, phrases: 3, beats: 24 }],
    [8, 8, { repeats: 1, phrases: 1, beats: 8 }],
    [16, 8, { repeats: 1, phrases: 2, beats: 16 }],
    [4.5, 8, { repeats: 16, phrases: 9, beats: 72 }],
  ])("%d beats against phrases of %d", (beats, phrase, fit) => {
    expect(phraseFit(beats, phrase)).toEqual(fit);
  });

  test("repeats and phrases always cover the same beats, and nothing shorter does", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 64 }), fc.integer({ min: 1, max: 64 }), (beats, phrase) => {
        const fit = phraseFit(beats, phrase);
        expect(fit.repeats * beats).toBe(fit.beats);
        expect(fit.phrases * phrase).toBe(fit.beats);
        for (let repeats = 1; repeats < fit.repeats; repeats++)
          expect((repeats * beats) % phrase).not.toBe(0);
      }),
    );
  });

  it("refuses a figure without length", () => {
    expect(() => phraseFit(0, 8)).toThrow(RangeError);
  });
});

describe("counts and fractions as people say them", () => {
  it.each([
    [0, "1"],
    [24, "2"],
    [36, "&"],
    [30, "e"],
    [42, "a"],
    [-12, "&"],
    [4, "1+4/24"],
  ])("tick %d is %s", (tick, spoken) => {
    expect(spokenCount(tick)).toBe(spoken);
  });

  it.each([
    [180, 360, "½"],
    [540, 360, "1½"],
    [270, 360, "¾"],
    [45, 360, "⅛"],
    [360, 360, "1"],
    [120, 360, "1/3"],
    [0, 360, "0"],
  ])("%d of %d is %s", (parts, whole, spoken) => {
    expect(spokenFraction(parts, whole)).toBe(spoken);
  });
});

describe("tempo", () => {
  it("shows bars per minute to one decimal", () => {
    expect(barsPerMinute(90, 3)).toBe(30);
    expect(barsPerMinute(110, 4)).toBe(27.5);
    expect(barsPerMinute(100, 3)).toBe(33.3);
  });
});

describe("calendar", () => {
  it("moves every later lesson by a week for a day off", () => {
    expect(lessonDates("2027-02-01", 4, ["2027-02-15"])).toEqual([
      "2027-02-01",
      "2027-02-08",
      "2027-02-22",
      "2027-03-01",
    ]);
  });

  test("lessons keep their weekday and never fall on a day off", () => {
    fc.assert(
      fc.property(
        aDate,
        fc.integer({ min: 1, max: 26 }),
        fc.array(fc.nat({ max: 30 })),
        (first, weeks, skips) => {
          const off = skips.map((week) => addDays(first, week * 7));
          const dates = lessonDates(first, weeks, off);
          expect(dates).toHaveLength(weeks);
          expect(dates).toEqual([...new Set(dates)].sort());
          for (const date of dates) {
            expect(weekdayOf(date)).toBe(weekdayOf(first));
            expect(off).not.toContain(date);
          }
        },
      ),
    );
  });

  test("the next weekday is at most six days away", () => {
    fc.assert(
      fc.property(aDate, fc.integer({ min: 1, max: 7 }), (date, weekday) => {
        const next = nextWeekday(date, weekday);
        expect(weekdayOf(next)).toBe(weekday);
        expect(daysBetween(date, next)).toBeLessThan(7);
        expect(daysBetween(date, next)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});
