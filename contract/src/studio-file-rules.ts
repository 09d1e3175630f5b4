import { findCircle } from "@map-step/core/step-map";
import type { FieldError } from "./problem.ts";
import { STUDIO_LIST_NAMES, type StudioFile, type StudioList, studioFile } from "./studio-file.ts";
import { exchanged, STUDIO_TIES } from "./studio-file-ties.ts";
import { upgraded } from "./studio-file-upgrade.ts";

/** A thing in a file, whichever it is. */
type Thing = Readonly<Record<string, unknown>> & { readonly id: string };

/** Things of which there may be one: the words that make it so, or nothing for what may be there many times. */
const ONE_OF: Readonly<
  Record<string, readonly [list: StudioList, keyOf: (thing: Thing) => unknown, message: string]>
> = {
  email: ["staff", ({ email }) => email, "Somebody else has this email address"],
  dance: ["dances", ({ name }) => low(name), "Another dance has this name"],
  figure: ["figures", (thing) => there(thing, thing.danceId), "Another figure of the dance has this name"],
  approach: ["approaches", (thing) => there(thing), "Another approach has this name"],
  room: ["rooms", (thing) => there(thing), "Another room has this name"],
  template: ["lessonTemplates", (thing) => there(thing), "Another template has this name"],
  level: ["levels", (thing) => there(thing, thing.danceId), "Another level of the dance has this name"],
  section: ["sections", (thing) => there(thing, thing.levelId), "Another section of the level has this name"],
  enrolment: [
    "enrolments",
    ({ deletedAt, sectionId, studentId }) => (deletedAt === null ? `${sectionId} ${studentId}` : null),
    "This student is in the section twice",
  ],
  rule: ["readinessRules", ({ levelId }) => levelId, "This level has another rule"],
  groups: ["groupPlans", ({ levelId }) => levelId, "This level has other groups"],
  plan: ["plans", ({ levelId, sectionId }) => sectionId ?? levelId, "There is another plan of this"],
  draft: ["planDrafts", (thing) => there(thing, thing.planId), "Another draft of the plan has this name"],
  lesson: ["lessons", ({ sectionId, week }) => `${sectionId} ${week}`, "This lesson stands here twice"],
  recap: ["recaps", ({ lessonId }) => lessonId, "This lesson has another recap"],
  address: ["recaps", ({ secret }) => secret, "Another recap has this address"],
  check: ["checks", ({ sectionId, heldOn }) => `${sectionId} ${heldOn}`, "A section has one check in a day"],
};
const low = (name: unknown) => String(name).toLowerCase();
const there = ({ deletedAt, name }: Thing, within: unknown = "") =>
  deletedAt === null ? `${within} ${low(name)}` : null;

/** Entries of lists within a thing that may stand there once, and by what they are known. */
const ONCE_WITHIN: Readonly<Partial<Record<StudioList, Readonly<Record<string, readonly string[]>>>>> = {
  figures: { needs: [], helps: [], teacherIds: [] },
  sections: { teacherIds: [], substituteIds: [], standIns: ["week", "forId"] },
  recaps: { versions: ["number"] },
};

/** What the database counts as one over all lessons or recaps: ids of parts, entries and versions. */
const INNER_IDS: Readonly<Partial<Record<StudioList, readonly string[]>>> = {
  lessons: ["segments", "log"],
  recaps: ["versions"],
  students: ["evidence"],
  checks: ["notes"],
};

const listOf = (file: StudioFile, list: StudioList): readonly Thing[] => file[list] as readonly Thing[];

function twice<T>(entries: readonly T[], keyOf: (entry: T) => unknown): readonly number[] {
  const seen = new Set<unknown>();
  return entries.flatMap((entry, index) => {
    const key = keyOf(entry);
    if (key === null) return [];
    if (seen.has(key)) return [index];
    seen.add(key);
    return [];
  });
}

function sameIds(file: StudioFile): FieldError[] {
  const fault = (path: string): FieldError => ({ path, message: "This id stands here twice" });
  return STUDIO_LIST_NAMES.flatMap((list) => [
    ...twice(listOf(file, list), ({ id }) => id).map((index) => fault(`${list}.${index}.id`)),
    ...(INNER_IDS[list] ?? []).flatMap((inner) => {
      const all = listOf(file, list).flatMap((thing, index) =>
        (thing[inner] as readonly Thing[]).map(({ id }, at) => ({
          id,
          path: `${list}.${index}.${inner}.${at}.id`,
        })),
      );
      return twice(all, ({ id }) => id).map((at) => fault(all[at]?.path ?? list));
    }),
  ]);
}

function brokenTies(file: StudioFile): FieldError[] {
  const known = new Map(
    STUDIO_LIST_NAMES.map((list) => [list, new Set(listOf(file, list).map(({ id }) => id))] as const),
  );
  const faults: FieldError[] = [];
  for (const list of STUDIO_LIST_NAMES)
    for (const [path, to] of Object.entries(STUDIO_TIES[list]))
      listOf(file, list).forEach((thing, index) => {
        exchanged(thing, path.split("."), (id, at) => {
          if (!known.get(to)?.has(id))
            faults.push({ path: `${list}.${index}.${at}`, message: `It is not among the ${to} of the file` });
          return id;
        });
      });
  return faults;
}

