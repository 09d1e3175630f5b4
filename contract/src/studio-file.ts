import { OUTCOMES } from "@map-step/core/lesson";
import { z } from "zod";
import { approachContent } from "./approaches.ts";
import { checkContent, ruleContent } from "./checks.ts";
import { logEntry } from "./class-log.ts";
import { commentContent } from "./comments.ts";
import { localDate, wholeNumber, words } from "./common.ts";
import { danceContent, tempiInOrder } from "./dances.ts";
import { endpoint } from "./endpoint.ts";
import { keptEvidence } from "./evidence.ts";
import { figureContent } from "./figures.ts";
import { groupPlanContent } from "./groups.ts";
import { lessonTemplateContent } from "./lesson-templates.ts";
import { LESSON_STATES, segment } from "./lessons.ts";
import { leavesRoom, levelContent } from "./levels.ts";
import { STAFF_ROLES } from "./permissions.ts";
import { planContent, planDraftContent, planParts } from "./plans.ts";
import { practiceMeasure } from "./practice.ts";
import { PROPOSAL_STATES, PROPOSED } from "./proposals.ts";
import { recapDocument } from "./recaps.ts";
import { sectionContent, standIn } from "./sections.ts";
import { sequenceContent } from "./sequences.ts";
import { email } from "./session.ts";
import { settingsContent } from "./settings.ts";
import { enrolmentContent, studentContent } from "./students.ts";
import { EVERYTHING } from "./things.ts";
import { absence, inOrder, roomContent, term } from "./timetable.ts";

/** Says in a file that it holds a whole studio. */
export const STUDIO_FILE_FORMAT = "map-step/studio";

/** The version in which files are written; those of earlier ones are read as well. */
export const STUDIO_FILE_VERSION = 6;

/** The largest file of a studio that is read, in bytes. */
export const MOST_STUDIO_BYTES = 64 * 2 ** 20;

/** Microseconds are kept as the database has them. */
const moment = z.iso.datetime();
const someone = z.uuid().nullable();
const id = z.uuid();
/** How often something was edited, from 1. */
const edits = wholeNumber(1, 2_000_000_000);
const kept = { id, version: edits, createdAt: moment, updatedAt: moment };
const signed = { ...kept, changedBy: someone };
const removable = { deletedAt: moment.nullable(), deletedBy: someone };

const entryOfLog = z.intersection(
  logEntry,
  z.object({ staffId: id, outcome: z.enum(OUTCOMES), createdAt: moment }),
);
const secret = z.string().regex(/^[\w-]{20,60}$/, "The last part of a public address");

/**
 * Everything that a studio keeps, sort by sort, in the order in which it can be taken in: nothing names what comes
 * after it. What was removed is there as well, so that it can still be brought back.
 */
export const STUDIO_LISTS = {
  staff: z.strictObject({
    ...signed,
    name: words(80),
    email,
    role: z.enum(STAFF_ROLES),
    active: z.boolean(),
  }),
  rooms: z.strictObject({ ...signed, ...removable, ...roomContent.shape }),
  terms: inOrder(
    z.strictObject({ ...signed, ...removable, ...term.omit({ id: true, version: true }).shape }),
  ),
  absences: z.strictObject({
    ...signed,
    ...removable,
    ...absence.omit({ id: true, version: true }).shape,
  }),
  dances: tempiInOrder(z.strictObject({ ...signed, ...danceContent.shape })),
  figures: z.strictObject({ ...signed, ...removable, ...figureContent.shape }),
  approaches: z.strictObject({ ...signed, ...removable, ...approachContent.shape }),
  lessonTemplates: z.strictObject({ ...kept, ...removable, ...lessonTemplateContent.shape }),
  levels: leavesRoom(z.strictObject({ ...signed, ...removable, ...levelContent.shape })),
  sequences: z.strictObject({
    ...signed,
    ...removable,
    ...sequenceContent.shape,
    /** The last part of its public address, which stays the same. */
    secret: secret.nullable(),
    versions: z.array(
      z.strictObject({ id, number: edits, content: sequenceContent, staffId: id, createdAt: moment }),
    ),
  }),
  readinessRules: z.strictObject({ ...signed, levelId: id, ...ruleContent.shape }),
  sections: z.strictObject({
    ...signed,
    ...removable,
    ...sectionContent.shape,
    /** Who stepped in for its teachers. */
    substituteIds: z.array(id),
    standIns: z.array(standIn),
  }),
  checks: z.strictObject({
    ...signed,
    ...checkContent.shape,
    sectionId: id,
    staffId: id,
    /** What was noted about figures, in the order in which it was kept. */
    notes: z.array(
      z.strictObject({
        id,
        figureId: id,
        text: words(500).nullable(),
        corrects: id.nullable(),
        notedAt: moment,
        staffId: id,
        createdAt: moment,
      }),
    ),
  }),
  students: z.strictObject({
    ...signed,
    ...studentContent.shape,
    /** Who this one is as well, where one person was written twice. */
    sameAs: id.nullable(),
    /** What their taps came to, as their teachers kept it. */
    practice: z.array(
      z.strictObject({
        id,
        figureId: id.nullable(),
        sequenceId: id.nullable(),
        measure: practiceMeasure,
        staffId: id,
        createdAt: moment,
      }),
    ),
    /** Everything seen of them, in the order in which it was kept. */
    evidence: z.array(
      z.strictObject({
        ...keptEvidence.pick({
          id: true,
          role: true,
          figureId: true,
          layer: true,
          mark: true,
          corrects: true,
          checkId: true,
        }).shape,
        sectionId: id,
        place: z.enum(["check", "class"]),
        seenOn: localDate,
        notedAt: moment,
        staffId: id,
        createdAt: moment,
      }),
    ),
  }),
  enrolments: z.strictObject({
    ...signed,
    ...removable,
    sectionId: id,
    studentId: id,
    role: enrolmentContent.shape.role,
    fromDate: localDate,
    untilDate: localDate.nullable(),
    waiting: z.boolean(),
    batchId: id.nullable(),
    /** Of which classes what was noted is open to those who teach this one; of all where it is not said. */
    opened: z.array(id).max(500).nullable().default(null),
  }),
  groupPlans: z.strictObject({ ...signed, levelId: id, ...groupPlanContent.shape }),
  plans: z.strictObject({
    ...signed,
    levelId: id,
    sectionId: someone,
    agreed: planParts.nullable(),
    ...planContent.shape,
  }),
  planDrafts: z.strictObject({ ...kept, ...removable, planId: id, ...planDraftContent.shape }),
  lessons: z.strictObject({
    ...signed,
    sectionId: id,
    week: wholeNumber(1, 26),
    state: z.enum(LESSON_STATES),
    shortBy: wholeNumber(0, 239),
    followsPlan: z.boolean(),
    segments: z.array(z.strictObject(segment.shape)),
    /** The class log, in the order in which it was kept. */
    log: z.array(entryOfLog),
  }),
  recaps: z
    .strictObject({
      ...signed,
      lessonId: id,
      title: words(200),
      document: recapDocument,
      /** The last part of its public address, which stays the same. */
      secret: secret.nullable(),
      publishedTitle: words(200).nullable(),
      publishedDocument: recapDocument.nullable(),
      publishedAt: moment.nullable(),
      versions: z.array(
        z.strictObject({
          id,
          number: edits,
          title: words(200),
          document: recapDocument,
          staffId: id,
          createdAt: moment,
        }),
      ),
    })
    .refine(
      ({ secret: address, publishedTitle, publishedDocument }) =>
        (address === null) === (publishedTitle === null) &&
        (address === null) === (publishedDocument === null),
      { path: ["secret"], message: "A published recap has an address, a title and a text; another has none" },
    ),
  comments: z.strictObject({
    ...signed,
    ...removable,
    ...commentContent.shape,
    mentions: z.array(id),
    staffId: id,
    editedAt: moment.nullable(),
    resolvedAt: moment.nullable(),
    resolvedBy: someone,
  }),
  proposals: z.strictObject({
    ...signed,
    list: z.enum(PROPOSED),
    thingId: someone,
    base: z.union([planContent, figureContent]).nullable(),
    content: z.union([planContent, figureContent]),
    note: z.string().max(2000),
    state: z.enum(PROPOSAL_STATES),
    staffId: id,
    answer: z.string().max(2000),
    settledBy: someone,
    settledAt: moment.nullable(),
  }),
} as const;

