import { randomUUID } from "node:crypto";
import {
  countStudio,
  readStudioFile,
  STUDIO_FILE_VERSION,
  STUDIO_LIST_NAMES,
  type StudioFile,
  studioSchema,
  type TakenStudio,
} from "@map-step/contract";
import { type Database, openDatabase, services } from "@map-step/server";
import { Ajv2020 } from "ajv/dist/2020.js";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, inject, it, test } from "vitest";
import { runs } from "../../core/testing/runs.ts";
import { newDatabaseBeside } from "../../scripts/lib/copies.ts";
import { LIST_TABLES } from "../../server/src/features/studio-file/tables.ts";
import type {} from "../../server/test/new-database.ts";
import { layBigStudio, type Size } from "./big-studio.ts";

const TODAY = "2027-02-16";
const SMALL: Size = { staff: 4, dances: 2, figures: 60, levels: 4, sections: 8, students: 40, marks: 120 };
const DIRECTOR = { name: "New here", email: "new@studio.example", password: "a long enough one" };

const open: Database[] = [];
afterAll(() => Promise.all(open.map((db) => db.sequelize.close())));

async function newStudio(template = inject("template")): Promise<Database> {
  const db = openDatabase(await newDatabaseBeside(template, "copy"), { patient: true });
  open.push(db);
  return db;
}
/** A studio on its first evening: its director, and nothing else. */
async function emptyStudio(email = DIRECTOR.email): Promise<Database> {
  const db = await newStudio();
  await db.Studio.create({ id: 1, name: "Before", timeZone: "Europe/Oslo" });
  await services.createStaff(db, { ...DIRECTOR, email, role: "director", active: true });
  return db;
}
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const takeIn = (db: Database, file: unknown): Promise<TakenStudio> =>
  services.takeInStudioFile(db, bytesOf(JSON.stringify(file)));

async function fileOf(db: Database): Promise<StudioFile> {
  const { file, faults } = readStudioFile(JSON.parse(await services.writeStudioFile(db)));
  expect(faults).toEqual([]);
  return file as StudioFile;
}
const byId = (a: { id: string }, b: { id: string }) => a.id.localeCompare(b.id);
/** What may differ between two files of the same studio: when they were made, in which order, who was here before. */
const lasting = (
  { madeAt: _madeAt, format: _format, formatVersion: _version, studio, ...lists }: StudioFile,
  email: string,
) => ({
  studio,
  ...Object.fromEntries(Object.entries(lists).map(([name, things]) => [name, things.toSorted(byId)])),
  staff: lists.staff.filter((person) => person.email !== email).toSorted(byId),
  // Who may teach something and when it is closed are sets.
  figures: lists.figures.map((one) => ({ ...one, teacherIds: one.teacherIds.toSorted() })).toSorted(byId),
  sections: lists.sections
    .map((one) => ({
      ...one,
      teacherIds: one.teacherIds.toSorted(),
      substituteIds: one.substituteIds.toSorted(),
      daysOff: one.daysOff.toSorted(),
    }))
    .toSorted(byId),
});

