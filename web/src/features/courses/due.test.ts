import type { Course, CourseWeek } from "@map-step/contract";
import fc from "fast-check";
import { expect, it } from "vitest";
import { dueIn, isOver, nextLesson, notClosed, recapsToWrite } from "./due.ts";
import { courseInWords, howFar, toSolve } from "./words.ts";

const TODAY = "2027-02-16";
const week = (number: number, about: Partial<CourseWeek> = {}): CourseWeek => ({
  week: number,
  date: `2027-02-${String(number * 7).padStart(2, "0")}`,
  state: "planned",
  cancelled: false,
  special: null,
  recap: "none",
  room: 48,
  minutes: 40,
  byWork: [20, 5, 5, 5, 0, 0, 5],
  newFigures: 2,
  must: 0,
  should: 0,
  ...about,
});
const taught = (number: number, recap: CourseWeek["recap"] = "published") =>
  week(number, { state: "taught", recap });
const course = (weeks: CourseWeek[], about: Partial<Course> = {}): Course => ({
  planId: "plan",
  levelId: "level",
  sectionId: "section",
  weeks,
  strands: [],
  waiting: 0,
  must: 0,
  should: 0,
  first: null,
  dancers: 9,
  ...about,
});

it("asks for a class that nobody closed before a recap, and for that before the next lesson", () => {
  const due = (weeks: CourseWeek[]) => {
    const found = dueIn(course(weeks), TODAY);
    return "week" in found ? [found.what, found.week.week] : [found.what];
  };
  expect(due([taught(1), week(2), week(3)])).toEqual(["close", 2]);
  expect(due([taught(1, "draft"), taught(2), week(3)])).toEqual(["recap", 1]);
  expect(due([taught(1), taught(2), week(3)])).toEqual(["teach", 3]);
  expect(due([taught(1), taught(2)])).toEqual(["over"]);
  // Tonight's class is not late before it is over.
  expect(due([taught(1), week(2, { date: TODAY })])).toEqual(["teach", 2]);
  // What was cancelled waits for nobody.
  expect(due([taught(1), week(2, { cancelled: true }), week(3)])).toEqual(["teach", 3]);
});

it("counts every lesson once: taught with a recap, taught without, late, cancelled or ahead", () => {
  const any = fc.record({
    state: fc.constantFrom("planned" as const, "taught" as const),
    cancelled: fc.boolean(),
    recap: fc.constantFrom("none" as const, "draft" as const, "published" as const),
    day: fc.integer({ min: 1, max: 28 }),
  });
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 12 }), (about) => {
      const weeks = about.map(({ day, cancelled, state, recap }, at) =>
        week(at + 1, {
          date: `2027-02-${String(day).padStart(2, "0")}`,
          state,
          recap,
          cancelled: cancelled && state === "planned",
        }),
      );
      const one = course(weeks);
      const ahead = weeks.filter(
        ({ state, cancelled, date }) => state === "planned" && !cancelled && (date ?? "") >= TODAY,
      );
      const done = weeks.filter(({ state, recap }) => state === "taught" && recap === "published");
      const cancelled = weeks.filter((entry) => entry.cancelled);
      expect(
        notClosed(one, TODAY).length +
          recapsToWrite(one).length +
          ahead.length +
          done.length +
          cancelled.length,
      ).toBe(weeks.length);
      expect(isOver(one, TODAY)).toBe(ahead.length === 0);
      expect(nextLesson(one, TODAY)).toBe(ahead[0]);
    }),
  );
});

it("says in words what the drawing shows", () => {
  const one = course([
    taught(1),
    taught(2, "none"),
    week(3, { cancelled: true }),
    week(4, { must: 1, minutes: 60, special: "check" }),
  ]);
  expect(howFar(one)).toBe("2 of 3 taught");
  expect(courseInWords(one, TODAY)).toBe(
    "2 of 3 taught; next 28 Feb, week 4; week 3 cancelled; week 2 without a recap; a check in week 4; week 4 over the minutes; something to solve in week 4",
  );
  expect(courseInWords(course([week(1, { date: null })], { sectionId: null }), TODAY)).toBe("1 week");
  expect([toSolve({ must: 1, should: 2 }), toSolve({ must: 0, should: 0 })]).toEqual(["3 to solve", ""]);
});
