import type { Course, CourseWeek } from "@map-step/contract";

type Due =
  /** A class whose evening is over and which nobody closed. */
  | { readonly what: "close"; readonly week: CourseWeek }
  | { readonly what: "recap"; readonly week: CourseWeek }
  | { readonly what: "teach"; readonly week: CourseWeek }
  | { readonly what: "over" };

const isHeld = ({ cancelled }: CourseWeek) => !cancelled;

/** The lesson of a section that comes next, today's included; nothing once all are over. */
export const nextLesson = ({ weeks }: Pick<Course, "weeks">, today: string): CourseWeek | undefined =>
  weeks.find((week) => isHeld(week) && week.state === "planned" && (week.date ?? "") >= today);

/** Lessons of a section whose evening is over and of which nobody noted what was covered. */
export const notClosed = ({ weeks }: Pick<Course, "weeks">, today: string): CourseWeek[] =>
  weeks.filter((week) => isHeld(week) && week.state === "planned" && week.date !== null && week.date < today);

/** Taught lessons of a section without a published recap. */
export const recapsToWrite = ({ weeks }: Pick<Course, "weeks">): CourseWeek[] =>
  weeks.filter(({ state, recap }) => state === "taught" && recap !== "published");

/** What a section waits for first: what is late before what is next. */
export function dueIn(course: Pick<Course, "weeks">, today: string): Due {
  const [late] = notClosed(course, today);
  if (late) return { what: "close", week: late };
  const [unwritten] = recapsToWrite(course);
  if (unwritten) return { what: "recap", week: unwritten };
  const next = nextLesson(course, today);
  return next ? { what: "teach", week: next } : { what: "over" };
}

/** Whether a section has nothing before it any more. */
export const isOver = (course: Pick<Course, "weeks">, today: string): boolean =>
  nextLesson(course, today) === undefined;
