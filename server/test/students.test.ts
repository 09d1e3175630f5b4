import { randomUUID } from "node:crypto";
import { api, contentOfPlan } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { seen } from "./seen.ts";
import { noted, sectionContent, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher, other } = await studioWithCourse();
const params = { id: course.section.id };
const { home } = course.figures;

const sectionOf = async (name: string) =>
  (await director.call(api.sections.create, { body: sectionContent(course.level.id, { name }) })).body;
const create = async (name: string, sectionId = course.section.id) =>
  (await director.call(api.students.create, { params: { id: sectionId }, body: { name, role: "leader" } }))
    .body;

describe("a roster", () => {
  it("takes many in one step, all or none, and those of the studio as who they are", async () => {
    const next = await sectionOf("Second");
    const ana = await create("Ana Lind");
    const enrol = (students: readonly { studentId: string | null; name: string }[]) =>
      director.call(api.students.enrol, {
        params: { id: next.id },
        body: { from: "2027-03-01", students: students.map((one) => ({ ...one, role: "both" as const })) },
      });
    const known = { studentId: ana.id, name: "" };
    expect((await enrol([known])).problem.errors?.[0]?.path).toBe("students.0.name");
    const twice = await enrol([
      { studentId: null, name: "Bo" },
      { studentId: null, name: "bo" },
    ]);
    expect([twice.status, twice.problem.errors?.[0]?.path]).toEqual([422, "students.1.name"]);
    const lost = await enrol([
      { studentId: null, name: "Cato" },
      { studentId: randomUUID(), name: "Lost" },
    ]);
    expect(lost.status).toBe(422);
    expect((await director.call(api.students.list, { params: { id: next.id } })).body).toEqual([]);
    const both = await enrol([
      { ...known, name: "Ana Lind" },
      { studentId: null, name: "Bo" },
    ]);
    expect(both.body.map(({ id, name, role, from }) => [id === ana.id, name, role, from])).toEqual([
      [true, "Ana Lind", "both", "2027-03-01"],
      [false, "Bo", "both", "2027-03-01"],
    ]);
    expect((await enrol([{ ...known, name: "Ana Lind" }])).body).toEqual([]);
  });

  it("knows from when until when somebody comes, on the version that was seen", async () => {
    const one = await create("Dag");
    const change = (about: object) =>
      director.call(api.students.changeEnrolment, {
        params: { id: one.enrolmentId },
        body: { role: "leader", from: one.from, until: null, waiting: false, version: 1, ...about },
      });
    expect((await change({ until: "2026-01-01" })).problem.errors?.[0]?.path).toBe("until");
    expect((await change({ until: "2027-03-08", role: "both" })).body).toMatchObject({
      ...{ until: "2027-03-08", role: "both", enrolmentVersion: 2 },
    });
    const stale = await change({ waiting: true });
    expect([stale.status, stale.problem.current]).toMatchObject([409, { until: "2027-03-08" }]);
  });
});

describe("one person who was written twice", () => {
  it("is proposed, joined by the director, and taken apart again as they were", async () => {
    const elsewhere = await sectionOf("Elsewhere");
    const [one, two] = [await create("Esme Holt"), await create("Esmé Holt", elsewhere.id)];
    await director.call(api.checks.note, { params, body: { entries: [seen(one.id, home.id)] } });
    await director.call(api.checks.note, {
      params: { id: elsewhere.id },
      body: { entries: [seen(two.id, home.id, { mark: "with-help" })] },
    });
    expect((await teacher.call(api.students.alike)).status).toBe(403);
    const pair = (await director.call(api.students.alike)).body.find(({ one: a }) =>
      a.name.startsWith("Esm"),
    );
    expect([pair?.same, [pair?.one.id, pair?.other.id].sort()]).toEqual([true, [one.id, two.id].sort()]);
    const join = (id: string, studentId: string) =>
      director.call(api.students.join, { params: { id }, body: { studentId } });
    const joined = (await join(two.id, one.id)).body;
    expect(joined).toMatchObject({ id: one.id, joined: [{ id: two.id, name: "Esmé Holt" }] });
    expect(joined.courses).toHaveLength(2);
    const marks = async (id: string) =>
      (await director.call(api.checks.person, { params: { id } })).body.evidence.map(({ mark }) => mark);
    expect(await marks(two.id)).toEqual(["alone", "with-help"]);
    expect((await join(one.id, two.id)).status).toBe(422);
    // A third, joined to the second, is the first as well, and goes with the second again.
    const third = await create("Esme H.", (await sectionOf("Third")).id);
    await join(third.id, two.id);
    expect(await marks(third.id)).toHaveLength(2);
    const apart = (await director.call(api.students.separate, { params: { id: two.id } })).body;
    expect(apart).toMatchObject({ id: two.id, name: "Esmé Holt", joined: [] });
    expect(await marks(two.id)).toEqual(["with-help"]);
    expect(await marks(one.id)).toEqual(["alone"]);
    expect(await marks(third.id)).toEqual(["alone"]);
  });
});

