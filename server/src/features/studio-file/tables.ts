import {
  chosenFigure,
  logEntry,
  SETTINGS_FIELDS,
  STUDIO_LISTS,
  type StudioList,
  segment,
} from "@map-step/contract";

/** A list within a thing that has a table of its own. */
export interface InnerTable {
  readonly table: string;
  /** The column that names the thing it belongs to. */
  readonly owner: string;
  /** The column of each field, or the one that holds a bare value. */
  readonly columns: Readonly<Record<string, string>> | string;
  /** The columns that it is ordered by. */
  readonly order: string;
  /** Whether its place in the list stands in the column `position`. */
  readonly numbered: boolean;
}

/** A sort of things, with the table and the columns in which it is kept. */
export interface ListTable {
  readonly table: string;
  readonly columns: Readonly<Record<string, string>>;
  readonly inner: Readonly<Record<string, InnerTable>>;
}

/** The column of a field. */
export const columnOf = (field: string): string =>
  field.replace(/[A-Z]/g, (capital) => `_${capital.toLowerCase()}`);
const columnsOf = (fields: readonly string[]): Readonly<Record<string, string>> =>
  Object.fromEntries(fields.map((field) => [field, columnOf(field)]));

const inner = (
  table: string,
  owner: string,
  columns: InnerTable["columns"],
  order = "position",
): InnerTable => ({ table, owner, columns, order, numbered: order === "position" });

/** A list whose order the database counts itself, in the order in which entries come. */
const counted = (table: string, owner: string, list: StudioList, field: string): InnerTable => {
  const shape = STUDIO_LISTS[list].shape as unknown as Readonly<
    Record<string, { readonly element: { readonly shape: object } }>
  >;
  const fields = Object.keys(shape[field]?.element.shape ?? {});
  return { table, owner, columns: columnsOf(fields), order: "position", numbered: false };
};

const TABLES: Readonly<Record<StudioList, readonly [table: string, inner?: Record<string, InnerTable>]>> = {
  staff: ["staff"],
  rooms: ["rooms"],
  terms: ["terms"],
  absences: ["absences"],
  dances: ["dances"],
  figures: [
    "figures",
    {
      needs: inner("figure_needs", "figure_id", "needs_id"),
      helps: inner("figure_helps", "figure_id", "helped_by_id"),
      teacherIds: inner("figure_teachers", "figure_id", "staff_id", "staff_id"),
    },
  ],
  approaches: ["approaches"],
  lessonTemplates: ["lesson_templates"],
  levels: ["levels"],
  readinessRules: ["readiness_rules"],
  sequences: [
    "sequences",
    {
      versions: inner(
        "sequence_versions",
        "sequence_id",
        columnsOf(["id", "number", "content", "staffId", "createdAt"]),
        "number",
      ),
    },
  ],
  sections: [
    "sections",
    {
      daysOff: inner("section_days_off", "section_id", "day", "day"),
      teacherIds: inner("section_teachers", "section_id", "staff_id", "staff_id"),
      substituteIds: inner("section_substitutes", "section_id", "staff_id", "staff_id"),
      standIns: inner(
        "section_stand_ins",
        "section_id",
        columnsOf(["week", "staffId", "forId"]),
        "week, for_id",
      ),
    },
  ],
  checks: ["checks", { notes: counted("check_notes", "check_id", "checks", "notes") }],
  comments: ["comments"],
  enrolments: ["enrolments"],
  groupPlans: ["group_plans"],
  students: [
    "students",
    {
      evidence: counted("evidence", "student_id", "students", "evidence"),
      practice: inner(
        "practice_results",
        "student_id",
        columnsOf(["id", "figureId", "sequenceId", "measure", "staffId", "createdAt"]),
        "created_at, id",
      ),
    },
  ],
  plans: ["plans", { chosen: inner("plan_figures", "plan_id", columnsOf(Object.keys(chosenFigure.shape))) }],
  planDrafts: ["plan_drafts"],
  proposals: ["proposals"],
  lessons: [
    "lessons",
    {
      segments: inner("lesson_segments", "lesson_id", columnsOf(Object.keys(segment.shape))),
      log: {
        table: "class_entries",
        owner: "lesson_id",
        columns: {
          ...columnsOf(Object.keys(logEntry.options[0].shape)),
          at: "noted_at",
          ...columnsOf(["staffId", "outcome", "createdAt"]),
        },
        order: "position",
        // The database counts the entries of all lessons itself, in the order in which they come.
        numbered: false,
      },
    },
  ],
  recaps: [
    "recaps",
    {
      versions: inner(
        "recap_versions",
        "recap_id",
        columnsOf(["id", "number", "title", "document", "staffId", "createdAt"]),
        "number",
      ),
    },
  ],
};

/** Where each sort of things is kept: what the contract describes is a column or a table of its own. */
export const LIST_TABLES: Readonly<Record<StudioList, ListTable>> = Object.fromEntries(
  Object.entries(TABLES).map(([list, [table, lists = {}]]) => [
    list,
    {
      table,
      columns: columnsOf(
        Object.keys(STUDIO_LISTS[list as StudioList].shape).filter((field) => !(field in lists)),
      ),
      inner: lists,
    },
  ]),
) as unknown as Record<StudioList, ListTable>;

/** The one row of the studio's settings. */
export const SETTINGS_TABLE: ListTable = {
  table: "studio",
  columns: columnsOf(Object.keys(SETTINGS_FIELDS)),
  inner: {},
};
