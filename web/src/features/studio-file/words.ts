import {
  type FieldError,
  STUDIO_LIST_NAMES,
  type StudioCounts,
  type StudioFile,
  type StudioList,
} from "@map-step/contract";

/** What each sort of thing is called, one and many. */
const NAMES: Readonly<Record<StudioList, readonly [one: string, many: string]>> = {
  staff: ["person on the staff", "people on the staff"],
  rooms: ["room", "rooms"],
  terms: ["term", "terms"],
  absences: ["absence", "absences"],
  dances: ["dance", "dances"],
  figures: ["figure", "figures"],
  approaches: ["approach of its own", "approaches of its own"],
  lessonTemplates: ["lesson template", "lesson templates"],
  levels: ["level", "levels"],
  sequences: ["sequence", "sequences"],
  sections: ["section", "sections"],
  students: ["student", "students"],
  enrolments: ["place in a section", "places in sections"],
  readinessRules: ["rule of readiness", "rules of readiness"],
  groupPlans: ["proposal of groups", "proposals of groups"],
  plans: ["plan", "plans"],
  planDrafts: ["plan put aside", "plans put aside"],
  lessons: ["lesson", "lessons"],
  recaps: ["recap", "recaps"],
  comments: ["comment", "comments"],
  proposals: ["proposed change", "proposed changes"],
  checks: ["check", "checks"],
};

/** A line for each sort of thing that is there: the number, and what it counts. */
export const countLines = ({
  counts,
  inBin,
}: StudioCounts): readonly { readonly count: number; readonly what: string }[] =>
  [
    ...STUDIO_LIST_NAMES.map((list) => ({
      count: counts[list],
      what: NAMES[list][counts[list] === 1 ? 0 : 1],
    })),
    { count: inBin, what: "in the bin" },
  ].filter(({ count }) => count > 0);

/** The name of the thing at a place such as `figures.12.minutes`, where it has one. */
function nameAt(path: readonly string[], file: unknown): string {
  const [list = "", index = ""] = path;
  const thing = (file as Record<string, { name?: unknown; title?: unknown }[]> | null)?.[list]?.[
    Number(index)
  ];
  const name = thing?.name ?? thing?.title;
  return typeof name === "string" && name !== "" ? ` (${name})` : "";
}

/** Where in a file something is wrong, and what. */
function faultLine({ path, message }: FieldError, file: unknown): string {
  const steps = path.split(".");
  const [list = "", index, ...field] = steps;
  if (list === "" || list === "file") return message;
  const known = NAMES[list as StudioList];
  if (!known || index === undefined) return `${list}: ${message}`;
  const place = `Entry ${Number(index) + 1} of ${list}${nameAt(steps, file)}`;
  return `${place}${field.length > 0 ? `, ${field.join(".")}` : ""}: ${message}`;
}

/** So many faults are told at once. */
const MOST_TOLD = 12;

/** The first faults of a file, and how many more there are. */
export function faultLines(faults: readonly FieldError[], file: unknown): readonly string[] {
  const more = faults.length - MOST_TOLD;
  return [
    ...faults.slice(0, MOST_TOLD).map((fault) => faultLine(fault, file)),
    ...(more > 0 ? [`and ${more} more`] : []),
  ];
}

/** Those of a file who would come without a password. */
export const withoutPassword = ({ staff }: StudioFile, here: readonly { readonly email: string }[]) => {
  const known = new Set(here.map(({ email }) => email));
  return staff.filter(({ email }) => !known.has(email)).map(({ name }) => name);
};
