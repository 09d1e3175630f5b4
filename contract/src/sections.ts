import { z } from "zod";
import { changeOf, localDate, stored, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { line, type PlainFields, schemasOf } from "./fields.ts";

/** A time of the day, such as 19:30. */
export const startTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "A time such as 19:30");

/** Every field of a section, read by its form, what is asked when two changed it, and its table. */
export const SECTION_FIELDS = {
  levelId: { label: "Level", sort: "own", schema: z.uuid("Choose a level"), start: "" },
  name: { label: "Name", sort: "name", schema: words(80), start: "" },
  room: {
    label: "Room",
    sort: "line",
    schema: z.string().trim().max(80, "At most 80 characters"),
    start: "",
  },
  /** The first lesson; the course meets on its weekday. */
  firstDate: {
    label: "First lesson",
    help: "It meets on this weekday",
    sort: "own",
    schema: localDate,
    start: "",
  },
  startTime: { label: "Begins", sort: "own", schema: startTime, start: "19:30" },
  goodToKnow: {
    label: "Good to know",
    help: "For whoever teaches it: the door, the sound, who needs a hand",
    sort: "line",
    schema: line(500),
    start: "",
  },
  daysOff: {
    label: "Days off",
    sort: "own",
    schema: z
      .array(localDate)
      .max(60)
      .refine((days) => new Set(days).size === days.length, "The same day stands here twice"),
    start: [],
  },
  teacherIds: { label: "Teachers", sort: "own", schema: z.array(z.uuid()).max(10), start: [] },
} as const satisfies PlainFields;

/** A section as it is written. */
export const sectionContent = z.object(schemasOf(SECTION_FIELDS));

/** A section as it is changed, with the version that was seen. */
export const sectionChange = changeOf(sectionContent);
/** A section as it is kept, with the dates of its lessons. */
export const section = stored.extend(sectionContent.shape).extend({
  planId: z.uuid(),
  /** The date of each lesson, days off left out. */
  dates: z.array(localDate),
});
/** A section as it is kept. */
export type Section = z.infer<typeof section>;
/** A section as it is written. */
export type SectionContent = z.infer<typeof sectionContent>;

/** Of students the studio keeps a name, a role and what they danced, nothing more. */
export const STUDENT_ROLES = ["leader", "follower", "solo"] as const;
/** A student as they are written on a roster. */
export const studentContent = z.object({ name: words(80), role: z.enum(STUDENT_ROLES) });
/** A student as they are changed, with the version that was seen. */
export const studentChange = changeOf(studentContent);
/** A student as they are kept. */
export const student = stored.extend(studentContent.shape).extend({ sectionId: z.uuid() });
/** A student as they are kept. */
export type Student = z.infer<typeof student>;
/** A student as they are written on a roster. */
export type StudentContent = z.infer<typeof studentContent>;

/** What goes when a section is removed, to be said before. */
export const sectionContents = z.object({
  lessonsTaught: z.int(),
  recapsPublished: z.int(),
  students: z.int(),
  checks: z.int(),
});
/** What goes when a section is removed. */
export type SectionContents = z.infer<typeof sectionContents>;

/** All that is kept of a student, to be handed over. */
export const studentExport = z.object({
  name: z.string(),
  role: z.enum(STUDENT_ROLES),
  section: z.string(),
  level: z.string(),
  since: z.iso.datetime(),
  attendance: z.array(z.object({ week: z.int(), date: localDate, present: z.boolean(), by: z.string() })),
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
  waited: z.array(z.object({ week: z.int(), date: localDate, times: z.int(), by: z.string() })),
  marks: z.array(z.object({ date: localDate, figure: z.string(), mark: z.string(), by: z.string() })),
  /** Remarks of the class logs in which the name stands. */
  remarks: z.array(z.object({ week: z.int(), date: localDate, text: z.string(), by: z.string() })),
});
/** All that is kept of a student. */
export type StudentExport = z.infer<typeof studentExport>;

/** Endpoints of sections. */
export const sectionsApi = {
  list: endpoint({ method: "GET", path: "/sections", access: "read", response: z.array(section) }),
  create: endpoint({
    method: "POST",
    path: "/sections",
    access: "sections.write",
    body: sectionContent,
    response: section,
  }),
  change: endpoint({
    method: "PUT",
    path: "/sections/:id",
    access: "sections.write",
    params: byId,
    body: sectionChange,
    response: section,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/sections/:id",
    access: "sections.write",
    params: byId,
    response: nothing,
  }),
  contents: endpoint({
    method: "GET",
    path: "/sections/:id/contents",
    access: "read",
    params: byId,
    response: sectionContents,
  }),
  restore: endpoint({
    method: "POST",
    path: "/sections/:id/restore",
    access: "sections.write",
    params: byId,
    response: section,
  }),
  /** The lessons as iCalendar (RFC 5545), one event each. */
  calendar: endpoint({
    method: "GET",
    path: "/sections/:id/calendar",
    access: "read",
    params: byId,
    response: z.object({ text: z.string() }),
  }),
};

/** Endpoints of students. */
export const studentsApi = {
  list: endpoint({
    method: "GET",
    path: "/sections/:id/students",
    access: "read",
    params: byId,
    response: z.array(student),
  }),
  create: endpoint({
    method: "POST",
    path: "/sections/:id/students",
    access: "students.write",
    params: byId,
    body: studentContent,
    response: student,
  }),
  change: endpoint({
    method: "PUT",
    path: "/students/:id",
    access: "students.write",
    params: byId,
    body: studentChange,
    response: student,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/students/:id",
    access: "students.write",
    params: byId,
    response: nothing,
  }),
  /** Everything kept of a student. */
  export: endpoint({
    method: "GET",
    path: "/students/:id/export",
    access: "read",
    params: byId,
    response: studentExport,
  }),
  /** Erases a student, also a removed one, for good: row, marks, attendance, and the name in what was written. */
  erase: endpoint({
    method: "DELETE",
    path: "/students/:id/for-good",
    access: "students.erase",
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/students/:id/restore",
    access: "students.write",
    params: byId,
    response: student,
  }),
};
