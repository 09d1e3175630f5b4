import { z } from "zod";
import { changeOf, localDate, stored, wholeNumber } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { line, nameField, type PlainFields, schemasOf } from "./fields.ts";
import { section, standIn } from "./sections.ts";
import { anyOf, WHEN_AND_WHERE } from "./things.ts";

/** Every field of a room, read by its form and its table. Sections name it by its name. */
export const ROOM_FIELDS = {
  name: nameField("Name", 80),
  places: {
    label: "Places",
    help: "Dancers that it holds; empty for no limit",
    sort: "maybe",
    schema: wholeNumber(1, 500).nullable().default(null),
    start: null,
  },
  note: {
    label: "Good to know",
    help: "The floor, the sound, the key",
    sort: "line",
    schema: line(300),
    start: "",
    text: { mayName: true, searched: true },
  },
} as const satisfies PlainFields;
/** A room as it is written. */
export const roomContent = z.object(schemasOf(ROOM_FIELDS));
/** A room as it is kept. */
export const room = stored.extend(roomContent.shape);
/** A room as it is kept. */
export type Room = z.infer<typeof room>;
/** A room as it is written. */
export type RoomContent = z.infer<typeof roomContent>;

const closedDay = z.object({
  day: localDate,
  reason: z.string().trim().max(120, "At most 120 characters"),
});

/** Most days of a term, and of what is read of a timetable at once. */
export const MOST_TERM_DAYS = 400;

/** Every field of a term, read by its form, its history and its table. */
export const TERM_FIELDS = {
  name: nameField("Name", 80),
  firstDay: { label: "First day", sort: "day", schema: localDate, start: "" },
  lastDay: { label: "Last day", sort: "day", schema: localDate, start: "" },
  closed: {
    label: "Closed days",
    help: "No class is laid on them when sections go on in this term; classes that fall on one are told",
    sort: "records",
    schema: z
      .array(closedDay)
      .max(60, "At most 60 closed days")
      .refine(
        (days) => new Set(days.map(({ day }) => day)).size === days.length,
        "The same day stands here twice",
      ),
    start: [],
    text: { mayName: true, searched: false },
  },
} as const satisfies PlainFields;
const termFields = z.object(schemasOf(TERM_FIELDS));
const DAY_MS = 86_400_000;
/** A term ends after it begins, and its closed days lie in it. */
export const inOrder = <T extends z.ZodObject<typeof termFields.shape>>(schema: T) =>
  schema
    .refine(({ firstDay, lastDay }) => firstDay <= lastDay, {
      path: ["lastDay"],
      message: "The last day comes after the first",
    })
    .refine(({ firstDay, lastDay }) => Date.parse(lastDay) - Date.parse(firstDay) < MOST_TERM_DAYS * DAY_MS, {
      path: ["lastDay"],
      message: `At most ${MOST_TERM_DAYS} days`,
    })
    .refine(({ firstDay, lastDay, closed }) => closed.every(({ day }) => firstDay <= day && day <= lastDay), {
      path: ["closed"],
      message: "A closed day lies in the term",
    });
/** A term as it is written: its days, both ends counted, and those on which the studio is closed. */
export const termContent = inOrder(termFields);
/** A term as it is changed, with the version that was seen. */
export const termChange = inOrder(changeOf(termFields));
/** A term as it is kept. */
export const term = stored.extend(termFields.shape);
/** A term as it is kept. */
export type Term = z.infer<typeof term>;
/** A term as it is written. */
export type TermContent = z.infer<typeof termContent>;

/** Days on which somebody can't teach, both ends counted. */
export const absenceContent = z
  .object({ staffId: z.uuid("Choose somebody"), fromDay: localDate, untilDay: localDate })
  .refine(({ fromDay, untilDay }) => fromDay <= untilDay, {
    path: ["untilDay"],
    message: "The last day comes after the first",
  });
/** An absence as it is kept. */
export const absence = stored.extend(absenceContent.shape);
/** An absence as it is kept. */
export type AbsenceRecord = z.infer<typeof absence>;
/** An absence as it is written. */
export type AbsenceContent = z.infer<typeof absenceContent>;

