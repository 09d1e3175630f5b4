import { randomUUID } from "node:crypto";
import { request } from "node:http";
import { api, contentOfPlan, type Endpoint, PROBLEM_TYPES } from "@map-step/contract";
import { describe, expect, it } from "vitest";
import { figureContent, levelContent, noted, sectionContent, studioWithCourse } from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse({}, { THREADS: "yes" });

const removed = async (endpoint: Endpoint, id: string) =>
  expect((await director.call(endpoint, { params: { id } })).status).toBe(200);

/** A request as it goes over the line, also one that no browser would send. */
const raw = (method: string, path: string): Promise<number> =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(studio.address);
    const asked = request({ hostname, port, method, path }, (answer) => {
      answer.resume();
      answer.on("end", () => resolve(answer.statusCode ?? 0));
    });
    asked.on("error", reject);
    asked.end();
  });

describe("one request hurts nobody else", () => {
  it("a section whose level was removed does not come back alone, and its calendar ends no process", async () => {
    const level = (
      await director.call(api.levels.create, { body: levelContent(course.danceId, { name: "Gone" }) })
    ).body;
    const section = (await director.call(api.sections.create, { body: sectionContent(level.id) })).body;
    await removed(api.sections.remove, section.id);
    await removed(api.levels.remove, level.id);
    const params = { id: section.id };
    const back = await director.call(api.sections.restore, { params });
    expect(back.problem.errors?.[0]?.message).toContain("bring it back first");
    expect((await director.call(api.sections.calendar, { params })).status).toBe(404);
    // Even where a row says so all the same, reading is an answer.
    await studio.db.Section.update({ deletedAt: null }, { where: { id: section.id } });
    for (const endpoint of [api.sections.calendar, api.lessons.list, api.sections.contents])
      expect((await director.call(endpoint as Endpoint, { params })).status).toBeLessThan(500);
    expect((await director.call(api.today.read)).status).toBe(200);
    await studio.db.Section.update({ deletedAt: new Date() }, { where: { id: section.id } });
  });

  it("answers twenty stale saves of each thing at once, and others meanwhile", async () => {
    const at = { sectionId: course.section.id, week: 1 };
    await teacher.call(api.classLog.note, {
      params: at,
      body: { entries: [noted({ kind: "ended", target: "class", value: { ended: true } })] },
    });
    const student = (
      await teacher.call(api.students.create, {
        params: { id: course.section.id },
        body: { name: "Stale", role: "leader" },
      })
    ).body;
    const recap = (await teacher.call(api.recaps.read, { params: at })).body;
    await teacher.call(api.recaps.change, { params: at, body: { ...recap, title: "First" } });
    const lesson = (await teacher.call(api.lessons.read, { params: { ...at, week: 2 } })).body;
    const dances = (await director.call(api.dances.list)).body;
    const twenty = Array.from({ length: 20 }, (_, index) => index);
    const stale = await Promise.all(
      twenty.flatMap((index) => [
        director.call(api.students.change, {
          params: { id: student.id },
          body: { name: `S${index}`, role: "leader", version: 0 },
        }),
        director.call(api.dances.change, {
          params: { id: course.danceId },
          body: { ...(dances[0] as (typeof dances)[number]), version: 0 },
        }),
        teacher.call(api.recaps.change, { params: at, body: { ...recap, title: `T${index}`, version: 0 } }),
        teacher.call(api.lessons.change, {
          params: { ...at, week: 2 },
          body: { version: 7, segments: lesson.segments },
        }),
        director.call(api.sections.list),
      ]),
    );
    const statuses = stale.map(({ status }) => status);
    expect(new Set(statuses)).toEqual(new Set([200, 409]));
    expect(statuses.filter((status) => status === 200)).toHaveLength(20);
    const [first] = stale.filter(({ status }) => status === 409);
    expect(first?.problem.changed?.at).toBeDefined();
  });

  it("answers first saves of one lesson by many at once: one is kept, the others are told", async () => {
    const params = { sectionId: course.section.id, week: 5 };
    const lesson = (await teacher.call(api.lessons.read, { params })).body;
    const body = { version: 0, segments: lesson.segments };
    const answers = await Promise.all(
      Array.from({ length: 12 }, () => teacher.call(api.lessons.change, { params, body })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(11).fill(409)]);
  });

  it("answers 503, in good time, where the pool is used up or the database is held", async () => {
    const { sequelize } = studio.served;
    const holders = await Promise.all(Array.from({ length: 10 }, () => sequelize.transaction()));
    try {
      const answer = await director.call(api.levels.list);
      expect(answer.status).toBe(503);
      expect(answer.problem).toMatchObject({ type: PROBLEM_TYPES.unavailable });
      expect(answer.problem.detail).toContain("what you typed is kept");
    } finally {
      await Promise.all(holders.map((transaction) => transaction.rollback()));
    }
    expect((await director.call(api.levels.list)).status).toBe(200);
  });
});

