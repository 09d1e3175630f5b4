import fc from "fast-check";
import { afterEach, describe, expect, it } from "vitest";
import { clockAfter, dayAndMonth, longDay, momentOf, shortDay, timeText } from "./dates.ts";
import { areaShown, areaText, areaTyped, floorText, lengthText } from "./lengths.ts";
import { studioLocaleFormat, writeAs } from "./locale-format.ts";

const usual = studioLocaleFormat();
afterEach(() => writeAs(usual));

describe("how a studio writes", () => {
  it("begins with the day, the whole clock and metres", () => {
    expect([shortDay("2027-02-22"), timeText("19:30"), lengthText(2.44), floorText(3, 2.2)]).toEqual([
      "Mon 22 Feb",
      "19:30",
      "2.4 m",
      "3 × 2.2 m",
    ]);
  });

  it("writes the month first, half the clock and feet where the studio does", () => {
    writeAs({ dates: "month-first", clock: "12", lengths: "feet" });
    expect([shortDay("2027-02-22"), dayAndMonth("2027-02-22"), longDay("2027-02-22")]).toEqual([
      "Mon, Feb 22",
      "Feb 22",
      "Monday, February 22, 2027",
    ]);
    expect(["00:05", "11:59", "12:00", "19:30"].map(timeText)).toEqual([
      "12:05 am",
      "11:59 am",
      "12:00 pm",
      "7:30 pm",
    ]);
    expect([clockAfter("23:50", 20), momentOf("2027-02-22T19:30:00Z")]).toEqual([
      "12:10 am",
      "Mon, Feb 22, 7:30 pm",
    ]);
    expect([lengthText(0.3048), floorText(3.048, 6.096), areaText(3)]).toEqual([
      "1 ft",
      "10 × 20 ft",
      "32 sq ft",
    ]);
  });

  it("reads an area as it was typed", () => {
    for (const lengths of ["metres", "feet"] as const) {
      writeAs({ ...usual, lengths });
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 500 }), (typed) => {
          expect(areaShown(areaTyped(typed))).toBe(typed);
        }),
      );
    }
  });
});