/** One lesson in the timetable. */
export const slot = z.object({
  sectionId: z.uuid(),
  levelId: z.uuid(),
  week: z.int(),
  date: localDate,
  start: z.int(),
  minutes: z.int(),
  room: z.string(),
  teacherIds: z.array(z.uuid()),
  standIns: z.array(standIn.omit({ week: true })),
  /** Figures that are new in it and that only some may teach. */
  guarded: z.array(z.object({ figure: z.string(), teacherIds: z.array(z.uuid()) })),
  held: z.boolean(),
});

/** A section that goes on in a term: whose plan it brings, and whether its teachers come along. */
export const goesOn = z.object({
  sectionId: z.uuid(),
  plan: z.enum(["level", "section"]),
  teachers: z.boolean(),
});

const editable = <C extends z.ZodType, U extends z.ZodType, R extends z.ZodType>(
  thing: "rooms" | "terms",
  access: "timetable.write",
  schemas: { readonly content: C; readonly change: U; readonly response: R },
) => ({
  list: endpoint({
    method: "GET",
    path: `/${thing}`,
    access: "read",
    reads: anyOf(thing),
    response: z.array(schemas.response),
  }),
  create: endpoint({
    method: "POST",
    path: `/${thing}`,
    access,
    changes: anyOf(thing, "sections"),
    body: schemas.content,
    response: schemas.response,
  }),
  change: endpoint({
    method: "PUT",
    path: `/${thing}/:id`,
    access,
    changes: anyOf(thing, "sections"),
    params: byId,
    body: schemas.change,
    response: schemas.response,
  }),
  remove: endpoint({
    method: "DELETE",
    path: `/${thing}/:id`,
    access,
    changes: anyOf(thing, "sections"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: `/${thing}/:id/restore`,
    access,
    changes: anyOf(thing, "sections"),
    params: byId,
    response: schemas.response,
  }),
});

/** Endpoints of rooms. A room that is called otherwise is called so in its sections as well. */
export const roomsApi = editable("rooms", "timetable.write", {
  content: roomContent,
  change: changeOf(roomContent),
  response: room,
});

/** Endpoints of terms. */
export const termsApi = {
  ...editable("terms", "timetable.write", { content: termContent, change: termChange, response: term }),
  /** Sections go on in a term: each is a new one with the same day, hour and room, round the term's closed days. */
  goOn: endpoint({
    method: "POST",
    path: "/terms/:id/sections",
    access: "timetable.write",
    changes: anyOf("levels", "sections", "plans", "enrolments"),
    params: byId,
    body: z.object({
      sections: z
        .array(goesOn)
        .min(1, "Choose a section")
        .max(100, "At most 100 sections")
        .refine(
          (list) => new Set(list.map(({ sectionId }) => sectionId)).size === list.length,
          "The same section stands here twice",
        ),
    }),
    response: z.array(section),
  }),
};

/** Endpoints of absences: a teacher says their own, the director anybody's. */
export const absencesApi = {
  list: endpoint({
    method: "GET",
    path: "/absences",
    access: "read",
    reads: anyOf("absences", "staff"),
    response: z.array(absence),
  }),
  create: endpoint({
    method: "POST",
    path: "/absences",
    access: "absences.write",
    changes: anyOf("absences"),
    body: absenceContent,
    response: absence,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/absences/:id",
    access: "absences.write",
    changes: anyOf("absences"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/absences/:id/restore",
    access: "absences.write",
    changes: anyOf("absences"),
    params: byId,
    response: absence,
  }),
};

/** Endpoints of the timetable. */
export const timetableApi = {
  /** Every lesson of some days, both ends counted. */
  read: endpoint({
    method: "GET",
    path: "/timetable/:from/:until",
    access: "read",
    reads: WHEN_AND_WHERE,
    params: z
      .object({ from: localDate, until: localDate })
      .refine(
        ({ from, until }) => from <= until && Date.parse(until) - Date.parse(from) < MOST_TERM_DAYS * DAY_MS,
        { path: ["until"], message: `At most ${MOST_TERM_DAYS} days, the first before the last` },
      ),
    response: z.array(slot),
  }),
  /** Who teaches one lesson in the place of one of its teachers; nobody any more where nobody is named. */
  standIn: endpoint({
    method: "PUT",
    path: "/sections/:id/stand-ins/:week",
    access: "lessons.write",
    changes: anyOf("sections"),
    params: z.object({ id: z.uuid(), week: z.coerce.number().int().min(1).max(26) }),
    body: z.object({ forId: z.uuid(), staffId: z.uuid().nullable() }),
    response: section,
  }),
};
