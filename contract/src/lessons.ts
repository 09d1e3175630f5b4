import { LAYERS } from "@map-step/core/figure";
import { COVERED, SEGMENT_KINDS } from "@map-step/core/lesson";
import { WORK } from "@map-step/core/plan";
import { z } from "zod";
import { localDate, phrases, version, wholeNumber, words } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** Whether a lesson lies ahead or was taught. */
export const LESSON_STATES = ["planned", "taught"] as const;
/** How far a lesson's recap is. */
export const RECAP_STATES = ["none", "draft", "published"] as const;

/** A lesson as a list shows it. */
export const lessonSummary = z.object({
  sectionId: z.uuid(),
  week: z.int(),
  date: localDate,
  state: z.enum(LESSON_STATES),
  /** Not held, and not made up for. */
  cancelled: z.boolean(),
  recap: z.enum(RECAP_STATES),
  newFigures: z.array(z.object({ id: z.uuid(), name: z.string() })),
});

/** A part of a lesson as it is written. */
export const segmentContent = z.object({
  id: z.uuid(),
  kind: z.enum(SEGMENT_KINDS),
  /** Also the names of two figures, which the product puts together. */
  title: words(200),
  figureId: z.uuid().nullable(),
  withIds: z.array(z.uuid()).max(80).default([]),
  /** The sequence that is taught here, or a part of it. */
  sequenceId: z.uuid().nullable().default(null),
  layers: z.array(z.object({ layer: z.enum(WORK), minutes: wholeNumber(1, 240) })).max(12),
  minutes: wholeNumber(1, 240),
  locked: z.boolean().default(false),
  cautions: phrases.default([]),
});

/** A part with the last word of the class log on it. */
export const segment = segmentContent.extend({
  covered: z.enum(COVERED).nullable(),
  reached: z.enum(LAYERS).nullable(),
});

/** A lesson with its running order. */
export const lesson = z.object({
  /** `null` while nothing was ever kept of it. */
  id: z.uuid().nullable(),
  sectionId: z.uuid(),
  week: z.int(),
  date: localDate,
  /** From beginning to end, without those it was shortened by. */
  lessonMinutes: z.int(),
  /** Minutes that it is shorter than its plan says. */
  shortBy: z.int(),
  state: z.enum(LESSON_STATES),
  /** 0 while nothing has ever been kept of it. */
  version,
  /** Whether the plan makes the running order, because none of its own is kept. */
  followsPlan: z.boolean(),
  segments: z.array(segment),
  /** What the lesson before left that this kept running order does not hold yet. */
  toCarry: z.array(segmentContent),
});

/** A lesson in an address: its section and its week, from 1. */
export const ofLesson = z.object({ sectionId: z.uuid(), week: z.coerce.number().int().min(1).max(26) });
/** A running order as it is changed, with the version that was seen. */
export const lessonChange = z.object({
  version,
  /** Left out, it stays as it is. */
  shortBy: wholeNumber(0, 239).optional(),
  segments: z
    .array(segmentContent)
    .min(1, "A lesson has at least one part")
    .max(240, "At most 240 parts")
    .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, "A part stands here twice"),
});

/** A lesson as a list shows it. */
export type LessonSummary = z.infer<typeof lessonSummary>;
/** A lesson with its running order. */
export type Lesson = z.infer<typeof lesson>;
/** A part of a lesson with what became of it. */
export type LessonSegment = z.infer<typeof segment>;
/** A part of a lesson as it is written. */
export type SegmentContent = z.infer<typeof segmentContent>;
/** A running order as it is changed. */
export type LessonChange = z.infer<typeof lessonChange>;

/** Where everything of one lesson lies. */
export const LESSON_PATH = "/sections/:sectionId/lessons/:week";

/** What a lesson that follows its plan is put together from. */
const AROUND_A_LESSON = anyOf(
  "dances",
  "figures",
  "approaches",
  "lessonTemplates",
  "levels",
  "sections",
  "enrolments",
  "plans",
  "lessons",
  "recaps",
  "checks",
  "sequences",
  "rooms",
  "terms",
  "absences",
  "staff",
  "settings",
  "log",
);

/** Endpoints of lessons. */
export const lessonsApi = {
  list: endpoint({
    method: "GET",
    path: "/sections/:id/lessons",
    access: "read",
    reads: AROUND_A_LESSON,
    params: byId,
    response: z.array(lessonSummary),
  }),
  read: endpoint({
    method: "GET",
    path: LESSON_PATH,
    access: "read",
    reads: AROUND_A_LESSON,
    params: ofLesson,
    response: lesson,
  }),
  change: endpoint({
    method: "PUT",
    path: LESSON_PATH,
    access: "lessons.write",
    changes: anyOf("lessons"),
    params: ofLesson,
    body: lessonChange,
    response: lesson,
  }),
  /** Lets the plan lead again: forgets the kept running order of a lesson of which nothing was noted. */
  rebuild: endpoint({
    method: "POST",
    path: `${LESSON_PATH}/rebuild`,
    access: "lessons.write",
    changes: anyOf("lessons"),
    params: ofLesson,
    body: z.object({ version }),
    response: lesson,
  }),
};
