import { MARKS, SEEN_IN } from "@map-step/core/check";
import { LAYERS } from "@map-step/core/figure";
import { z } from "zod";
import { localDate, words } from "./common.ts";
import { STUDENT_ROLES } from "./students.ts";

const ownEntry = z.object({
  /** Made on the device, so that it counts once however often it is sent. */
  id: z.uuid(),
  /** When it was noted, by the clock of the device. */
  at: z.iso.datetime(),
  figureId: z.uuid(),
  /** The entry that it corrects or takes back. */
  corrects: z.uuid().nullable(),
  checkId: z.uuid().nullable(),
});
/** One thing seen, or noted about a figure, as a device sends it. */
export const seenEntry = z
  .discriminatedUnion("kind", [
    ownEntry.extend({
      kind: z.literal("seen"),
      studentId: z.uuid(),
      role: z.enum(STUDENT_ROLES),
      layer: z.enum(LAYERS),
      /** `null` takes back what it corrects. */
      mark: z.enum(MARKS).nullable(),
      seenOn: localDate,
    }),
    ownEntry.extend({
      kind: z.literal("note"),
      /** About the figure, not about a person; `null` takes back what it corrects. */
      text: words(500).nullable(),
    }),
  ])
  .refine(
    (entry) => entry.corrects !== null || (entry.kind === "seen" ? entry.mark !== null : entry.text !== null),
    { path: ["corrects"], message: "Something that is taken back names what it takes back" },
  );
/** One thing seen, or noted about a figure, as a device sends it. */
export type SeenEntry = z.infer<typeof seenEntry>;

/** One thing seen of a student, as it is kept. */
export const keptEvidence = z.object({
  id: z.uuid(),
  /** The person, once, under whatever name it was seen. */
  studentId: z.uuid(),
  role: z.enum(STUDENT_ROLES),
  figureId: z.uuid(),
  layer: z.enum(LAYERS),
  mark: z.enum(MARKS).nullable(),
  markerId: z.uuid(),
  at: localDate,
  where: z.enum(SEEN_IN),
  offset: z.number().nullable(),
  corrects: z.uuid().nullable(),
  checkId: z.uuid().nullable(),
});
/** One thing seen of a student, as it is kept. */
export type KeptEvidence = z.infer<typeof keptEvidence>;

/** A note about a figure, made in a check. */
export const keptNote = z.object({
  id: z.uuid(),
  checkId: z.uuid(),
  figureId: z.uuid(),
  text: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
});
/** A note about a figure, made in a check. */
export type KeptNote = z.infer<typeof keptNote>;

/** What became of an entry that was sent. One that cannot be kept is refused with the reason, and nothing else is. */
export const seenAnswer = z.object({
  id: z.string(),
  outcome: z.enum(["kept", "refused"]),
  why: z.string().nullable(),
});

/** Everything seen of the people of a section, in this course and before. */
export const sectionEvidence = z.object({
  evidence: z.array(keptEvidence),
  notes: z.array(keptNote),
});
/** Everything seen of the people of a section. */
export type SectionEvidence = z.infer<typeof sectionEvidence>;
