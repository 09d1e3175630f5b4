import type { StudioList } from "./studio-file.ts";

/**
 * Which other thing a field names: `*` stands for each entry of a list. What only a text names (a figure shown in a
 * recap, an approach by its name) may be missing, as it may in a studio.
 */
export const STUDIO_TIES: Readonly<Record<StudioList, Readonly<Record<string, StudioList>>>> = {
  staff: { changedBy: "staff" },
  rooms: { changedBy: "staff", deletedBy: "staff" },
  terms: { changedBy: "staff", deletedBy: "staff" },
  absences: { changedBy: "staff", deletedBy: "staff", staffId: "staff" },
  dances: { changedBy: "staff" },
  figures: {
    changedBy: "staff",
    deletedBy: "staff",
    danceId: "dances",
    variantOfId: "figures",
    "needs.*": "figures",
    "helps.*": "figures",
    "teacherIds.*": "staff",
  },
  approaches: { changedBy: "staff", deletedBy: "staff" },
  lessonTemplates: { deletedBy: "staff" },
  levels: { changedBy: "staff", deletedBy: "staff", danceId: "dances", followsId: "levels" },
  sequences: {
    changedBy: "staff",
    deletedBy: "staff",
    danceId: "dances",
    levelId: "levels",
    "items.*.figureId": "figures",
    "items.*.ways.*.*.figureId": "figures",
    "items.*.ways.*.*.ways.*.*.figureId": "figures",
    "items.*.ways.*.*.ways.*.*.ways.*.*.figureId": "figures",
    "versions.*.staffId": "staff",
  },
  readinessRules: { changedBy: "staff", levelId: "levels" },
  sections: {
    changedBy: "staff",
    deletedBy: "staff",
    levelId: "levels",
    "teacherIds.*": "staff",
    "substituteIds.*": "staff",
    "standIns.*.staffId": "staff",
    "standIns.*.forId": "staff",
  },
  checks: {
    changedBy: "staff",
    staffId: "staff",
    sectionId: "sections",
    "figures.*.figureId": "figures",
    "routine.*.figureId": "figures",
    "notes.*.figureId": "figures",
    "notes.*.staffId": "staff",
  },
  enrolments: {
    changedBy: "staff",
    deletedBy: "staff",
    sectionId: "sections",
    studentId: "students",
  },
  groupPlans: {
    changedBy: "staff",
    levelId: "levels",
    "goalIds.*": "sections",
    "goes.*.studentId": "students",
    "wishes.*.studentId": "students",
    "wishes.*.together.*": "students",
    "locks.*.studentId": "students",
    "locks.*.sectionId": "sections",
  },
  students: {
    changedBy: "staff",
    sameAs: "students",
    "evidence.*.figureId": "figures",
    "evidence.*.sectionId": "sections",
    "evidence.*.checkId": "checks",
    "evidence.*.staffId": "staff",
    "practice.*.figureId": "figures",
    "practice.*.sequenceId": "sequences",
    "practice.*.staffId": "staff",
  },
  plans: {
    changedBy: "staff",
    levelId: "levels",
    sectionId: "sections",
    "chosen.*.figureId": "figures",
    "away.*.staffId": "staff",
    "special.*.sequenceId": "sequences",
  },
  planDrafts: { deletedBy: "staff", planId: "plans" },
  lessons: {
    changedBy: "staff",
    sectionId: "sections",
    "segments.*.figureId": "figures",
    "segments.*.withIds.*": "figures",
    "segments.*.sequenceId": "sequences",
    "log.*.staffId": "staff",
  },
  recaps: { changedBy: "staff", lessonId: "lessons", "versions.*.staffId": "staff" },
  // What a comment is about is told by its sort.
  comments: {
    changedBy: "staff",
    deletedBy: "staff",
    staffId: "staff",
    resolvedBy: "staff",
    "mentions.*": "staff",
    replyTo: "comments",
  },
  proposals: { changedBy: "staff", staffId: "staff", settledBy: "staff" },
};

/**
 * A value in which each text at a path is exchanged.
 * @param path parts of a path as in `STUDIO_TIES`
 * @param exchange told where each text stands, below the value
 * @example
 * exchanged({ away: [{ staffId: "a" }] }, ["away", "*", "staffId"], (id, at) => `${at}=${id}`)
 * // { away: [{ staffId: "away.0.staffId=a" }] }
 */
export function exchanged(
  value: unknown,
  path: readonly string[],
  exchange: (text: string, at: string) => string,
  at: readonly (string | number)[] = [],
): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return typeof value === "string" ? exchange(value, at.join(".")) : value;
  if (step === "*")
    return Array.isArray(value)
      ? value.map((one, index) => exchanged(one, rest, exchange, [...at, index]))
      : value;
  if (typeof value !== "object" || value === null) return value;
  const inner = (value as Record<string, unknown>)[step];
  return inner === undefined ? value : { ...value, [step]: exchanged(inner, rest, exchange, [...at, step]) };
}
