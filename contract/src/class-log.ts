import { LAYERS } from "@map-step/core/figure";
import { COVERED, OUTCOMES, REMARK_KINDS } from "@map-step/core/lesson";
import { z } from "zod";
import { words } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import { LESSON_PATH, ofLesson } from "./lessons.ts";
import { anyOf } from "./things.ts";

const entry = z.object({
  id: z.uuid(),
  after: z.uuid().nullable(),
  /** When it was noted, by the clock of the device. */
  at: z.iso.datetime(),
});
const about = z.uuid();

/** One line of a class log, as a device sends it. */
export const logEntry = z.discriminatedUnion("kind", [
  entry.extend({
    kind: z.literal("mark"),
    target: about,
    value: z.object({ covered: z.enum(COVERED), reached: z.enum(LAYERS).nullable() }).nullable(),
  }),
  entry.extend({
    kind: z.literal("spent"),
    target: about,
    value: z.object({ seconds: z.int().min(0).max(14_400) }).nullable(),
  }),
  entry.extend({
    kind: z.literal("attendance"),
    target: about,
    value: z.object({ present: z.boolean() }).nullable(),
  }),
  entry.extend({
    kind: z.literal("remark"),
    target: about,
    value: z
      .object({ kind: z.enum(REMARK_KINDS), text: words(1000), figureId: z.uuid().nullable() })
      .nullable(),
  }),
  entry.extend({
    kind: z.literal("waited"),
    target: about,
    value: z.object({ times: z.int().min(0).max(200) }).nullable(),
  }),
  entry.extend({
    kind: z.literal("fulfilled"),
    target: about,
    value: z.object({ fulfilled: z.literal(true) }).nullable(),
  }),
  entry.extend({
    kind: z.literal("ended"),
    target: z.literal("class"),
    value: z.object({ ended: z.literal(true) }).nullable(),
  }),
]);

/** An entry as the log keeps it: with who noted it and what became of it. */
export const keptEntry = z.intersection(logEntry, z.object({ by: z.string(), outcome: z.enum(OUTCOMES) }));

/** What became of an entry that was sent. One that cannot be kept is refused with the reason, and nothing else is. */
export const entryAnswer = z.object({
  id: z.string(),
  outcome: z.enum([...OUTCOMES, "refused"]),
  why: z.string().nullable(),
});

/** The log of one class, entry by entry. */
export const classLog = z.object({
  entries: z.array(keptEntry),
  /** How often each student sat out in the lessons before. */
  waitedBefore: z.array(z.object({ studentId: z.uuid(), times: z.int() })),
});

/** What was promised in a class of a section and is not done yet. */
export const openPromise = z.object({
  /** The lesson in which it was promised. */
  week: z.int(),
  /** The remark. */
  id: z.uuid(),
  text: z.string(),
  /** The last entry about whether it was done, to note after; `null` where there is none. */
  after: z.uuid().nullable(),
});
/** What was promised and is not done yet. */
export type OpenPromise = z.infer<typeof openPromise>;

/** An entry as it is sent. */
export type LogEntryRecord = z.infer<typeof logEntry>;
/** An entry as it is kept: with who made it and what became of it. */
export type KeptEntry = z.infer<typeof keptEntry>;
/** The log of one class. */
export type ClassLogRecord = z.infer<typeof classLog>;
/** What became of an entry that was sent. */
export type EntryAnswer = z.infer<typeof entryAnswer>;

/** Endpoints of class logs. */
export const classLogApi = {
  /** What was promised in all lessons of a section, as long as nobody noted that it is done. */
  promises: endpoint({
    method: "GET",
    path: "/sections/:id/promises",
    access: "read",
    reads: { log: ":id", ...anyOf("sections", "staff") },
    params: byId,
    response: z.array(openPromise),
  }),
  read: endpoint({
    method: "GET",
    path: `${LESSON_PATH}/log`,
    access: "read",
    reads: { log: ":sectionId", ...anyOf("staff", "sections") },
    params: ofLesson,
    response: classLog,
  }),
  /**
   * Notes entries in the order given, each judged by itself and answered in its place: one that can't be read or kept
   * is refused and holds no other back. One that was sent before is answered as before and counts once.
   */
  note: endpoint({
    method: "POST",
    path: `${LESSON_PATH}/log`,
    access: "lessons.write",
    changes: { log: ":sectionId", ...anyOf("lessons") },
    judgesText: true,
    params: ofLesson,
    body: z.object({ entries: z.array(z.record(z.string(), z.unknown())).min(1).max(200) }),
    response: classLog.extend({ answers: z.array(entryAnswer) }),
  }),
};