describe("a student's own data", () => {
  it("come out complete, and are erased everywhere for good", async () => {
    const name = "Quenby Marr";
    const elsewhere = await sectionOf("Far");
    const student = await create(name);
    const again = await create("Quenby Marre", elsewhere.id);
    await director.call(api.students.join, { params: { id: again.id }, body: { studentId: student.id } });
    const at = { params: { sectionId: course.section.id, week: 4 } };
    const remark = {
      kind: "note" as const,
      text: "Quenby rushes; the marrow of it is time.",
      figureId: null,
    };
    await teacher.call(api.classLog.note, {
      ...at,
      body: {
        entries: [
          noted({ kind: "attendance", target: student.id, value: { present: true } }),
          noted({ kind: "waited", target: student.id, value: { times: 2 } }),
          noted({ kind: "remark", target: randomUUID(), value: remark }),
          noted({ kind: "ended", target: "class", value: { ended: true } }),
        ],
      },
    });
    const check = (await teacher.call(api.checks.create, { params, body: { heldOn: "2027-03-02" } })).body;
    const about = {
      kind: "note",
      id: randomUUID(),
      at: "2027-03-02T20:00:00.000Z",
      figureId: home.id,
    } as const;
    await teacher.call(api.checks.note, {
      params,
      body: {
        entries: [
          seen(student.id, home.id, { checkId: check.id, seenOn: "2027-03-02" }),
          { ...about, checkId: check.id, text: "As Quenby shows it.", corrects: null },
        ],
      },
    });
    await director.call(api.checks.note, {
      params: { id: elsewhere.id },
      body: { entries: [seen(again.id, home.id, { mark: "not-yet" })] },
    });
    const wishes = [{ studentId: student.id, weekdays: [1], together: [] }];
    await director.call(api.groups.change, {
      params: { id: course.level.id },
      body: { goalIds: [], goes: [{ studentId: again.id, goes: true }], wishes, locks: [], version: 0 },
    });
    const recap = (await teacher.call(api.recaps.read, at)).body;
    const content = [{ type: "paragraph", content: [{ type: "text", text: `Thanks, ${name}.` }] }];
    const saved = await teacher.call(api.recaps.change, {
      ...at,
      body: { ...recap, title: `For ${name}`, document: { type: "doc", content } as typeof recap.document },
    });
    await teacher.call(api.recaps.publish, { ...at, body: { version: saved.body.version } });
    // What is said of the plan of her class: an accepted finding, a saved plan, a proposal and its answer.
    const { planId } = course.section;
    const plan = (await director.call(api.plans.read, { params: { id: planId } })).body;
    const muted = [{ key: "any", reason: "Quenby asked for it" }];
    const kept = { ...contentOfPlan(plan), muted };
    await director.call(api.plans.change, {
      params: { id: planId },
      body: { ...kept, version: plan.version },
    });
    const draft = { name: "As Quenby wants it", content: kept };
    await director.call(api.planDrafts.create, { params: { id: planId }, body: draft });
    const { id: proposalId } = (
      await teacher.call(api.proposals.create, {
        body: {
          ...{ list: "plans", thingId: planId, base: kept, note: "Quenby needs it" },
          ...{ content: { ...kept, muted: [] }, state: "sent" },
        },
      })
    ).body;
    await director.call(api.proposals.settle, {
      params: { id: proposalId },
      body: { version: 1, answer: "Quenby can wait", take: null },
    });
    // The whole name is hers wherever it stands, also where she never was.
    const far = await sectionOf("Never was there");
    const { id: _id, version, planId: _plan, dates: _dates, substituteIds: _who, ...far_ } = far;
    await director.call(api.sections.change, {
      params: { id: far.id },
      body: { ...far_, version, goodToKnow: `The key is with ${name}.` },
    });

    expect((await other.call(api.students.export, { params: { id: student.id } })).status).toBe(200);
    const all = (await teacher.call(api.students.export, { params: { id: student.id } })).body;
    expect(all).toMatchObject({ name, role: "leader", otherNames: ["Quenby Marre"] });
    expect(all.courses.map(({ section }) => section).sort()).toEqual(["Far", "Monday"]);
    expect(all.attendance).toEqual([
      { section: "Monday", week: 4, date: "2027-03-08", present: true, by: "teacher 1" },
    ]);
    expect(all.waited[0]?.times).toBe(2);
    expect(all.marks.map(({ date, figure, mark }) => [date, figure, mark])).toEqual([
      ["2027-02-16", "Home", "not yet"],
      ["2027-03-02", "Home", "without help"],
    ]);
    expect(all.remarks.map(({ text }) => text)).toEqual([remark.text]);

    await director.call(api.students.remove, { params: { id: student.enrolmentId } });
    expect((await teacher.call(api.students.erase, { params: { id: student.id } })).status).toBe(403);
    expect((await director.call(api.students.erase, { params: { id: student.id } })).status).toBe(200);
    const [tables] = await studio.db.sequelize.query(
      "select table_name as name from information_schema.tables where table_schema = 'public'",
    );
    for (const { name: table } of tables as { name: string }[]) {
      const [rows] = await studio.db.sequelize.query(
        `select count(*)::int as n from "${table}" t where t::text ~ 'Quenby|Marr|${student.id}|${again.id}'`,
      );
      expect((rows as { n: number }[])[0]?.n, table).toBe(0);
    }
    // How many there were stays, as nobody's: what was seen, and who was there.
    const checks = (await teacher.call(api.checks.list, { params })).body;
    expect(checks.find((one) => one.id === check.id)?.marks).toBe(1);
    const people = (await director.call(api.students.all)).body.map((one) => one.name);
    expect(people.some((one) => one.includes("erased"))).toBe(false);
    // What only looks like the name stays.
    const { entries } = (await teacher.call(api.classLog.read, at)).body;
    expect(JSON.stringify(entries)).toContain("(name erased) rushes; the marrow of it");
  });
});