let demo: Database;
let saved: StudioFile;
beforeAll(async () => {
  demo = await newStudio(inject("demoTemplate"));
  // What was removed, changed by somebody and kept aside belongs to a studio as well.
  const [somebody] = await demo.Staff.findAll();
  const gone = { deletedAt: new Date(), deletedBy: somebody?.id ?? null };
  const plan = await demo.Plan.findOne({ rejectOnEmpty: true });
  await demo.PlanDraft.create({
    planId: plan.id,
    name: "Aside",
    content: { chosen: [], special: [], muted: [], away: [] },
    ...gone,
  });
  await demo.LessonTemplate.create({
    name: "Gone",
    parts: [{ kind: "warm-up", title: "", minutes: 5 }],
    ...gone,
  });
  await demo.Approach.create({
    name: "Ours",
    reason: "",
    ages: [[{ layer: "steps", share: 1 }]],
    returns: [1, 3],
    returnMinutes: 4,
    changedBy: somebody?.id ?? null,
  });
  const [level] = await demo.Level.findAll();
  const levelId = level?.id ?? "";
  await demo.ReadinessRule.create({ levelId, clauses: [{ kind: "timing", within: 60 }] });
  const [one, two] = await demo.Student.findAll();
  await demo.Student.update({ sameAs: one?.id ?? null }, { where: { id: two?.id ?? "" } });
  const wishes = [{ studentId: one?.id ?? "", weekdays: [1], together: [two?.id ?? ""] }];
  await demo.GroupPlan.create({ levelId, goalIds: [], goes: [], wishes, locks: [] });
  const section = await demo.Section.findOne({ rejectOnEmpty: true });
  await demo.SectionSubstitute.create({ sectionId: section.id, staffId: somebody?.id ?? "" });
  const check = await demo.Check.findOne({ rejectOnEmpty: true });
  const figure = await demo.Figure.findOne({ rejectOnEmpty: true });
  await demo.CheckNote.create({
    id: randomUUID(),
    checkId: check.id,
    figureId: figure.id,
    text: "Most rush the third count.",
    corrects: null,
    notedAt: new Date(),
    staffId: somebody?.id ?? "",
  });
  saved = await fileOf(demo);
});

