import {
  DANCE_FIELDS,
  FIGURE_FIELDS,
  type FieldSort,
  LEVEL_FIELDS,
  type PlainFields,
  type PlainSort,
  ROOM_FIELDS,
  SECTION_FIELDS,
  SETTINGS_FIELDS,
  TERM_FIELDS,
} from "@map-step/contract";
import { columnOf } from "../studio-file/tables.ts";

/** A table in which people write, with what is said of each of its rows when somebody looks through it. */
export interface WrittenTable {
  readonly table: string;
  /** What a row is called: `Comment`. */
  readonly what: string;
  readonly columns: Readonly<Record<string, "text" | "texts" | "json">>;
  /** SQL of a row `t`: what it is about, the class that it belongs to, who wrote it, and on which day. */
  readonly about: string;
  readonly sectionId: string;
  readonly by: string;
  readonly day: string;
  /** SQL: whether only who wrote it and a director read it. */
  readonly isClosed?: string;
  /** SQL: rows of it that are not somebody's words. */
  readonly leftOut?: string;
}

const NOBODY = "null::uuid";
const CREATED = "t.created_at";
/** A class's lesson in words: `Monday section, week 3`. */
const lessonNamed = (id: string) =>
  `(select sections.name || ', week ' || l.week from lessons l join sections on sections.id = l.section_id where l.id = ${id})`;
const classOfLesson = (id: string) => `(select section_id from lessons where id = ${id})`;
/** The class that something is or belongs to: a class, its plan, or a check of it. */
const classOf = (id: string) => `(select id from sections where id = ${id}
  union all select section_id from plans where id = ${id} and section_id is not null
  union all select section_id from checks where id = ${id} limit 1)`;
/** What something is called, or belongs to. */
const named = (id: string) => `(select name from figures where id = ${id}
  union all select name from sequences where id = ${id}
  union all select name from levels where id = ${id}
  union all select levels.name from plans join levels on levels.id = plans.level_id where plans.id = ${id}
  union all select name from sections where id = ${classOf(id)} limit 1)`;
const ofRecap = (id: string) => `(select lesson_id from recaps where id = ${id})`;
/** The class of which an earlier state of something speaks. */
const CLASS_OF_STATE = `case t.list
  when 'lessons' then (t.state ->> 'sectionId')::uuid
  when 'enrolments' then (t.state ->> 'sectionId')::uuid
  when 'checks' then (t.state ->> 'sectionId')::uuid
  when 'recaps' then ${classOfLesson("(t.state ->> 'lessonId')::uuid")}
  when 'planDrafts' then ${classOf("(t.state ->> 'planId')::uuid")}
  when 'comments' then ${classOf("(t.state ->> 'thingId')::uuid")}
  when 'proposals' then ${classOf("(t.state ->> 'thingId')::uuid")}
  else ${classOf("t.thing_id")} end`;

/** What only says how something is done, or is said of a thing of the whole studio. */
const ofStudio = (
  table: string,
  what: string,
  columns: WrittenTable["columns"],
  about = "t.name",
): WrittenTable => ({ table, what, columns, about, sectionId: NOBODY, by: NOBODY, day: CREATED });

const ofSort = (sort: PlainSort | FieldSort): WrittenTable["columns"][string] =>
  sort === "lines" ? "texts" : sort === "records" || sort === "names" || sort === "cues" ? "json" : "text";

/** The columns of what is written and may name somebody, as the fields of a thing say. */
const textColumns = (fields: PlainFields | typeof FIGURE_FIELDS): WrittenTable["columns"] =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([name, { sort, text }]) =>
      text?.mayName ? [[columnOf(name), ofSort(sort)]] : [],
    ),
  );

/**
 * Everywhere that the studio keeps what people write. Where a passage stands several times it is told by the first of
 * these tables; a column of words that is named neither here nor in `NO_WORDS` fails a test.
 */
