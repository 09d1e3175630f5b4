import { z } from "zod";
import { changeOf, localDate, stored, wholeNumber } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { line, nameField, type PlainFields, schemasOf } from "./fields.ts";
import { anyOf, WHEN_AND_WHERE } from "./things.ts";

/** A time of the day, such as 19:30. */
export const startTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "A time such as 19:30");

/** Every field of a section, read by its form, what is asked when two changed it, and its table. */
export const SECTION_FIELDS = {
  levelId: { label: "Level", sort: "own", schema: z.uuid("Choose a level"), start: "", goesOn: true },
  name: nameField("Name", 80),
  room: {
    label: "Room",
    sort: "line",
    schema: z.string().trim().max(80, "At most 80 characters"),
    start: "",
    text: { mayName: true, searched: true },
    goesOn: true,
  },
  /** Dancers that the room holds. */
  places: {
    label: "Places",
    help: "Dancers that the room holds; empty for no limit",
    sort: "maybe",
    schema: wholeNumber(1, 500).nullable().default(null),
    start: null,
    goesOn: true,
  },
  /** The first lesson; the course meets on its weekday. */
  firstDate: {
    label: "First lesson",
    help: "It meets on this weekday",
    sort: "own",
    schema: localDate,
    start: "",
  },
  startTime: { label: "Begins", sort: "own", schema: startTime, start: "19:30", goesOn: true },
  goodToKnow: {
    label: "Good to know",
    help: "For whoever teaches it: the door, the sound, who needs a hand",
    sort: "line",
    schema: line(500),
    start: "",
    text: { mayName: true, searched: true },
    goesOn: true,
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

/** Somebody who teaches one lesson in the place of one of its teachers. */
export const standIn = z.object({ week: wholeNumber(1, 26), staffId: z.uuid(), forId: z.uuid() });

/** A section as it is changed, with the version that was seen. */
export const sectionChange = changeOf(sectionContent);
/** A section as it is kept, with the dates of its lessons. */
export const section = stored.extend(sectionContent.shape).extend({
  planId: z.uuid(),
  /** The date of each lesson, days off left out. */
  dates: z.array(localDate),
  /** Who stepped in for its teachers. */
  substituteIds: z.array(z.uuid()),
  /** Who teaches one of its lessons in the place of one of its teachers. */
  standIns: z.array(standIn),
});
/** A section as it is kept. */
export type Section = z.infer<typeof section>;
/** A section as it is written. */
export type SectionContent = z.infer<typeof sectionContent>;

/** What goes when a section is removed, to be said before. */
export const sectionContents = z.object({
  lessonsTaught: z.int(),
  recapsPublished: z.int(),
  students: z.int(),
  checks: z.int(),
});
/** What goes when a section is removed. */
export type SectionContents = z.infer<typeof sectionContents>;

/** Endpoints of sections. */
export const sectionsApi = {
  list: endpoint({
    method: "GET",
    path: "/sections",
    access: "read",
    reads: anyOf("sections", "levels", "rooms", "terms", "staff"),
    response: z.array(section),
  }),
  create: endpoint({
    method: "POST",
    path: "/sections",
    access: "sections.write",
    changes: anyOf("sections", "plans"),
    body: sectionContent,
    response: section,
  }),
  change: endpoint({
    method: "PUT",
    path: "/sections/:id",
    access: "sections.write",
    changes: anyOf("sections"),
    params: byId,
    body: sectionChange,
    response: section,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/sections/:id",
    access: "sections.write",
    changes: anyOf("sections"),
    params: byId,
    response: nothing,
  }),
  contents: endpoint({
    method: "GET",
    path: "/sections/:id/contents",
    access: "read",
    reads: anyOf(
      "sections",
      "enrolments",
      "students",
      "plans",
      "lessons",
      "recaps",
      "checks",
      "evidence",
      "log",
      "comments",
    ),
    params: byId,
    response: sectionContents,
  }),
  restore: endpoint({
    method: "POST",
    path: "/sections/:id/restore",
    access: "sections.write",
    changes: anyOf("sections"),
    params: byId,
    response: section,
  }),
  /** Whoever asks teaches it for now in the place of its teachers, and sees and marks its students. */
  stepIn: endpoint({
    method: "POST",
    path: "/sections/:id/substitutes",
    access: "lessons.write",
    changes: anyOf("sections"),
    params: byId,
    response: section,
  }),
  /** The lessons as iCalendar (RFC 5545), one event each. */
  calendar: endpoint({
    method: "GET",
    path: "/sections/:id/calendar",
    access: "read",
    reads: { ...WHEN_AND_WHERE, ...anyOf("dances", "figures") },
    params: byId,
    response: z.object({ text: z.string() }),
  }),
};