const manyOfOne = (file: StudioFile): FieldError[] =>
  Object.values(ONE_OF).flatMap(([list, keyOf, message]) =>
    twice(listOf(file, list), keyOf).map((index) => ({ path: `${list}.${index}`, message })),
  );

const manyWithin = (file: StudioFile): FieldError[] =>
  STUDIO_LIST_NAMES.flatMap((list) =>
    Object.entries(ONCE_WITHIN[list] ?? {}).flatMap(([field, keys]) =>
      listOf(file, list).flatMap((thing, index) =>
        twice(thing[field] as readonly Readonly<Record<string, unknown>>[], (entry) =>
          keys.length === 0 ? entry : keys.map((key) => entry[key]).join(" "),
        ).map((at) => ({ path: `${list}.${index}.${field}.${at}`, message: "This stands here twice" })),
      ),
    ),
  );

/** Where what is said of each sort of thing hangs; lessons and recaps are those of a section. */
const SAID_OF = {
  figures: "figures",
  plans: "plans",
  sequences: "sequences",
  checks: "checks",
  lessons: "sections",
  recaps: "sections",
} as const satisfies Readonly<Record<string, StudioList>>;

/** What is said or proposed is about something of the file. */
function aboutNothing(file: StudioFile): FieldError[] {
  const ids = (list: StudioList) => new Set(listOf(file, list).map(({ id }) => id));
  const known = new Map(Object.values(SAID_OF).map((list) => [list, ids(list)] as const));
  return (["comments", "proposals"] as const).flatMap((list) =>
    file[list].flatMap(({ list: sort, thingId }, index) => {
      const of = SAID_OF[sort];
      if (thingId === null || known.get(of)?.has(thingId)) return [];
      return [{ path: `${list}.${index}.thingId`, message: `It is not among the ${of} of the file` }];
    }),
  );
}

/** What corrects or takes back something names what is there. */
function correctsNothing(file: StudioFile): FieldError[] {
  const message = "What it corrects is not in the file";
  const within = (list: "students" | "checks", inner: "evidence" | "notes") => {
    const all = listOf(file, list).map((thing) => thing[inner] as readonly (Thing & { corrects: unknown })[]);
    const ids = new Set<unknown>(all.flat().map(({ id }) => id));
    return all.flatMap((entries, index) =>
      entries.flatMap(({ corrects }, at) =>
        corrects === null || ids.has(corrects)
          ? []
          : [{ path: `${list}.${index}.${inner}.${at}.corrects`, message }],
      ),
    );
  };
  return [...within("students", "evidence"), ...within("checks", "notes")];
}

/** Every level and every section has its plan. */
function missingPlans(file: StudioFile): FieldError[] {
  const planned = new Set(file.plans.map(({ levelId, sectionId }) => sectionId ?? levelId));
  return (["levels", "sections"] as const).flatMap((list) =>
    file[list].flatMap(({ id }, index) =>
      planned.has(id) ? [] : [{ path: `${list}.${index}`, message: "It has no plan in the file" }],
    ),
  );
}

/** Figures that need each other, levels that follow each other, and variants of variants. */
function circles(file: StudioFile): FieldError[] {
  const needs = new Map(file.figures.map((figure) => [figure.id, figure.needs]));
  const follows = new Map(
    file.levels.map(({ id, followsId }) => [id, followsId === null ? [] : [followsId]]),
  );
  const variants = new Set(file.figures.flatMap(({ id, variantOfId }) => (variantOfId === null ? [] : [id])));
  const sameAs = new Map(file.students.map((one) => [one.id, one.sameAs === null ? [] : [one.sameAs]]));
  return [
    ...file.students.flatMap(({ id }, index) =>
      findCircle(sameAs, id)
        ? [{ path: `students.${index}.sameAs`, message: "Students would be each other in a circle" }]
        : [],
    ),
    ...file.figures.flatMap(({ id, variantOfId }, index) => [
      ...(findCircle(needs, id)
        ? [{ path: `figures.${index}.needs`, message: "Figures would need each other in a circle" }]
        : []),
      ...(variantOfId !== null && variants.has(variantOfId)
        ? [{ path: `figures.${index}.variantOfId`, message: "That figure is a variant itself" }]
        : []),
    ]),
    ...file.levels.flatMap(({ id }, index) =>
      findCircle(follows, id)
        ? [{ path: `levels.${index}.followsId`, message: "Levels would follow each other in a circle" }]
        : [],
    ),
  ];
}

/** Looks for what fits no studio, once every value by itself is right. */
const RULES: readonly ((file: StudioFile) => FieldError[])[] = [
  sameIds,
  brokenTies,
  manyOfOne,
  manyWithin,
  missingPlans,
  correctsNothing,
  aboutNothing,
  circles,
];

/**
 * Reads a studio from what a file held.
 * @param value the file's JSON, whatever it holds
 * @returns the studio, or each fault with its place; never both
 * @example
 * readStudioFile({ format: "something else" }).file // null
 */
export function readStudioFile(
  value: unknown,
):
  | { readonly file: StudioFile; readonly faults: readonly [] }
  | { readonly file: null; readonly faults: readonly FieldError[] } {
  const read = studioFile.safeParse(upgraded(value));
  if (!read.success)
    return {
      file: null,
      faults: read.error.issues.map(({ path, message }) => ({ path: path.join("."), message })),
    };
  const faults = RULES.flatMap((rule) => rule(read.data));
  return faults.length > 0 ? { file: null, faults } : { file: read.data, faults: [] };
}
