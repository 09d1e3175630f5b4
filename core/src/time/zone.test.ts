import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../testing/runs.ts";
import { addDays, clockAt, instantAt } from "./index.ts";

const ZONES = [
  "UTC",
  "Europe/Lisbon",
  "America/St_Johns",
  "Asia/Kolkata",
  "Australia/Lord_Howe",
  "Pacific/Apia",
];
const date = fc.integer({ min: 0, max: 80_000 }).map((days) => addDays("1975-01-01", days));
const two = (value: number) => String(value).padStart(2, "0");
const time = fc.tuple(fc.nat(23), fc.nat(59)).map(([hour, minute]) => `${two(hour)}:${two(minute)}`);

describe("instantAt", () => {
  it("follows the clocks of the zone over the change to summer time and back", () => {
    const at = (day: string) => instantAt(day, "19:30", "Europe/Lisbon").toISOString();
    expect(at("2027-03-27")).toBe("2027-03-27T19:30:00.000Z");
    expect(at("2027-03-28")).toBe("2027-03-28T18:30:00.000Z");
    expect(at("2027-10-30")).toBe("2027-10-30T18:30:00.000Z");
    expect(at("2027-10-31")).toBe("2027-10-31T19:30:00.000Z");
  });

  it("takes a time that is left out by the clocks before, and the first of one that comes twice", () => {
    expect(instantAt("2027-03-28", "01:30", "Europe/Lisbon").toISOString()).toBe("2027-03-28T01:30:00.000Z");
    expect(instantAt("2027-10-31", "01:30", "Europe/Lisbon").toISOString()).toBe("2027-10-31T00:30:00.000Z");
  });

  test("the zone's clock shows what was asked for, or the hour is one that the zone leaves out", () => {
    fc.assert(
      fc.property(date, time, fc.constantFrom(...ZONES), (day, hour, zone) => {
        const instant = instantAt(day, hour, zone);
        const shown = clockAt(instant, zone);
        if (shown.date === day && shown.time === hour) return;
        // Nobody's clock shows a time that was left out: an hour around it none of the instants does.
        for (let minutes = -26 * 60; minutes <= 26 * 60; minutes += 15)
          expect(clockAt(new Date(instant.getTime() + minutes * 60_000), zone)).not.toEqual({
            date: day,
            time: hour,
          });
      }),
      runs(60),
    );
  });
});
