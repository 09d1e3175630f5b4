import { LAYERS } from "@map-step/core/figure";
import { ENROLMENT_ROLES } from "@map-step/core/student";
import { z } from "zod";
import { changeOf, localDate, stored, version, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { namePlaces } from "./erasing.ts";
import { anyOf, EVERYTHING } from "./things.ts";

/** What one dancer dances at one time. Of students the studio keeps a name, a role and what they danced, nothing more. */
export const STUDENT_ROLES = ["leader", "follower", "solo"] as const;

/** A student as they are written: once, whatever they take. */
export const studentContent = z.object({ name: words(80), role: z.enum(ENROLMENT_ROLES) });
/** A student as they are written. */
export type StudentContent = z.infer<typeof studentContent>;
/** A student as they are changed, with the version that was seen. */
export const studentChange = changeOf(studentContent);

/** What is written of a student in one section. */
export const enrolmentContent = z.object({
  role: z.enum(ENROLMENT_ROLES),
  from: localDate,
  /** The last day; `null` while they go on. */
  until: localDate.nullable(),
  /** On the waiting list: not on the roster yet. */
  waiting: z.boolean(),
});
const inOrder = <T extends z.ZodType<{ from: string; until: string | null }>>(schema: T) =>
  schema.refine(({ from, until }) => until === null || until >= from, {
    path: ["until"],
    message: "The last day comes before the first",
  });
/** What is written of a student in one section. */
export type EnrolmentContent = z.infer<typeof enrolmentContent>;

/** A student in a section. `id` and `version` are the student's, wherever they dance. */
export const enrolled = stored.extend({
  name: z.string(),
  ...enrolmentContent.shape,
  sectionId: z.uuid(),
  enrolmentId: z.uuid(),
  enrolmentVersion: version,
  /** Who they are, where one person was written twice and joined. */
  personId: z.uuid(),
});
/** A student in a section. */
export type Enrolled = z.infer<typeof enrolled>;

const course = z.object({
  enrolmentId: z.uuid(),
  sectionId: z.uuid(),
  section: z.string(),
  level: z.string(),
  levelId: z.uuid(),
  ...enrolmentContent.shape,
  /** Whether what was noted of them elsewhere is open to those who teach this class. */
  open: z.boolean(),
});
/** Somebody of the studio, once, with all that they took. */
export const studioPerson = stored.extend({
  ...studentContent.shape,
  courses: z.array(course),
  /** Names under which they were written as well, and joined. */
  joined: z.array(z.object({ id: z.uuid(), name: z.string() })),
});
/** Somebody of the studio, with all that they took. */
export type StudioPerson = z.infer<typeof studioPerson>;

/** Who is to be enrolled: somebody of the studio, or somebody new by name. */
export const toEnrol = z.object({
  studentId: z.uuid().nullable(),
  ...studentContent.shape,
});
/** Many are enrolled in one step. */
export const enrolBody = z.object({
  from: localDate,
  students: z.array(toEnrol).min(1).max(200),
});

/** All that is kept of a student, to be handed over. */
export const studentExport = z.object({
  name: z.string(),
  role: z.enum(ENROLMENT_ROLES),
  otherNames: z.array(z.string()),
  since: z.iso.datetime(),
  courses: z.array(z.object({ level: z.string(), section: z.string(), ...enrolmentContent.shape })),
  attendance: z.array(
    z.object({ section: z.string(), week: z.int(), date: localDate, present: z.boolean(), by: z.string() }),
  ),
  /** What their taps came to: milliseconds off the beat and to either side of that. */
  practice: z.array(
    z.object({
      date: localDate,
      name: z.string(),
      bpm: z.number(),
      offset: z.number(),
      spread: z.number(),
      by: z.string(),
    }),
  ),
  waited: z.array(
    z.object({ section: z.string(), week: z.int(), date: localDate, times: z.int(), by: z.string() }),
  ),
  marks: z.array(
    z.object({
      date: localDate,
      figure: z.string(),
      role: z.enum(STUDENT_ROLES),
      layer: z.enum(LAYERS),
      /** Empty for one that took another back. */
      mark: z.string(),
      corrects: z.boolean(),
      by: z.string(),
    }),
  ),
  /** What they would like next term, and what was chosen for them. */
  wishes: z.array(
    z.object({
      level: z.string(),
      /** 0 for Sunday. */
      weekdays: z.array(z.int().min(0).max(6)),
      together: z.array(z.string()),
      goes: z.boolean().nullable(),
      section: z.string(),
    }),
  ),
  /** What is written about them: every text in which one of their names surely stands. */
  written: z.array(
    z.object({
      what: z.string(),
      about: z.string(),
      day: localDate,
      text: z.string(),
      by: z.string(),
      copies: z.int().min(0),
    }),
  ),
  /** How many more places hold one of their names, and may be about somebody else. */
  doubtful: z.int().min(0),
});
/** All that is kept of a student. */
export type StudentExport = z.infer<typeof studentExport>;

/** Two who may be one person. */
export const alikePair = z.object({
  one: studioPerson,
  other: studioPerson,
  /** Whether the names are the same, or nearly. */
  same: z.boolean(),
});
/** Two who may be one person. */
export type AlikePair = z.infer<typeof alikePair>;

/** Endpoints of students and of their places in sections. */
export const studentsApi = {
  /** Everybody of a section, who left and who waits as well: leaders first, each by name. */
  list: endpoint({
    method: "GET",
    path: "/sections/:id/students",
    access: "read",
    reads: anyOf("students", "enrolments", "sections"),
    params: byId,
    response: z.array(enrolled),
  }),
  /** Everybody of the studio, by name; a teacher sees those of their own sections. */
  all: endpoint({
    method: "GET",
    path: "/students",
    access: "read",
    reads: anyOf("students", "enrolments", "sections", "levels"),
    response: z.array(studioPerson),
  }),
  /** Somebody new; from the first lesson on where nothing else is said. */
  create: endpoint({
    method: "POST",
    path: "/sections/:id/students",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    body: studentContent.extend({ from: localDate.optional() }),
    response: enrolled,
  }),
  /** Many in one step, all or none; who is enrolled already stays as they are. */
  enrol: endpoint({
    method: "POST",
    path: "/sections/:id/enrolments",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    body: enrolBody,
    response: z.array(enrolled),
  }),
  change: endpoint({
    method: "PUT",
    path: "/students/:id",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    body: studentChange,
    response: studioPerson,
  }),
  changeEnrolment: endpoint({
    method: "PUT",
    path: "/enrolments/:id",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    body: inOrder(changeOf(enrolmentContent)),
    response: enrolled,
  }),
  /** Off the roster; their marks stay theirs. */
  remove: endpoint({
    method: "DELETE",
    path: "/enrolments/:id",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    response: nothing,
  }),
  /** Opens what was noted of somebody elsewhere to those who teach this class. */
  open: endpoint({
    method: "POST",
    path: "/enrolments/:id/open",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    response: enrolled,
  }),
  restore: endpoint({
    method: "POST",
    path: "/enrolments/:id/restore",
    access: "students.write",
    changes: anyOf("students", "enrolments"),
    params: byId,
    response: enrolled,
  }),
  /** Pairs that may be one person, nearest first. */
  alike: endpoint({
    method: "GET",
    path: "/students/alike",
    access: "students.join",
    reads: anyOf("students", "enrolments"),
    response: z.array(alikePair),
  }),
  /** Says that this one is another one, written twice: everything of both is one person's from now on. */
  join: endpoint({
    method: "POST",
    path: "/students/:id/same-as",
    access: "students.join",
    changes: anyOf("students", "enrolments", "evidence", "practice"),
    params: byId,
    body: z.object({ studentId: z.uuid() }),
    response: studioPerson,
  }),
  /** Takes a joining back: this one is somebody of their own again. */
  separate: endpoint({
    method: "POST",
    path: "/students/:id/separate",
    access: "students.join",
    changes: anyOf("students", "enrolments", "evidence", "practice"),
    params: byId,
    response: studioPerson,
  }),
  /** Everything kept of a student. */
  export: endpoint({
    method: "GET",
    path: "/students/:id/export",
    access: "read",
    reads: EVERYTHING,
    params: byId,
    response: studentExport,
  }),
  /** Everywhere that what is written may be about a student, to be looked through before they are erased. */
  named: endpoint({
    method: "GET",
    path: "/students/:id/named",
    access: "students.erase",
    reads: EVERYTHING,
    params: byId,
    response: namePlaces,
  }),
  /** Erases a student for good: row, marks, attendance, and the name in the places that were ticked. */
  erase: endpoint({
    method: "POST",
    path: "/students/:id/erased",
    access: "students.erase",
    changes: EVERYTHING,
    params: byId,
    body: z.object({ places: z.array(z.string().max(100)).max(20_000), basis: z.string().max(100) }),
    response: nothing,
  }),
};