export const WRITTEN: readonly WrittenTable[] = [
  {
    table: "class_entries",
    what: "Note in a class",
    columns: { value: "json" },
    about: lessonNamed("t.lesson_id"),
    sectionId: classOfLesson("t.lesson_id"),
    by: "t.staff_id",
    day: "t.noted_at",
  },
  {
    table: "check_notes",
    what: "Note in a check",
    columns: { text: "text" },
    about: `(select sections.name || ', check' from checks join sections on sections.id = section_id where checks.id = t.check_id)`,
    sectionId: "(select section_id from checks where id = t.check_id)",
    by: "t.staff_id",
    day: "t.noted_at",
  },
  {
    table: "comments",
    what: "Comment",
    columns: { text: "text" },
    about: named("t.thing_id"),
    sectionId: classOf("t.thing_id"),
    by: "t.staff_id",
    day: CREATED,
  },
  {
    table: "recaps",
    what: "Recap",
    columns: { title: "text", document: "json", published_title: "text", published_document: "json" },
    about: lessonNamed("t.lesson_id"),
    sectionId: classOfLesson("t.lesson_id"),
    by: "t.changed_by",
    day: "t.updated_at",
  },
  {
    table: "recap_versions",
    what: "Earlier recap",
    columns: { title: "text", document: "json" },
    about: lessonNamed(ofRecap("t.recap_id")),
    sectionId: classOfLesson(ofRecap("t.recap_id")),
    by: "t.staff_id",
    day: CREATED,
  },
  {
    table: "lesson_segments",
    what: "Part of a lesson",
    columns: { title: "text", cautions: "texts" },
    about: lessonNamed("t.lesson_id"),
    sectionId: classOfLesson("t.lesson_id"),
    by: NOBODY,
    day: CREATED,
  },
  {
    table: "sections",
    what: "Section",
    columns: textColumns(SECTION_FIELDS),
    about: "t.name",
    sectionId: "t.id",
    by: "t.changed_by",
    day: "t.updated_at",
  },
  {
    table: "plans",
    what: "Plan",
    columns: { special: "json", muted: "json", away: "json", agreed: "json" },
    about: named("t.id"),
    sectionId: "t.section_id",
    by: "t.changed_by",
    day: "t.updated_at",
  },
  {
    table: "plan_drafts",
    what: "Saved plan",
    columns: { name: "text", content: "json" },
    about: named("t.plan_id"),
    sectionId: classOf("t.plan_id"),
    by: NOBODY,
    day: CREATED,
  },
  {
    table: "proposals",
    what: "Proposal",
    columns: { note: "text", answer: "text", base: "json", content: "json" },
    about: named("t.thing_id"),
    sectionId: classOf("t.thing_id"),
    by: "t.staff_id",
    day: CREATED,
    isClosed: "true",
  },
  ofStudio("figures", "Figure", textColumns(FIGURE_FIELDS)),
  ofStudio("sequences", "Sequence", { name: "text", note: "text", items: "json" }),
  ofStudio("sequence_versions", "Earlier sequence", { content: "json" }, "(t.content ->> 'name')"),
  ofStudio("dances", "Dance", textColumns(DANCE_FIELDS)),
  ofStudio("levels", "Level", textColumns(LEVEL_FIELDS)),
  ofStudio("approaches", "Approach", { name: "text", reason: "text", ages: "json", returns: "json" }),
  ofStudio("lesson_templates", "Shape of a lesson", { name: "text", parts: "json" }),
  ofStudio("rooms", "Room", textColumns(ROOM_FIELDS)),
  ofStudio("terms", "Term", textColumns(TERM_FIELDS)),
  ofStudio("studio", "Settings", textColumns(SETTINGS_FIELDS)),
  { ...ofStudio("letters", "Letter", { subject: "text", text: "text" }, "t.to_address"), isClosed: "true" },
  { ...ofStudio("factors", "Key of somebody on the staff", { name: "text" }), isClosed: "true" },
  {
    table: "history",
    what: "Earlier version",
    columns: { state: "json", note: "text" },
    about: "coalesce(t.state ->> 'name', t.list)",
    sectionId: CLASS_OF_STATE,
    by: "t.staff_id",
    day: "t.at",
    isClosed: "t.list = 'proposals'",
    // Who works here is written there as well; that is nobody who dances.
    leftOut: "t.list in ('staff', 'enrolments')",
  },
];

/** Columns of text in which nobody writes: signs, names of files, secrets, who works here, and the students themselves. */
export const NO_WORDS: ReadonlySet<string> = new Set([
  "studio.tempo_limits",
  "studio.couple_limits",
  ...["backups", "calendar_addresses", "challenges", "checks", "enrolments", "evidence", "group_plans"],
  ...["migrations", "one_time_links", "plan_figures", "plan_links", "practice_results", "rate_limits"],
  ...["readiness_rules", "recovery_codes", "sessions", "staff", "students", "lessons"],
  ...[
    "class_entries.kind",
    "class_entries.target",
    "class_entries.outcome",
    "comments.list",
    "comments.counts",
  ],
  ...["comments.mentions", "figures.kind", "lesson_segments.kind", "lesson_segments.layers"],
  ...["lesson_segments.covered", "lesson_segments.with_ids", "lesson_segments.reached", "levels.approach_id"],
  ...["recaps.secret", "sequences.secret", "sections.start_time", "history.list", "history.what"],
  ...["letters.to_address", "letters.path", "proposals.list", "proposals.state"],
  ...["factors.kind", "factors.locked", "factors.credential_id", "factors.public_key", "factors.transports"],
  ...["studio.time_zone", "studio.dates", "studio.clock", "studio.lengths", "studio.rule_mark"],
  "studio.check_mark",
]);
