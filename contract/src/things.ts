/** The sorts of things whose changes are kept, named as in a file of the studio. */
export const HISTORY_LISTS = [
  "dances",
  "figures",
  "approaches",
  "lessonTemplates",
  "levels",
  "readinessRules",
  "sections",
  "enrolments",
  "plans",
  "planDrafts",
  "lessons",
  "sequences",
  "recaps",
  "checks",
  "comments",
  "rooms",
  "terms",
  "absences",
  "proposals",
  "staff",
  "settings",
] as const;
/** One of `HISTORY_LISTS`. */
export type HistoryList = (typeof HISTORY_LISTS)[number];

/** All sorts of things that answers are put together from: those with a history, and what is kept entry by entry or secret. */
export const THINGS = [
  ...HISTORY_LISTS,
  "backups",
  "calendars",
  "evidence",
  "factors",
  "groups",
  "letters",
  "log",
  "planLinks",
  "practice",
  "seen",
  "sessions",
  "students",
] as const;
/** One of `THINGS`. */
export type Thing = (typeof THINGS)[number];

/**
 * Things that an endpoint reads or changes, and which of them: any, or those that parameters of its address name, as
 * `:id`. A class log and evidence go by their section.
 */
export type Touches = Readonly<Partial<Record<Thing, string>>>;

/** Things of which any may be meant. */
export const anyOf = (...things: readonly Thing[]): Touches =>
  Object.fromEntries(things.map((thing) => [thing, "any"]));

/** What says when, where and by whom lessons are given. */
export const WHEN_AND_WHERE: Touches = anyOf(
  ...(["levels", "sections", "plans", "lessons", "checks"] as const),
  ...(["rooms", "terms", "absences", "staff", "settings"] as const),
);
/** Anything of the studio. */
export const EVERYTHING: Touches = anyOf(...THINGS);
/** Nothing that anybody reads. */
export const NOTHING: Touches = {};

/** One sort of things with whose id is meant; `any` for all of them. */
export type Touched = readonly [thing: Thing, id: string];

/**
 * What one request touches: parameters stand in the place of their names.
 * @example
 * touchedBy({ plans: ":id", levels: "any" }, { id: "a1" }) // [["plans", "a1"], ["levels", "any"]]
 */
export const touchedBy = (
  touches: Touches,
  params: Readonly<Record<string, unknown>> = {},
): readonly Touched[] =>
  Object.entries(touches).map(([thing, id]) => [
    thing as Thing,
    id.startsWith(":") ? String(params[id.slice(1)]) : id,
  ]);

const ANY = "any";

/**
 * Whether an answer may be another after something changed.
 * @example
 * meets([["plans", "a1"]], [["plans", "a1"]]) // true
 * meets([["plans", "a1"]], [["plans", "b2"], ["levels", "any"]]) // false
 */
export const meets = (reads: readonly Touched[], changed: readonly Touched[]): boolean =>
  reads.some(([thing, id]) =>
    changed.some(([other, which]) => thing === other && (id === which || id === ANY || which === ANY)),
  );