/** One sort of things in a file of a studio. */
export type StudioList = keyof typeof STUDIO_LISTS;
/** The sorts of things in a file of a studio, in their order. */
export const STUDIO_LIST_NAMES = Object.keys(STUDIO_LISTS) as readonly StudioList[];

type Lists = { [L in StudioList]: z.ZodArray<(typeof STUDIO_LISTS)[L]> };
const lists = Object.fromEntries(
  STUDIO_LIST_NAMES.map((name) => [name, z.array(STUDIO_LISTS[name] as z.ZodType)]),
) as unknown as Lists;

/** A whole studio as a file carries it: everything but passwords and sign-ins. */
export const studioFile = z.strictObject({
  format: z.literal(STUDIO_FILE_FORMAT),
  formatVersion: z.literal(STUDIO_FILE_VERSION),
  madeAt: moment,
  studio: z.strictObject(settingsContent.shape),
  ...lists,
});
/** A whole studio as a file carries it. */
export type StudioFile = z.infer<typeof studioFile>;

const counted = z.object({
  /** How many there are of each sort, without those in the bin. */
  counts: z.object(
    Object.fromEntries(STUDIO_LIST_NAMES.map((name) => [name, z.int()])) as Record<StudioList, z.ZodInt>,
  ),
  /** How many things lie in the bin. */
  inBin: z.int(),
});
/** How much there is of everything in a studio. */
export type StudioCounts = z.infer<typeof counted>;

/** Counts what a file of a studio holds. */
export function countStudio(file: Pick<StudioFile, StudioList>): StudioCounts {
  const inUse = (list: StudioList) =>
    (file[list] as readonly { readonly deletedAt?: string | null }[]).filter(({ deletedAt }) => !deletedAt);
  const counts = Object.fromEntries(
    STUDIO_LIST_NAMES.map((list) => [list, inUse(list).length]),
  ) as StudioCounts["counts"];
  return {
    counts,
    inBin: STUDIO_LIST_NAMES.reduce((sum, list) => sum + file[list].length - counts[list], 0),
  };
}

const taken = counted.extend({
  /** Who came without a password, and gets one from the director. */
  withoutPassword: z.array(z.string()),
  /** Figures whose steps cannot be read as their dance is written. */
  unreadable: z.array(z.string()),
});
/** What came in with a file of a studio. */
export type TakenStudio = z.infer<typeof taken>;

/** Endpoints of a whole studio as one file. */
export const studioFileApi = {
  /** Written as text, thing by thing, so that a large studio holds nobody up. */
  save: endpoint({
    method: "GET",
    path: "/studio/file",
    access: "studio.file",
    reads: EVERYTHING,
    response: studioFile,
  }),
  /** Only into a studio that has nothing but staff; all of it or nothing. */
  takeIn: endpoint({
    method: "POST",
    path: "/studio/file",
    access: "studio.file",
    changes: EVERYTHING,
    judgesText: true,
    body: z.instanceof(Uint8Array, { message: "Send the file as it was saved" }),
    response: taken,
  }),
};