describe("what nobody's page sends", () => {
  it.each([
    ["GET", "/api/figures/%E0%A4%A"],
    ["GET", "/%"],
    ["GET", "/api/public/recaps/%00%00"],
    ["HEAD", "/api/figures/17"],
  ])("%s %s is refused as such", async (method, path) => {
    const status = await raw(method, path);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
  });

  it.each([
    ["text that no database holds", { name: "a\u0000b" }],
    ["half a character", { name: "a\uD800" }],
    ["half a character within a name of a field", { "\uDC00": 1 }],
    ["an object where text belongs", { name: { toString: 1 } }],
    ["a list where an object belongs", []],
  ])("%s", async (_what, body) => {
    const { status, problem } = await director.send("POST", "/dances", body);
    expect(status).toBe(422);
    expect(problem.errors?.length).toBeGreaterThan(0);
  });

  it("an unknown encoding, a body that is cut, and a sign-in made of objects", async () => {
    const odd = await director.send("POST", "/dances", "{}", { "content-encoding": "zzz" });
    expect(odd.status).toBe(415);
    const visitor = await studio.visitor();
    const signIn = await visitor.send("POST", "/session", { email: { toString: 1 }, password: "x" });
    expect(signIn.status).toBe(422);
  });

  it("a year that no calendar of a studio reaches", async () => {
    for (const firstDate of ["9999-12-31", "1899-12-31", "2201-01-01"]) {
      const body = sectionContent(course.level.id, { name: "Far", firstDate });
      expect((await director.call(api.sections.create, { body })).problem.errors?.[0]?.path).toBe(
        "firstDate",
      );
    }
    const body = sectionContent(course.level.id, { name: "Last", firstDate: "2200-12-31" });
    expect((await director.call(api.sections.create, { body })).status).toBe(200);
    expect((await director.call(api.sections.list)).status).toBe(200);
  });

  it("a long body of a stranger is refused before it is read", async () => {
    const visitor = await studio.visitor();
    const body = { email: "a@test.example", password: "x".repeat(20_000) };
    expect((await visitor.send("POST", "/session", body)).status).toBe(413);
  });

  it("answers HEAD as GET", async () => {
    expect(await raw("HEAD", "/api/session")).toBe(200);
  });
});

