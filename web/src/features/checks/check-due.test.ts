import type { Course } from "@map-step/contract";
import fc from "fast-check";
import { expect, it } from "vitest";
import { checkDue, checkInWords } from "./check-due.ts";

const TODAY = "2027-02-16";
type Week = Course["weeks"][number];
const week = (number: number, date: string | null, about: Partial<Week> = {}): Week => ({
  week: number,
  date,
  state: "planned",
  cancelled: false,
  special: "check",
  recap: "none",
  room: 48,
  minutes: 40,
  byWork: [],
  newFigures: 0,
  must: 0,
  should: 0,
  ...about,
});
const check = (id: string, heldOn: string, marks = 0) => ({ id, heldOn, marks });

it("asks first for a check that went by without a mark, then for the next", () => {
  const weeks = [week(4, "2027-02-09"), week(8, "2027-03-09")];
  const said = (checks: ReturnType<typeof check>[]) => {
    const due = checkDue({ weeks }, checks, TODAY);
    return due && checkInWords(due);
  };
  expect(said([])).toBe("week 4, 9 Feb, went by and nobody was marked");
  expect(said([check("a", "2027-02-09")])).toBe("week 4, 9 Feb, went by and nobody was marked");
  expect(said([check("a", "2027-02-09", 12)])).toBe("week 8, 9 Mar, not begun yet");
  // It was held later than planned.
  expect(said([check("a", "2027-02-12", 3)])).toBe("week 8, 9 Mar, not begun yet");
  expect(said([check("a", "2027-02-09", 12), check("b", "2027-03-09")])).toBe("week 8, 9 Mar, begun");
  // One was begun on a day of its own.
  expect(said([check("a", "2027-02-09", 12), check("b", "2027-02-20")])).toBe("20 Feb, begun");
});

it("asks for nothing where no check is planned, or its lesson is cancelled or without a date", () => {
  const none = [week(4, "2027-02-09", { special: "routine" }), week(5, "2027-02-16", { cancelled: true })];
  expect(checkDue({ weeks: [...none, week(6, null)] }, [], TODAY)).toBeNull();
});

it("is late only before today and next only from today on, and never forgets a planned one ahead", () => {
  const day = fc.integer({ min: 1, max: 28 }).map((number) => `2027-02-${String(number).padStart(2, "0")}`);
  fc.assert(
    fc.property(
      fc.uniqueArray(day, { maxLength: 5 }),
      fc.uniqueArray(fc.record({ heldOn: day, marks: fc.nat({ max: 2 }) }), {
        maxLength: 4,
        selector: ({ heldOn }) => heldOn,
      }),
      (dates, held) => {
        const weeks = dates.toSorted().map((date, at) => week(at + 1, date));
        const checks = held.map(({ heldOn, marks }) => check(heldOn, heldOn, marks));
        const due = checkDue({ weeks }, checks, TODAY);
        const ahead = [...dates, ...held.map(({ heldOn }) => heldOn)].filter((date) => date >= TODAY);
        if (due === null) expect(ahead).toEqual([]);
        else if (due.state === "late") {
          expect(due.date < TODAY).toBe(true);
          expect(held.some(({ heldOn, marks }) => heldOn >= due.date && marks > 0)).toBe(false);
        } else expect(due.date).toBe(ahead.toSorted()[0]);
      },
    ),
  );
});
