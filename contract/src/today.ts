import { z } from "zod";
import { localDate } from "./common.ts";
import { course } from "./courses.ts";
import { endpoint } from "./endpoint.ts";
import { lessonSummary } from "./lessons.ts";
import { EVERYTHING } from "./things.ts";

const sectionLine = z.object({
  sectionName: z.string(),
  levelName: z.string(),
  startTime: z.string(),
  room: z.string(),
});

/** What is on for a person, and what waits. */
export const today = z.object({
  today: localDate,
  /** The next lesson of each section that is mine, soonest first. */
  lessons: z.array(
    lessonSummary
      .extend(sectionLine.shape)
      .extend({ teachers: z.array(z.string()), carried: z.array(z.string()) }),
  ),
  /** How the sections of those lessons run, in the same order. */
  courses: z.array(course),
  /** Lessons of mine whose evening is over and which nobody closed, oldest first. */
  unfinished: z.array(lessonSummary.extend(sectionLine.shape)),
  /** How many more there are than those listed here. */
  more: z.object({ lessons: z.int(), unfinished: z.int(), recaps: z.int(), plans: z.int() }),
  /** Taught lessons of mine without a published recap, oldest first. */
  recaps: z.array(lessonSummary.extend(sectionLine.shape)),
  /** Plans with something to solve, for those who may change them. */
  plans: z.array(
    z.object({
      planId: z.uuid(),
      levelId: z.uuid(),
      sectionId: z.uuid().nullable(),
      title: z.string(),
      must: z.int(),
      should: z.int(),
      first: z.string(),
    }),
  ),
});
/** What is on for a person, and what waits. */
export type Today = z.infer<typeof today>;

/** The endpoint of the first page. */
export const todayApi = {
  read: endpoint({ method: "GET", path: "/today", access: "read", reads: EVERYTHING, response: today }),
};