describe("what was removed", () => {
  it("stands in the bin with who and when, for those who may bring it back, and comes back from there", async () => {
    const body = figureContent(course.danceId, "Short lived");
    const figure = (await director.call(api.figures.create, { body })).body;
    await removed(api.figures.remove, figure.id);
    const [entry] = (await director.call(api.bin.list)).body;
    expect(entry).toMatchObject({ kind: "figure", id: figure.id, name: "Short lived", of: "Test dance" });
    expect(entry?.by).toBe("director 1");
    expect((await teacher.call(api.bin.list)).body.map(({ kind }) => kind)).not.toContain("figure");
    await director.call(api.figures.restore, { params: { id: figure.id } });
    expect((await director.call(api.bin.list)).body.map(({ id }) => id)).not.toContain(figure.id);
  });

  it("comes back only as far as the library of today takes it", async () => {
    const need = (await director.call(api.figures.create, { body: figureContent(course.danceId, "Needed") }))
      .body;
    const body = figureContent(course.danceId, "Needing", { needs: [need.id] });
    const needing = (await director.call(api.figures.create, { body })).body;
    await removed(api.figures.remove, needing.id);
    await removed(api.figures.remove, need.id);
    const params = { id: needing.id };
    expect((await director.call(api.figures.restore, { params })).problem.errors?.[0]?.path).toBe("needs.0");
    await director.call(api.figures.restore, { params: { id: need.id } });
    const other = figureContent(course.danceId, "needing");
    const taken = (await director.call(api.figures.create, { body: other })).body;
    expect((await director.call(api.figures.restore, { params })).problem.errors?.[0]?.path).toBe("name");
    await removed(api.figures.remove, taken.id);
    expect((await director.call(api.figures.restore, { params })).status).toBe(200);
  });

  it("is not written to by an edit that was made before", async () => {
    const id = course.section.id;
    const student = (
      await teacher.call(api.students.create, { params: { id }, body: { name: "Off", role: "leader" } })
    ).body;
    await removed(api.students.remove, student.enrolmentId);
    const { from, until, waiting, enrolmentVersion } = student;
    const body = { role: "follower" as const, from, until, waiting, version: enrolmentVersion };
    expect(
      (await teacher.call(api.students.changeEnrolment, { params: { id: student.enrolmentId }, body }))
        .status,
    ).toBe(404);
    expect((await studio.db.Student.findByPk(student.id))?.name).toBe("Off");
    const level = (
      await director.call(api.levels.create, { body: levelContent(course.danceId, { name: "Off" }) })
    ).body;
    await removed(api.levels.remove, level.id);
    const { id: levelId, planId: _planId, ...content } = level;
    const answer = await director.call(api.levels.change, { params: { id: levelId }, body: content });
    expect(answer.status).toBe(404);
  });
});