describe("a whole studio as one file", () => {
  it("comes back into an empty studio exactly as it was", async () => {
    const other = await emptyStudio();
    const { counts, inBin, withoutPassword, unreadable } = await takeIn(other, saved);
    expect({ counts, inBin }).toEqual(countStudio(saved));
    expect(inBin).toBe(2);
    expect(counts.planDrafts).toBe(0);
    for (const list of STUDIO_LIST_NAMES) {
      expect(saved[list].length, list).toBeGreaterThan(0);
    }
    expect(withoutPassword).toHaveLength(saved.staff.length);
    expect(unreadable).toEqual([]);
    expect(lasting(await fileOf(other), DIRECTOR.email)).toEqual(lasting(saved, DIRECTOR.email));
  });

  it("is what its schema describes, for other programs", () => {
    const accepts = new Ajv2020({ validateFormats: false }).compile(JSON.parse(studioSchema()));
    expect(accepts(saved), JSON.stringify(accepts.errors?.slice(0, 3))).toBe(true);
    expect(accepts({ ...saved, lessons: [{}] })).toBe(false);
  });

  it("comes back as it was from a studio of another shape", async () => {
    const big = await newStudio();
    await layBigStudio(big, SMALL, TODAY);
    const file = await fileOf(big);
    const other = await emptyStudio();
    await takeIn(other, file);
    expect(lasting(await fileOf(other), DIRECTOR.email)).toEqual(lasting(file, DIRECTOR.email));
  });

  it("holds every column of every table, but for passwords, sign-ins and times of inner rows", async () => {
    const columns = await demo.sequelize.query<{ place: string }>(
      `select table_name || '.' || column_name as place from information_schema.columns where table_schema = 'public'`,
      { type: "SELECT" as never },
    );
    const kept = new Set(
      Object.values(LIST_TABLES).flatMap(({ table, columns: own, inner }) => [
        ...Object.values(own).map((column) => `${table}.${column}`),
        ...Object.values(inner).flatMap((list) =>
          [
            list.owner,
            "position",
            ...(typeof list.columns === "string" ? [list.columns] : Object.values(list.columns)),
          ].map((column) => `${list.table}.${column}`),
        ),
      ]),
    );
    const innerTables = Object.values(LIST_TABLES).flatMap(({ inner }) =>
      Object.values(inner).map(({ table }) => table),
    );
    const left = columns
      .map(({ place }) => place)
      .filter((place) => !kept.has(place))
      // Like a sign-in, the address of a calendar lets somebody in, and is made anew.
      .filter(
        (place) =>
          !/^(migrations|sessions|rate_limits|studio|history|staff_seen|calendar_addresses|one_time_links|letters|backups|plan_links|factors|recovery_codes|challenges|seen_evidence)\./.test(
            place,
          ),
      )
      .filter((place) => !innerTables.some((table) => /_at$/.test(place) && place.startsWith(`${table}.`)));
    expect(left.sort()).toEqual([
      "dances.library_version",
      // Whoever stepped in did so for one evening.
      "section_substitutes.on_day",
      // Worked out from the name of the room.
      "sections.room_id",
      "staff.demo_password",
      "staff.password_hash",
      "staff.sessions_epoch",
      "staff.sessions_since",
      // Follows from who is the same as whom.
      "students.person_id",
    ]);
  });

  it("lets who is here already stay, with what they did", async () => {
    const [first] = saved.staff;
    const other = await emptyStudio(first?.email);
    const before = await other.Staff.findOne({ where: { email: first?.email ?? "" }, rejectOnEmpty: true });
    const { withoutPassword } = await takeIn(other, saved);
    expect(withoutPassword).not.toContain(first?.name);
    expect(withoutPassword).toHaveLength(saved.staff.length - 1);
    const after = await before.reload();
    expect([after.name, after.passwordHash]).toEqual([DIRECTOR.name, before.passwordHash]);
    const text = JSON.stringify(saved).replaceAll(first?.id ?? "", after.id);
    expect(lasting(await fileOf(other), after.email)).toEqual(lasting(JSON.parse(text), after.email));
  });

  it("gives nobody a way to sign in without a password", async () => {
    const other = await emptyStudio();
    await takeIn(other, saved);
    const staff = await other.Staff.findAll();
    expect(staff.filter(({ passwordHash }) => passwordHash !== null)).toHaveLength(1);
    expect(staff.every(({ demoPassword }) => demoPassword === null)).toBe(true);
  });

  it("comes back once, also when two ask for it in the same moment", async () => {
    const other = await emptyStudio();
    const both = await Promise.allSettled([takeIn(other, saved), takeIn(other, saved)]);
    expect(both.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
    expect(await other.Figure.count()).toBe(saved.figures.length);
    await expect(takeIn(other, saved)).rejects.toThrow(/empty studio only, and this one has 3 dances/);
  });
});

/** Everything that a file may be made into, and the place at which that must be told. */
const BROKEN: readonly (readonly [what: string, change: (file: StudioFile) => unknown, place: RegExp])[] = [
  ["another format", (file) => ({ ...file, format: "map-step/figures" }), /^format$/],
  ["a later version", (file) => ({ ...file, formatVersion: STUDIO_FILE_VERSION + 1 }), /^formatVersion$/],
  ["a list that is missing", ({ levels: _levels, ...file }) => file, /^levels$/],
  ["a field of nobody", (file) => ({ ...file, more: 1 }), /^$/],
  ["a figure of no dance", (file) => ({ ...file, dances: [] }), /^figures\.0\.danceId$/],
  [
    "two things of one id",
    (file) => ({ ...file, sections: file.sections.map((one) => ({ ...one, id: file.sections[0]?.id })) }),
    /^sections\.1\.id$/,
  ],
  [
    "two figures of one name",
    (file) => ({ ...file, figures: file.figures.map((one) => ({ ...one, name: "Same" })) }),
    /^figures\.1$/,
  ],
  ["a level without a plan", (file) => ({ ...file, plans: [], planDrafts: [] }), /^levels\.0$/],
  [
    "figures that need each other",
    (file) => {
      const [a, b] = file.figures.filter(({ danceId }) => danceId === file.dances[0]?.id);
      const needs = new Map([
        [a?.id, [b?.id]],
        [b?.id, [a?.id]],
      ]);
      return {
        ...file,
        figures: file.figures.map((one) => ({ ...one, needs: needs.get(one.id) ?? one.needs })),
      };
    },
    /^figures\.\d+\.needs$/,
  ],
  [
    "a level that follows itself",
    (file) => ({ ...file, levels: file.levels.map((one) => ({ ...one, followsId: one.id })) }),
    /^levels\.0\.followsId$/,
  ],
  [
    "a comment about something that is not in it",
    (file) => ({
      ...file,
      comments: file.comments.map((one) => ({ ...one, thingId: "00000000-0000-4000-8000-00000000000f" })),
    }),
    /^comments\.0\.thingId$/,
  ],
  [
    "a proposal about something that is not in it",
    (file) => ({
      ...file,
      proposals: file.proposals.map((one) => ({ ...one, thingId: "00000000-0000-4000-8000-00000000000f" })),
    }),
    /^proposals\.0\.thingId$/,
  ],
  [
    "a character that cannot be kept",
    (file) => ({ ...file, dances: file.dances.map((one) => ({ ...one, music: "a\u0000b" })) }),
    /^dances\.0\.music$/,
  ],
];

describe("a file that is none of a studio", () => {
  let other: Database;
  let before: StudioFile;
  beforeAll(async () => {
    other = await emptyStudio();
    before = await fileOf(other);
  });
  const refusal = async (bytes: Uint8Array) => {
    const error = await services.takeInStudioFile(other, bytes).then(
      () => null,
      (reason: { problem?: { status: number; errors?: { path: string; message: string }[] } }) => reason,
    );
    return error?.problem ?? null;
  };

  it.each(BROKEN)("is refused at its place: %s", async (_what, change, place) => {
    const problem = await refusal(bytesOf(JSON.stringify(change(saved))));
    expect(problem?.status).toBe(422);
    expect(problem?.errors?.[0]?.path).toMatch(place);
    expect(await fileOf(other)).toEqual({ ...before, madeAt: expect.any(String) });
  });

  it.each([
    ["nothing", new Uint8Array()],
    ["half of a file", bytesOf('{"format": "map-st')],
    ["bytes of a picture", new Uint8Array([0xff, 0xd8, 0xff, 0xe0])],
    ["something else", bytesOf("[1, 2]")],
  ])("is refused: %s", async (_what, bytes) => {
    expect((await refusal(bytes))?.status).toBe(422);
  });

  test("whatever is changed in a file, it is taken in and saved alike, or refused and nothing changes", async () => {
    /** Odd values of every kind, put in the place of one that was there. */
    const odd = fc.constantFrom<unknown>(
      null,
      true,
      -1,
      0,
      1.5,
      1e12,
      "",
      " ",
      "x".repeat(500),
      [],
      {},
      [null],
      "1900-02-30",
      "00000000-0000-4000-8000-000000000000",
      "2027-02-16T00:00:00.000000Z",
      "\ud800",
    );
    const place = fc.record({
      list: fc.constantFrom(...STUDIO_LIST_NAMES),
      at: fc.nat(),
      steps: fc.array(fc.nat(), { maxLength: 4 }),
    });
    const put = (value: unknown, steps: readonly number[], next: unknown): unknown => {
      if (typeof value !== "object" || value === null) return next;
      const keys = Object.keys(value);
      const [step, ...rest] = steps;
      if (step === undefined || keys.length === 0) return next;
      const key = keys[step % keys.length] as string;
      const inner = put((value as Record<string, unknown>)[key], rest, next);
      return Array.isArray(value)
        ? value.map((one, index) => (String(index) === key ? inner : one))
        : { ...value, [key]: inner };
    };
    let fresh = other;
    await fc.assert(
      fc.asyncProperty(place, odd, async ({ list, at, steps }, next) => {
        const things = saved[list];
        const index = at % things.length;
        const changed = {
          ...saved,
          [list]: things.map((thing, one) => (one === index ? put(thing, [at, ...steps], next) : thing)),
        };
        const bytes = bytesOf(JSON.stringify(changed));
        if ((await fresh.Dance.count()) > 0) fresh = await emptyStudio();
        try {
          await services.takeInStudioFile(fresh, bytes);
        } catch (error) {
          const { problem } = error as { problem?: { status: number } };
          expect(problem?.status, String(error)).toBe(422);
          expect(await fresh.Dance.count()).toBe(0);
          return;
        }
        // Text that is taken in has been read by the contract, which may take spaces off its ends.
        const read = readStudioFile(changed).file as StudioFile;
        expect(lasting(await fileOf(fresh), DIRECTOR.email)).toEqual(lasting(read, DIRECTOR.email));
      }),
      runs(150),
    );
  });
});
