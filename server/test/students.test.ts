import { randomUUID } from "node:crypto";
import { api, contentOfPlan } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { NO_WORDS, WRITTEN } from "../src/features/students/written.ts";
import { seen } from "./seen.ts";
import { erase, noted, sectionContent, studioWithCourse } from "./studio.ts";

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
      until: "2027-03-08",
      role: "both",
      enrolmentVersion: 2,
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
          list: "plans",
          thingId: planId,
          base: kept,
          note: "Quenby needs it",
          content: { ...kept, muted: [] },
          state: "sent",
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
    const written = all.written.map(({ what, text }) => [what, text]);
    expect(written).toEqual(
      expect.arrayContaining([
        ["Note in a class", remark.text],
        ["Note in a check", "As Quenby shows it."],
        ["Recap", `For ${name}`],
        ["Recap", `Thanks, ${name}.`],
        ["Plan", "Quenby asked for it"],
        ["Saved plan", "As Quenby wants it"],
        ["Proposal", "Quenby needs it"],
        ["Section", `The key is with ${name}.`],
      ]),
    );
    expect(all.wishes).toEqual([
      { level: course.level.name, weekdays: [1], together: [], goes: true, section: "" },
    ]);
    // What is proposed is read by who proposes it and by directors.
    const others = (await other.call(api.students.export, { params: { id: student.id } })).body;
    expect(others.written.some(({ what }) => what === "Proposal")).toBe(false);

    await director.call(api.students.remove, { params: { id: student.enrolmentId } });
    const none = { places: [], basis: "" };
    const refused = await teacher.call(api.students.erase, { params: { id: student.id }, body: none });
    expect(refused.status).toBe(403);
    expect((await teacher.call(api.students.named, { params: { id: student.id } })).status).toBe(403);
    // A list that somebody wrote into meanwhile is looked through once more; nothing is erased.
    const old = (await director.call(api.students.named, { params: { id: student.id } })).body;
    await director.call(api.comments.create, {
      body: {
        list: "plans",
        thingId: planId,
        week: null,
        counts: null,
        replyTo: null,
        text: "MARR,\u00a0quenby and @QuenbyMarr agree",
      },
    });
    const late = await director.call(api.students.erase, {
      params: { id: student.id },
      body: { places: old.places.map(({ id }) => id), basis: old.basis },
    });
    expect(late.problem).toMatchObject({ status: 409, title: "Changed by somebody else" });
    const now = (await director.call(api.students.named, { params: { id: student.id } })).body;
    expect(now.places).toHaveLength(old.places.length + 2);
    expect((await erase(director, student.id)).status).toBe(200);
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

  it("are found however the name is written, and only what is ticked is taken out", async () => {
    const { planId } = course.section;
    const name = "Wendel Ashgrove";
    const student = await create(name);
    await create("Wren Hollow");
    const far = await sectionOf("Far away");
    await create("Hazel Wren", far.id);
    const say = async (text: string, thingId = planId) =>
      (
        await teacher.call(api.comments.create, {
          body: { list: "plans", thingId, week: null, counts: null, replyTo: null, text },
        })
      ).body.id;
    const theirs = [
      "WENDEL ASHGROVE was late",
      "thanks to wendel  ashgrove",
      "Wendel\u00a0Ashgrove and",
      "Wendel\nAshgrove again",
      "Ashgrove, Wendel: paid",
      "ask @WendelAshgrove, or @wendelashgrove",
      "Wendel’s frame",
      "Wendel A. rushes",
      "Wen\u00addel, and Wéndel",
    ];
    const ids = [];
    for (const text of theirs) ids.push(await say(text));
    const doubtful = [
      await say("Wendel opens the hall", far.planId),
      await say("quick: wendel lost the count"),
    ];
    const others = [await say("Wendelin, Ashgroves Hall"), await say("Hazel Wren and Wren Hollow")];
    const list = (await director.call(api.students.named, { params: { id: student.id } })).body;
    expect(list.name).toBe(name);
    const sure = list.places.filter(({ doubt }) => doubt === null);
    expect(sure.map(({ before, name: said, after }) => before + said + after).toSorted()).toEqual(
      [...theirs, theirs[5], theirs[8]].map((text) => text?.replaceAll(/\s+/g, " ")).toSorted(),
    );
    expect(
      sure.every(({ what, about, by }) => what === "Comment" && about !== "" && by === "teacher 1"),
    ).toBe(true);
    expect(list.places.filter(({ doubt }) => doubt !== null).map(({ doubt }) => doubt?.kind)).toEqual(
      expect.arrayContaining(["elsewhere", "word"]),
    );
    expect((await erase(director, student.id)).status).toBe(200);
    const comments = (
      await Promise.all(
        [planId, far.planId].map((thingId) =>
          director.call(api.comments.on, { params: { list: "plans", id: thingId } }),
        ),
      )
    ).flatMap(({ body }) => body);
    const textOf = (id: string) => comments.find((one) => one.id === id)?.text;
    for (const id of ids) expect(textOf(id)).not.toMatch(/w[eé]n|ash/i);
    expect(textOf(ids[6] ?? "")).toBe("(name erased)’s frame");
    expect(doubtful.map(textOf)).toEqual(["Wendel opens the hall", "quick: wendel lost the count"]);
    expect(others.map(textOf)).toEqual(["Wendelin, Ashgroves Hall", "Hazel Wren and Wren Hollow"]);
    // A word of a name that others have, too, is surely nobody's.
    const wren = (await director.call(api.students.all)).body.find((one) => one.name === "Wren Hollow");
    const shared = (await director.call(api.students.named, { params: { id: wren?.id } })).body;
    expect(shared.places.map(({ name: said, doubt }) => [said, doubt])).toEqual([
      ["Wren Hollow", null],
      ["Wren", { kind: "another", name: "Hazel Wren" }],
    ]);
  });

  it("are looked for wherever somebody can write", async () => {
    const [columns] = await studio.db.sequelize.query(
      `select table_name as table, column_name as column
       from information_schema.columns join information_schema.tables using (table_schema, table_name)
       where table_schema = 'public' and table_type = 'BASE TABLE' and is_generated = 'NEVER'
         and (data_type in ('text', 'jsonb', 'json', 'character varying') or udt_name = '_text')`,
    );
    const named = new Set(
      WRITTEN.flatMap(({ table, columns }) => Object.keys(columns).map((column) => `${table}.${column}`)),
    );
    const forgotten = (columns as { table: string; column: string }[]).filter(
      ({ table, column }) =>
        !named.has(`${table}.${column}`) && !NO_WORDS.has(table) && !NO_WORDS.has(`${table}.${column}`),
    );
    expect(forgotten).toEqual([]);
  });
});