describe("what was taught", () => {
  const open = async (name: string) => {
    const level = (await director.call(api.levels.create, { body: levelContent(course.danceId, { name }) }))
      .body;
    const section = (await director.call(api.sections.create, { body: sectionContent(level.id, { name }) }))
      .body;
    const at = (week: number) => ({ params: { sectionId: section.id, week } });
    const end = noted({ kind: "ended", target: "class", value: { ended: true } });
    for (const week of [1, 2])
      await teacher.call(api.classLog.note, {
        ...at(week),
        body: { entries: [{ ...end, id: randomUUID() }] },
      });
    return { level, section, at };
  };

  it("does not fall out of a level that gets shorter, and what waits beyond the end is there again", async () => {
    const { level } = await open("Shrinks");
    const { id, planId, ...content } = level;
    const plan = (await director.call(api.plans.read, { params: { id: planId } })).body;
    const chosen = [
      { figureId: course.figures.home.id, week: 1 },
      { figureId: course.figures.pass.id, week: 6 },
    ].map((place) => ({
      ...place,
      pinned: place.week === 6,
      wish: "may" as const,
      worth: 5,
      pieces: 1,
      approachId: null,
      extraReturns: [],
    }));
    const special = [{ week: 6, kind: "guest" as const, minutes: 20 }];
    await director.call(api.plans.change, {
      params: { id: planId },
      body: { ...contentOfPlan(plan), chosen, special, version: plan.version },
    });
    const weeks = (next: number, version: number) =>
      director.call(api.levels.change, { params: { id }, body: { ...content, weeks: next, version } });
    expect((await weeks(1, 1)).problem.errors?.[0]?.message).toContain("keeps at least 2 weeks");
    expect((await weeks(4, 1)).status).toBe(200);
    const short = (await director.call(api.plans.read, { params: { id: planId } })).body;
    expect(short.chosen.map(({ week }) => week)).toEqual([1, null]);
    expect(short.special).toEqual([]);
    // A plan that is worked on meanwhile does not lose what is out of sight.
    const saved = await director.call(api.plans.change, {
      params: { id: planId },
      body: { ...contentOfPlan(short), version: short.version },
    });
    expect(saved.status).toBe(200);
    await weeks(6, 2);
    const back = (await director.call(api.plans.read, { params: { id: planId } })).body;
    expect(back.chosen.map(({ week, pinned }) => [week, pinned])).toEqual([
      [1, false],
      [6, true],
    ]);
    expect(back.special).toEqual(special);
  });

  it("keeps its date", async () => {
    const { section } = await open("Dated");
    const { id, planId: _planId, dates, ...content } = section;
    const change = (about: Partial<typeof content>) =>
      director.call(api.sections.change, { params: { id }, body: { ...content, ...about } });
    const held = await change({ daysOff: [dates[1] ?? ""] });
    expect(held.problem.errors?.[0]).toMatchObject({ path: "daysOff" });
    expect(held.problem.errors?.[0]?.message).toContain("Week 2 was taught on Monday");
    expect((await change({ firstDate: "2027-02-22" })).problem.errors?.[0]?.path).toBe("firstDate");
    expect((await change({ daysOff: [dates[3] ?? ""] })).body.dates.slice(0, 2)).toEqual(dates.slice(0, 2));
  });

  it("is told before a section is removed, and nothing deletes its log", async () => {
    const { section, at } = await open("Logged");
    const { id } = section;
    expect((await director.call(api.sections.contents, { params: { id } })).body.lessonsTaught).toBe(2);
    const lesson = (await teacher.call(api.lessons.read, at(1))).body;
    const rebuilt = await teacher.call(api.lessons.rebuild, { ...at(1), body: { version: lesson.version } });
    expect(rebuilt.problem.type).toBe(PROBLEM_TYPES.inUse);
    await expect(studio.db.sequelize.query("delete from lessons")).rejects.toThrow();
    await expect(studio.db.sequelize.query("delete from recaps")).rejects.toThrow();
  });

  it("is noted entry by entry: a bad one holds no other back", async () => {
    const { at } = await open("Entries");
    const remark = (text: string) =>
      noted({ kind: "remark", target: randomUUID(), value: { kind: "note", text, figureId: null } });
    const [first, elsewhere] = [remark("one"), remark("in week three")];
    await teacher.call(api.classLog.note, { ...at(3), body: { entries: [elsewhere] } });
    const sent = [
      first,
      { ...remark("x"), at: "never" },
      { ...remark("x"), value: { kind: "note", text: "a\u0000", figureId: null } },
      { id: "nothing at all" },
      elsewhere,
      first,
      remark("two"),
    ];
    const { status, body } = await teacher.call(api.classLog.note, { ...at(4), body: { entries: sent } });
    expect(status).toBe(200);
    expect(body.answers.map(({ outcome }) => outcome)).toEqual([
      "kept",
      "refused",
      "refused",
      "refused",
      "refused",
      "kept",
      "kept",
    ]);
    for (const { outcome, why } of body.answers) expect(why === null).toBe(outcome !== "refused");
    expect(body.entries).toHaveLength(2);
  });

  it("and a note that meets a rebuild is a log either way", async () => {
    const { at } = await open("Racing");
    for (let round = 0; round < 6; round++) {
      const lesson = (await teacher.call(api.lessons.read, at(5))).body;
      const entry = noted({ kind: "spent", target: lesson.segments[0]?.id ?? "", value: { seconds: round } });
      const [log] = await Promise.all([
        teacher.call(api.classLog.note, { ...at(5), body: { entries: [entry] } }),
        teacher.call(api.lessons.rebuild, { ...at(5), body: { version: lesson.version } }),
      ]);
      expect(log.status).toBe(200);
      expect(Array.isArray(log.body.entries)).toBe(true);
    }
  });
});

describe("two at once", () => {
  it("cannot close a circle of levels", async () => {
    for (let round = 0; round < 6; round++) {
      const make = async (name: string) =>
        (await director.call(api.levels.create, { body: levelContent(course.danceId, { name }) })).body;
      const [a, b] = [await make(`A${round}`), await make(`B${round}`)];
      const follow = ({ id, planId: _planId, ...content }: typeof a, followsId: string) =>
        director.call(api.levels.change, { params: { id }, body: { ...content, followsId } });
      const answers = await Promise.all([follow(a, b.id), follow(b, a.id)]);
      expect(answers.map(({ status }) => status).sort()).toEqual([200, 422]);
    }
  });

  it("hold one check on one day", async () => {
    const params = { id: course.section.id };
    const body = { heldOn: "2027-03-01" };
    const begun = await Promise.all(
      [director, teacher, director, teacher].map((who) => who.call(api.checks.create, { params, body })),
    );
    expect(new Set(begun.map((answer) => answer.body.id)).size).toBe(1);
  });
});
