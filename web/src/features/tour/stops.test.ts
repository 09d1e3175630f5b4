import type { Course, CourseWeek, Section } from "@map-step/contract";
import { expect, it } from "vitest";
import { stopsOf } from "./stops.ts";

const TODAY = "2027-02-16";
const section = (id: string) => ({ id, levelId: `level-${id}` }) as Section;
const week = (number: number, about: Partial<CourseWeek> = {}) =>
  ({
    week: number,
    date: `2027-02-${String(number * 7).padStart(2, "0")}`,
    state: "planned",
    cancelled: false,
    recap: "none",
    ...about,
  }) as CourseWeek;
const course = (sectionId: string, weeks: CourseWeek[], about: Partial<Course> = {}) =>
  ({ sectionId, weeks, must: 0, should: 0, ...about }) as Course;
const names = (sections: Section[], courses: Course[]) =>
  stopsOf(sections, courses, TODAY).map(({ name }) => name);

it("goes through a term in the order of the job, to where there is something to see", () => {
  const done = { state: "taught" as const, recap: "published" as const };
  const sections = [section("a"), section("b")];
  const courses = [
    course("a", [week(1, done), week(2, done), week(3)]),
    course("b", [week(1, { state: "taught" }), week(3)], { must: 1, should: 1 }),
  ];
  const stops = stopsOf(sections, courses, TODAY);
  expect(stops.map(({ name }) => name)).toEqual([
    "Today",
    "The week plan",
    "A lesson",
    "In the room",
    "A recap",
    "Who can dance what",
    "The step map",
    "The timetable",
  ]);
  expect(stops.map(({ to }) => to)).toEqual([
    "/",
    "/levels/level-b/sections/b",
    "/lessons/b/3",
    "/teach/b/3",
    "/recaps/b/1",
    "/checks/a",
    "/step-map",
    "/timetable",
  ]);
  expect(stops[1]?.look).toContain("2 things are to be solved");
});

it("leaves out what the studio has nothing for", () => {
  expect(names([], [])).toEqual(["Today", "The step map", "The timetable"]);
  expect(names([section("a")], [course("a", [week(3), week(4)])])).toEqual([
    "Today",
    "The step map",
    "The timetable",
  ]);
});
