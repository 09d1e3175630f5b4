type Thing = Readonly<Record<string, unknown>>;

const isThing = (value: unknown): value is Thing =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const listIn = (value: unknown): readonly Thing[] => (Array.isArray(value) ? value.filter(isThing) : []);

/** Checks of one section on one day are one check: the first of them, by the id of each. */
function firstChecks(checks: readonly Thing[]): ReadonlyMap<unknown, Thing> {
  const ofDay = new Map<string, Thing>();
  for (const check of checks) {
    const day = `${check.sectionId} ${check.heldOn}`;
    if (!ofDay.has(day)) ofDay.set(day, check);
  }
  return new Map(checks.map((check) => [check.id, ofDay.get(`${check.sectionId} ${check.heldOn}`) ?? check]));
}

/** An id made of several, the same each time: their digits mixed, marked as a random one (RFC 9562). */
function mixedId(...ids: readonly unknown[]): string {
  const digits = ids.map((one) => String(one).replaceAll("-", ""));
  const mixed = Array.from({ length: 32 }, (_, at) =>
    digits.reduce((sum, text, index) => sum ^ Number.parseInt(text[(at + index * 5) % 32] ?? "0", 16), 0),
  ).map((digit) => (digit & 15).toString(16));
  mixed[12] = "4";
  mixed[16] = "8";
  return mixed.join("").replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

/**
 * A file of the first version as the second has it: a student of a section is a student with an enrolment, and marks of
 * a check are what was seen of students, with a partner, or to counts where one danced alone. Anything else stays as it
 * is, whatever it holds.
 */
function fromFirst(value: Thing): Thing {
  const students = listIn(value.students);
  const sections = new Map(listIn(value.sections).map((section) => [section.id, section]));
  const checks = listIn(value.checks);
  const firstOf = firstChecks(checks);
  const seen = checks.flatMap((check) =>
    listIn(check.marks).flatMap((given) => (given.mark === null ? [] : [{ check, given }])),
  );
  return {
    ...value,
    formatVersion: 2,
    readinessRules: [],
    groupPlans: [],
    sections: listIn(value.sections).map((section) => ({ places: null, ...section, substituteIds: [] })),
    students: students.map(({ sectionId: _section, deletedAt: _at, deletedBy: _by, ...student }) => ({
      ...student,
      sameAs: null,
      evidence: seen
        .filter(({ given }) => given.studentId === student.id)
        .map(({ check, given }) => ({
          id: mixedId(check.id, given.studentId, given.figureId),
          role: student.role,
          figureId: given.figureId,
          layer: student.role === "solo" ? "count" : "partner",
          mark: given.mark,
          corrects: null,
          checkId: firstOf.get(check.id)?.id,
          sectionId: check.sectionId,
          place: "check",
          seenOn: check.heldOn,
          notedAt: check.updatedAt,
          staffId: check.staffId,
          createdAt: check.updatedAt,
        })),
    })),
    enrolments: students.map((student) => ({
      id: student.id,
      version: 1,
      createdAt: student.createdAt,
      updatedAt: student.updatedAt,
      changedBy: student.changedBy,
      deletedAt: student.deletedAt,
      deletedBy: student.deletedBy,
      sectionId: student.sectionId,
      studentId: student.id,
      role: student.role,
      fromDate: sections.get(student.sectionId)?.firstDate,
      untilDate: null,
      waiting: false,
      batchId: null,
    })),
    checks: checks
      .filter((check) => firstOf.get(check.id) === check)
      .map(({ marks: _marks, ...check }) => ({
        ...check,
        version: 1,
        changedBy: null,
        minutes: 15,
        things: [],
        items: [],
        notes: [],
      })),
  };
}

/** A file of the second version as the third has it. */
const fromSecond = (value: Thing): Thing => ({ ...value, formatVersion: 3, comments: [] });

/** A file of the third version as the fourth has it: each room that a section names is a room. */
function fromThird(value: Thing): Thing {
  const named = new Map<string, Thing>();
  for (const section of listIn(value.sections)) {
    const name = typeof section.room === "string" ? section.room.trim() : "";
    const key = name.toLowerCase();
    if (key !== "" && !named.has(key) && section.deletedAt === null)
      named.set(key, {
        id: mixedId(section.id, section.levelId),
        version: 1,
        createdAt: section.createdAt,
        updatedAt: section.createdAt,
        changedBy: null,
        deletedAt: null,
        deletedBy: null,
        name,
        places: null,
        note: "",
      });
  }
  return {
    ...value,
    formatVersion: 4,
    studio: isThing(value.studio)
      ? { ...value.studio, firstWeekday: 1, safePractice: "", lost: "" }
      : value.studio,
    rooms: [...named.values()],
    terms: [],
    absences: [],
    sections: listIn(value.sections).map((section) => ({ ...section, standIns: [] })),
  };
}

/** A file of the fourth version as the fifth has it. */
const fromFourth = (value: Thing): Thing => ({
  ...value,
  formatVersion: 5,
  studio: isThing(value.studio)
    ? {
        ...value.studio,
        dates: "day-first",
        clock: "24",
        lengths: "metres",
        ruleShare: 80,
        ruleMark: "alone",
        checkMark: "alone",
      }
    : value.studio,
  plans: listIn(value.plans).map((plan) => ({ ...plan, agreed: null })),
  proposals: [],
});

/** A file of the fifth version as the sixth has it: what a check looks at, and what is danced in it, have other names. */
const fromFifth = (value: Thing): Thing => ({
  ...value,
  formatVersion: 6,
  checks: listIn(value.checks).map(({ things, items, ...check }) => ({
    ...check,
    figures: things,
    routine: items,
  })),
});

/** How each version becomes the next. */
const STEPS: Readonly<Record<number, (value: Thing) => Thing>> = {
  1: fromFirst,
  2: fromSecond,
  3: fromThird,
  4: fromFourth,
  5: fromFifth,
};

/**
 * A file of an earlier version as the present one has it. Anything else stays as it is, whatever it holds.
 * @example
 * upgraded({ formatVersion: 7 }) // { formatVersion: 7 }
 */
export function upgraded(value: unknown): unknown {
  let now = value;
  while (isThing(now)) {
    const step = STEPS[Number(now.formatVersion)];
    if (!step || typeof now.formatVersion !== "number") return now;
    now = step(now);
  }
  return now;
}
