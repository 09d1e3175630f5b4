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
      ...{ id: student.id, version: 1, createdAt: student.createdAt, updatedAt: student.updatedAt },
      ...{ changedBy: student.changedBy, deletedAt: student.deletedAt, deletedBy: student.deletedBy },
      ...{ sectionId: student.sectionId, studentId: student.id, role: student.role },
      ...{
        fromDate: sections.get(student.sectionId)?.firstDate,
        untilDate: null,
        waiting: false,
        batchId: null,
      },
    })),
    checks: checks
      .filter((check) => firstOf.get(check.id) === check)
      .map(({ marks: _marks, ...check }) => ({
        ...{ ...check, version: 1, changedBy: null },
        ...{ minutes: 15, things: [], items: [], notes: [] },
      })),
  };
}

/**
 * A file of an earlier version as the present one has it. Anything else stays as it is, whatever it holds.
 * @example
 * upgraded({ formatVersion: 2 }) // { formatVersion: 3, comments: [] }
 */
export function upgraded(value: unknown): unknown {
  if (!isThing(value)) return value;
  const second = value.formatVersion === 1 ? fromFirst(value) : value;
  return second.formatVersion === 2 ? { ...second, formatVersion: 3, comments: [] } : second;
}
