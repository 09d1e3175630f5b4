import { FIGURE_KINDS } from "@map-step/core/figure";
import { SPECIAL_KINDS } from "@map-step/core/plan";
import { z } from "zod";
import { localDate } from "./common.ts";
import { endpoint } from "./endpoint.ts";
import { LESSON_STATES, RECAP_STATES } from "./lessons.ts";
import { anyOf } from "./things.ts";

/** A week of a level or of one of its sections, from afar. Minutes. */
export const courseWeek = z.object({
  week: z.int(),
  /** The date of its lesson; `null` in a level's own plan. */
  date: localDate.nullable(),
  state: z.enum(LESSON_STATES),
  /** Not held, and not made up for. */
  cancelled: z.boolean(),
  /** What it is for, where that is not teaching as usual. */
  special: z.enum(SPECIAL_KINDS).nullable(),
  recap: z.enum(RECAP_STATES),
  /** Minutes that there are to teach, and that are planned. */
  room: z.int(),
  minutes: z.int(),
  /** The planned minutes by what they are for, in the order of `WORK`. */
  byWork: z.array(z.int()),
  /** How many figures are new. */
  newFigures: z.int(),
  /** How many findings of the plan are about it and lie ahead: those that must be solved, and the others. */
  must: z.int(),
  should: z.int(),
});
/** A week of a level or of one of its sections, from afar. */
export type CourseWeek = z.infer<typeof courseWeek>;

/** A level's own plan or a section of it, as it runs. */
export const course = z.object({
  planId: z.uuid(),
  levelId: z.uuid(),
  sectionId: z.uuid().nullable(),
  weeks: z.array(courseWeek),
  /** The weeks in which each figure of a level's own plan is danced; empty for a section. */
  strands: z.array(z.object({ kind: z.enum(FIGURE_KINDS), weeks: z.array(z.int()) })),
  /** How many chosen figures have no week yet. */
  waiting: z.int(),
  /** What is to be solved in weeks that lie ahead, also that which is about no week. */
  must: z.int(),
  should: z.int(),
  /** The first of it in words. */
  first: z.string().nullable(),
  /** Dancers on the roster today; 0 for a level's own plan. */
  dancers: z.int(),
});
/** A level's own plan or a section of it, as it runs. */
export type Course = z.infer<typeof course>;

/** The endpoint of how the courses run. */
export const coursesApi = {
  /** The levels' own plans and those of their sections. */
  list: endpoint({
    method: "GET",
    path: "/courses",
    access: "read",
    reads: anyOf(
      "dances",
      "figures",
      "levels",
      "sections",
      "enrolments",
      "plans",
      "lessons",
      "recaps",
      "checks",
      "log",
      "evidence",
      "absences",
      "staff",
      "rooms",
      "terms",
      "settings",
    ),
    response: z.array(course),
  }),
};
