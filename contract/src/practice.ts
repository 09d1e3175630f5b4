import { z } from "zod";
import { byId, endpoint } from "./endpoint.ts";
import { anyOf } from "./things.ts";

const milliseconds = z.number().min(-2000).max(2000);
const few = z.int().min(0).max(10_000);

/** What taps against the beat came to. Milliseconds, late above 0. */
export const practiceMeasure = z.object({
  bpm: z.number().min(20).max(400),
  /** Taps that belong to a beat, beats without a tap, taps too many. */
  taps: few,
  missed: few,
  extra: few,
  offset: milliseconds,
  spread: z.number().min(0).max(2000),
  byCount: z.array(z.object({ count: z.string().min(1).max(8), offset: milliseconds, taps: few })).max(256),
});

/** What taps against the beat came to. */
export type PracticeMeasure = z.infer<typeof practiceMeasure>;

const toKeep = z.object({
  id: z.uuid(),
  /** What was practised: one of the two. */
  figureId: z.uuid().nullable(),
  sequenceId: z.uuid().nullable(),
  measure: practiceMeasure,
});
/** A measurement that a teacher keeps of a student, with an id of the device's own: sent twice, it is kept once. */
export const practiceToKeep = toKeep.refine(
  ({ figureId, sequenceId }) => (figureId === null) !== (sequenceId === null),
  { path: ["figureId"], message: "A figure or a sequence, one of the two" },
);

/** A measurement that a teacher keeps of a student. */
export type PracticeToKeep = z.infer<typeof practiceToKeep>;

/** A measurement that is kept. */
export const keptPractice = toKeep.extend({
  /** What the figure or sequence is called. */
  name: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
});

/** A measurement that is kept. */
export type KeptPractice = z.infer<typeof keptPractice>;

const byKept = z.object({ id: z.uuid(), keptId: z.uuid() });

/** Endpoints of what students' taps came to. */
export const practiceApi = {
  /** Newest first, at most a hundred. */
  list: endpoint({
    method: "GET",
    path: "/students/:id/practice",
    access: "read",
    reads: anyOf("practice", "figures", "sequences", "staff"),
    params: byId,
    response: z.array(keptPractice),
  }),
  keep: endpoint({
    method: "POST",
    path: "/students/:id/practice",
    access: "checks.write",
    changes: anyOf("practice", "evidence"),
    params: byId,
    body: practiceToKeep,
    response: keptPractice,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/students/:id/practice/:keptId",
    access: "checks.write",
    changes: anyOf("practice", "evidence"),
    params: byKept,
    response: z.object({}),
  }),
};
