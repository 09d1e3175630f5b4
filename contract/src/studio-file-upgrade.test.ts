import { describe, expect, it } from "vitest";
import { readStudioFile, STUDIO_FILE_VERSION, STUDIO_LIST_NAMES, upgraded } from "./index.ts";

const ids = Array.from({ length: 9 }, (_, at) => `0000000${at}-0000-4000-8000-00000000000${at}`);
const [staff, section, ana, ben, home, first, second] = ids;
const at = "2027-01-01T10:00:00.000Z";
const kept = { version: 1, createdAt: at, updatedAt: at };
const student = (id: unknown, name: string, role: string) => ({
  ...kept,
  id,
  name,
  role,
  sectionId: section,
  changedBy: null,
  deletedAt: null,
  deletedBy: null,
  practice: [],
});
const check = (id: unknown, marks: readonly object[]) => ({
  id,
  createdAt: at,
  updatedAt: at,
  sectionId: section,
  heldOn: "2027-02-01",
  staffId: staff,
  marks,
});
const OLD = {
  formatVersion: 1,
  sections: [{ id: section, firstDate: "2027-01-11" }],
  students: [student(ana, "Ana", "leader"), student(ben, "Ben", "solo")],
  checks: [
    check(first, [
      { studentId: ana, figureId: home, mark: "alone", version: 2 },
      { studentId: ben, figureId: home, mark: null, version: 2 },
    ]),
    check(second, [{ studentId: ben, figureId: home, mark: "not-yet", version: 1 }]),
  ],
};

describe("a file of the first version", () => {
  const now = upgraded(OLD) as Record<string, Record<string, unknown>[]>;

  it("makes a student with an enrolment of each, and what was seen of their marks", () => {
    expect(now.enrolments).toMatchObject([
      { studentId: ana, sectionId: section, role: "leader", fromDate: "2027-01-11", untilDate: null },
      { studentId: ben, role: "solo" },
    ]);
    expect(now.students?.map(({ evidence }) => evidence)).toMatchObject([
      [{ mark: "alone", layer: "partner", checkId: first, seenOn: "2027-02-01", staffId: staff }],
      [{ mark: "not-yet", layer: "count", checkId: first }],
    ]);
    expect(now.students?.[0]).not.toHaveProperty("sectionId");
  });

  it("makes one check of those of one day, and the same ids each time", () => {
    expect(now.checks?.map(({ id }) => id)).toEqual([first]);
    expect(upgraded(OLD)).toEqual(now);
    const made = now.students?.flatMap(({ evidence }) => (evidence as { id: string }[]).map(({ id }) => id));
    expect(new Set(made).size).toBe(2);
  });

  it("leaves alone what is none, whatever it holds", () => {
    for (const value of [null, 7, [], { formatVersion: STUDIO_FILE_VERSION }, { formatVersion: "3" }, "x"])
      expect(upgraded(value)).toBe(value);
    expect(upgraded({ formatVersion: 2, more: 1 })).toMatchObject({
      formatVersion: STUDIO_FILE_VERSION,
      more: 1,
      comments: [],
    });
    expect(readStudioFile({ formatVersion: 1, students: "no", checks: 7 }).file).toBeNull();
  });

  it("holds every sort of things that this version has", () => {
    for (const list of STUDIO_LIST_NAMES.filter((name) => name in now))
      expect(now[list]).toBeInstanceOf(Array);
    expect(Object.keys(now)).toEqual(
      expect.arrayContaining([
        "readinessRules",
        "groupPlans",
        "enrolments",
        "comments",
        "rooms",
        "terms",
        "absences",
        "proposals",
      ]),
    );
  });
});

describe("a file of the third version", () => {
  it("has a room for each that a section names, once however it is written", () => {
    const sections = ["Hall", " hall ", "Loft", ""].map((room, index) => ({
      id: ids[index],
      levelId: home,
      room,
      deletedAt: null,
      createdAt: at,
    }));
    const now = upgraded({ formatVersion: 3, sections: [...sections, 7, { room: 3 }] }) as {
      rooms: { id: string; name: string; createdAt: string }[];
      sections: { standIns: unknown[] }[];
    };
    expect(now.rooms.map(({ name, createdAt }) => [name, createdAt])).toEqual([
      ["Hall", at],
      ["Loft", at],
    ]);
    expect(new Set(now.rooms.map(({ id }) => id)).size).toBe(2);
    expect(now.sections.map(({ standIns }) => standIns)).toEqual([[], [], [], [], []]);
  });
});

describe("a file of the fourth version", () => {
  it("writes dates and asks of dancers as the product did by itself, and knows of no plan what its level was", () => {
    const now = upgraded({ formatVersion: 4, studio: { name: "Loft" }, plans: [{ id: home }, 7] });
    expect(now).toMatchObject({
      studio: { name: "Loft", dates: "day-first", clock: "24", ruleShare: 80, checkMark: "alone" },
      plans: [{ id: home, agreed: null }],
      proposals: [],
    });
  });
});

describe("a file of the fifth version", () => {
  it("calls what a check looks at its figures, and what is danced in it its routine", () => {
    const looked = [{ figureId: home, layer: "count" }];
    const now = upgraded({ formatVersion: 5, checks: [{ id: home, things: looked, items: [] }, 7] });
    expect(now).toEqual({ formatVersion: 6, checks: [{ id: home, figures: looked, routine: [] }] });
  });
});
