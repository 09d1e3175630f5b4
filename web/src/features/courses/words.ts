import type { Course, CourseWeek } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { dayAndMonth } from "../../kit/dates.ts";
import { nextLesson, notClosed, recapsToWrite } from "./due.ts";

/** `2 to solve`, where there is something; what must be solved is told apart by the sign beside it. */
export const toSolve = ({ must, should }: Pick<Course, "must" | "should">): string =>
  must + should === 0 ? "" : `${must + should} to solve`;

/** `week 3`, `weeks 3 and 4` */
const weeksIn = (weeks: readonly CourseWeek[]): string => {
  const numbers = weeks.map(({ week }) => String(week));
  const last = numbers.pop() ?? "";
  return numbers.length === 0 ? `week ${last}` : `weeks ${numbers.join(", ")} and ${last}`;
};

/** How far a section is: `2 of 8 taught`. */
export function howFar({ weeks }: Pick<Course, "weeks">): string {
  const held = weeks.filter(({ cancelled }) => !cancelled);
  return `${held.filter(({ state }) => state === "taught").length} of ${held.length} taught`;
}

/** All that the drawing of a course shows, for who cannot see it. */
export function courseInWords(course: Course, today: string): string {
  const { weeks, sectionId } = course;
  const over = weeks.filter(({ minutes, room, cancelled }) => !cancelled && minutes > room);
  const cancelled = weeks.filter((week) => week.cancelled);
  const late = notClosed(course, today);
  const unwritten = recapsToWrite(course);
  const next = sectionId === null ? undefined : nextLesson(course, today);
  const checks = weeks.filter(({ special, cancelled: off }) => special === "check" && !off);
  const solve = weeks.filter(({ must, should }) => must + should > 0);
  return [
    sectionId === null ? counted(weeks.length, "week") : howFar(course),
    ...(next ? [`next ${dayAndMonth(next.date ?? "")}, week ${next.week}`] : []),
    ...(cancelled.length > 0 ? [`${weeksIn(cancelled)} cancelled`] : []),
    ...(late.length > 0 ? [`${weeksIn(late)} to close`] : []),
    ...(unwritten.length > 0 ? [`${weeksIn(unwritten)} without a recap`] : []),
    ...(checks.length > 0 ? [`a check in ${weeksIn(checks)}`] : []),
    ...(over.length > 0 ? [`${weeksIn(over)} over the minutes`] : []),
    ...(solve.length > 0 ? [`something to solve in ${weeksIn(solve)}`] : []),
  ].join("; ");
}
