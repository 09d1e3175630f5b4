import { randomUUID } from "node:crypto";
import { api, choose, figureChange, type Section, shapeOf } from "@map-step/contract";
import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import { figureContent, sectionContent, studioWithCourse, type Visitor } from "./studio.ts";

const { studio, course, director, teacher, other } = await studioWithCourse();
const { level, section } = course;

const staffId = async (who: Visitor): Promise<string> =>
  (await who.call(api.session.read)).body.person?.id ?? "";
const [teacherId, otherId] = [await staffId(teacher), await staffId(other)];
const sectionNow = async (id = section.id): Promise<Section> =>
  (await director.call(api.sections.list)).body.find((one) => one.id === id) as Section;

/** Changes a section as its form does. */
async function change(about: Partial<Section>, id = section.id) {
  const { planId: _, dates: _dates, substituteIds: _ids, standIns: _in, ...now } = await sectionNow(id);
  return director.call(api.sections.change, { params: { id }, body: { ...now, ...about } });
}
const days = (from: string, until: string) => ({ params: { from, until } });
const TERM = {
  name: "Spring",
  firstDay: "2027-02-01",
  lastDay: "2027-04-30",
  closed: [{ day: "2027-03-08", reason: "Harbour fair" }],
};

describe("rooms", () => {
  it("are found by the migration, renamed with their sections, and stay while a class meets there", async () => {
    const hall = (await director.call(api.rooms.create, { body: { name: "Hall", places: 24, note: "Wood" } }))
      .body;
    const twice = await director.call(api.rooms.create, { body: { name: "hall", places: null, note: "" } });
    expect([twice.status, twice.problem.errors?.[0]?.path]).toEqual([422, "name"]);
    const { version } = await sectionNow();
    const renamed = await director.call(api.rooms.change, {
      params: { id: hall.id },
      body: { name: "Great hall", places: 24, note: "Wood", version: 1 },
    });
    expect(renamed.body).toMatchObject({ name: "Great hall", version: 2 });
    expect(await sectionNow()).toMatchObject({ room: "Great hall", version: version + 1 });
    expect((await director.call(api.rooms.remove, { params: { id: hall.id } })).problem.detail).toContain(
      "Level one, Monday",
    );
    const stale = await director.call(api.rooms.change, {
      params: { id: hall.id },
      body: { name: "Old hall", places: 24, note: "", version: 1 },
    });
    expect([stale.status, stale.problem.current]).toMatchObject([409, { name: "Great hall" }]);
    const loft = (await director.call(api.rooms.create, { body: { name: "Loft", places: 12, note: "" } }))
      .body;
    await director.call(api.rooms.remove, { params: { id: loft.id } });
    expect((await director.call(api.bin.list)).body).toMatchObject([{ kind: "room", name: "Loft" }]);
    await director.call(api.rooms.restore, { params: { id: loft.id } });
    expect((await teacher.call(api.rooms.list)).body.map(({ name }) => name)).toEqual(["Great hall", "Loft"]);
  });
});

describe("terms", () => {
  it("never share a day, hold their closed days, and come back only where there is room", async () => {
    const made = await director.call(api.terms.create, { body: TERM });
    expect(made.body).toMatchObject(TERM);
    const over = await director.call(api.terms.create, {
      body: { ...TERM, name: "Again", firstDay: "2027-04-30", lastDay: "2027-06-01", closed: [] },
    });
    expect([over.status, over.problem.errors?.[0]?.message]).toEqual([
      422,
      "These days run into the term Spring",
    ]);
    for (const [about, path] of [
      [{ lastDay: "2027-01-01", closed: [] }, "lastDay"],
      [{ closed: [{ day: "2027-05-01", reason: "" }] }, "closed"],
      [{ closed: [TERM.closed[0], TERM.closed[0]] }, "closed"],
    ] as const)
      expect(
        (await director.call(api.terms.create, { body: { ...TERM, ...about } as never })).problem.errors?.[0]
          ?.path,
      ).toBe(path);
    await director.call(api.terms.remove, { params: { id: made.body.id } });
    const next = (await director.call(api.terms.create, { body: { ...TERM, name: "Other" } })).body;
    expect((await director.call(api.terms.restore, { params: { id: made.body.id } })).status).toBe(422);
    await director.call(api.terms.remove, { params: { id: next.id } });
    expect((await director.call(api.terms.restore, { params: { id: made.body.id } })).status).toBe(200);
    // Two who make a term of the same days at once: one is told.
    const both = await Promise.all(
      ["A", "B"].map((name) =>
        director.call(api.terms.create, {
          body: { name, firstDay: "2030-01-01", lastDay: "2030-02-01", closed: [] },
        }),
      ),
    );
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 422]);
  });

  it("take sections along: day, hour, room, teachers, plan; round closed days; all or none", async () => {
    const summer = (
      await director.call(api.terms.create, {
        body: {
          name: "Summer",
          firstDay: "2027-05-01",
          lastDay: "2027-06-05",
          closed: [
            { day: "2027-05-03", reason: "Bank holiday" },
            { day: "2027-05-17", reason: "Floor is oiled" },
          ],
        },
      })
    ).body;
    await change({ teacherIds: [teacherId], goodToKnow: "Side door" });
    const plan = (await director.call(api.plans.read, { params: { id: section.planId } })).body;
    const own = {
      version: plan.version,
      chosen: [choose(course.figures.home.id, 4)],
      special: [
        { week: 2, kind: "cancelled" as const, minutes: 60 },
        { week: 3, kind: "check" as const, minutes: 15 },
      ],
      muted: [],
      away: [{ week: 1, staffId: teacherId }],
    };
    expect(
      (await director.call(api.plans.change, { params: { id: section.planId }, body: own })).status,
    ).toBe(200);
    const goOn = (sections: readonly object[]) =>
      director.call(api.terms.goOn, { params: { id: summer.id }, body: { sections } as never });
    const before = (await director.call(api.sections.list)).body.length;
    const broken = await goOn([
      { sectionId: section.id, plan: "level", teachers: true },
      { sectionId: randomUUID(), plan: "level", teachers: true },
    ]);
    expect([broken.status, broken.problem.errors?.[0]?.path]).toEqual([422, "sections.1.sectionId"]);
    expect((await director.call(api.sections.list)).body).toHaveLength(before);
    const [made] = (await goOn([{ sectionId: section.id, plan: "section", teachers: true }])).body;
    expect(made).toMatchObject({
      name: "Monday, Summer",
      room: "Great hall",
      teacherIds: [teacherId],
      goodToKnow: "Side door",
      firstDate: "2027-05-10",
      daysOff: ["2027-05-17"],
      standIns: [],
      version: 1,
    });
    expect(made?.dates).toEqual([
      ...["2027-05-10", "2027-05-24", "2027-05-31", "2027-06-07", "2027-06-14", "2027-06-21"],
    ]);
    const copied = (await director.call(api.plans.read, { params: { id: made?.planId ?? "" } })).body;
    expect(copied.chosen.map(({ figureId, week }) => [figureId, week])).toEqual([
      [course.figures.home.id, 4],
    ]);
    expect([copied.special.map(({ kind }) => kind), copied.away]).toEqual([["check"], []]);
    const [again] = (await goOn([{ sectionId: section.id, plan: "level", teachers: false }])).body;
    expect(again).toMatchObject({ name: "Monday, Summer 2", teacherIds: [] });
    const ofLevel = (await director.call(api.plans.read, { params: { id: again?.planId ?? "" } })).body;
    expect(ofLevel.chosen).toHaveLength(3);
    // A name does not grow term by term.
    const [third] = (await goOn([{ sectionId: made?.id, plan: "level", teachers: true }])).body;
    expect(third?.name).toBe("Monday, Summer 3");
    for (const one of [made, again, third])
      await director.call(api.sections.remove, { params: { id: one?.id ?? "" } });
  });
});

describe("the timetable", () => {
  it("has every lesson of its days with who is there, what is cancelled, and what only some may teach", async () => {
    const { home } = course.figures;
    const guarded = await director.call(api.figures.change, {
      params: { id: home.id },
      body: shapeOf(figureChange)({ ...home, teacherIds: [otherId] }) as never,
    });
    expect(guarded.status).toBe(200);
    const slots = (await teacher.call(api.timetable.read, days("2027-02-20", "2027-03-08"))).body;
    expect(slots).toMatchObject([
      { week: 2, date: "2027-02-22", held: false, guarded: [] },
      { week: 3, date: "2027-03-01", held: true, start: 19 * 60 + 30, minutes: 60, room: "Great hall" },
      { week: 4, date: "2027-03-08", guarded: [{ figure: "Home", teacherIds: [otherId] }] },
    ]);
    for (const wrong of [days("2027-03-01", "2027-02-01"), days("2027-01-01", "2029-01-01"), days("x", "y")])
      expect((await teacher.call(api.timetable.read, wrong)).status).toBe(422);
  });

  it("shows who stands in, on their Today and in their class, and tells the change", async () => {
    const put = (who: Visitor, body: object, week = 3) =>
      who.call(api.timetable.standIn, { params: { id: section.id, week }, body: body as never });
    expect((await other.call(api.today.read)).body.lessons).toEqual([]);
    const roster = { params: { id: section.id } };
    expect((await other.call(api.checks.seen, roster)).status).toBe(403);
    // Nobody lays a lesson on somebody else.
    expect((await put(other, { forId: teacherId, staffId: otherId })).status).toBe(403);
    for (const [body, week] of [
      [{ forId: otherId, staffId: teacherId }, 3],
      [{ forId: teacherId, staffId: teacherId }, 3],
      [{ forId: teacherId, staffId: randomUUID() }, 3],
      [{ forId: teacherId, staffId: otherId }, 7],
      [{ forId: teacherId, staffId: otherId }, 99],
    ] as const)
      expect((await put(director, body, week)).status).toBe(422);
    const { version } = await sectionNow();
    const found = await put(teacher, { forId: teacherId, staffId: otherId });
    expect(found.body).toMatchObject({
      standIns: [{ week: 3, staffId: otherId, forId: teacherId }],
      version: version + 1,
    });
    expect((await other.call(api.today.read)).body.lessons).toMatchObject([
      { week: 3, teachers: ["teacher 2"] },
    ]);
    expect((await other.call(api.checks.seen, roster)).status).toBe(200);
    const [entry] = (
      await director.call(api.history.of, { params: { list: "sections", id: section.id, before: "0" } })
    ).body.entries;
    expect(entry?.state.standIns).toEqual([{ week: 3, staffId: otherId, forId: teacherId }]);
    await put(director, { forId: teacherId, staffId: null });
    expect((await sectionNow()).standIns).toEqual([]);
    expect((await other.call(api.checks.seen, roster)).status).toBe(403);
  });
});

describe("absences", () => {
  it("are said by who is away, or by the director, and taken back", async () => {
    const body = { staffId: teacherId, fromDay: "2027-03-01", untilDay: "2027-03-07" };
    expect((await other.call(api.absences.create, { body })).status).toBe(403);
    const own = (await teacher.call(api.absences.create, { body })).body;
    expect((await other.call(api.absences.remove, { params: { id: own.id } })).status).toBe(403);
    expect((await director.call(api.absences.remove, { params: { id: own.id } })).status).toBe(200);
    expect((await teacher.call(api.absences.list)).body).toEqual([]);
    expect((await teacher.call(api.absences.restore, { params: { id: own.id } })).body).toMatchObject(body);
    expect(
      (await director.call(api.absences.create, { body: { ...body, untilDay: "2027-02-01" } })).status,
    ).toBe(422);
  });
});

/** The lessons of a calendar, as another program reads them. */
const eventsIn = (text: string) =>
  new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((one) => {
    const event = new ICAL.Event(one);
    return {
      uid: event.uid,
      summary: event.summary,
      location: event.location,
      begins: event.startDate.toJSDate().toISOString(),
      minutes: event.duration.toSeconds() / 60,
      about: event.description,
    };
  });

describe("calendars by secret address", () => {
  const of = (who: Visitor, kind: string, id: string) => ({
    read: () => who.call(api.calendars.read, { params: { kind, id } }),
    renew: () => who.call(api.calendars.renew, { params: { kind, id }, body: {} }),
    close: () => who.call(api.calendars.close, { params: { kind, id }, body: {} }),
  });
  const ask = async (secret: string | null) => {
    const response = await fetch(`${studio.address}/api/calendar/${secret}.ics`);
    return {
      status: response.status,
      type: response.headers.get("content-type"),
      text: await response.text(),
    };
  };

  it("show a teacher's, a room's and a section's lessons to whoever has the address, and no other", async () => {
    await director.call(api.timetable.standIn, {
      params: { id: section.id, week: 3 },
      body: { forId: teacherId, staffId: otherId },
    });
    expect((await of(teacher, "teacher", otherId).renew()).status).toBe(403);
    expect((await of(other, "section", section.id).renew()).status).toBe(403);
    expect((await of(teacher, "teacher", teacherId).read()).body.secret).toBeNull();
    const mine = (await of(teacher, "teacher", teacherId).renew()).body.secret;
    const theirs = (await of(other, "teacher", otherId).renew()).body.secret;
    const { status, type, text } = await ask(mine);
    expect([status, type]).toEqual([200, "text/calendar; charset=utf-8"]);
    // Week 3 is somebody else's, and stands in their calendar.
    expect(eventsIn(text).map(({ summary }) => summary)).toEqual(
      [1, 2, 4, 5, 6].map((week) => `${week === 2 ? "Cancelled: " : ""}Level one, week ${week}`),
    );
    expect(eventsIn((await ask(theirs)).text)).toEqual([
      {
        uid: `${section.id}-3@map-step`,
        summary: "Level one, week 3",
        location: "Great hall",
        begins: "2027-03-01T19:30:00.000Z",
        minutes: 60,
        about: expect.stringContaining("Taught by teacher 2"),
      },
    ]);
    const room = (await director.call(api.rooms.list)).body.find(({ name }) => name === "Great hall");
    const rooms = (await of(director, "room", room?.id ?? "").renew()).body.secret;
    expect(eventsIn((await ask(rooms)).text)).toHaveLength(6);
    const sections = (await of(teacher, "section", section.id).renew()).body.secret;
    expect(eventsIn((await ask(sections)).text)).toHaveLength(6);
    const again = (await of(teacher, "teacher", teacherId).renew()).body.secret;
    expect(again).not.toBe(mine);
    expect((await ask(mine)).status).toBe(404);
    expect((await ask(again)).status).toBe(200);
    await of(teacher, "teacher", teacherId).close();
    expect((await ask(again)).status).toBe(404);
    for (const wrong of ["x", "..%2f..%2fetc", "a".repeat(24)]) expect((await ask(wrong)).status).toBe(404);
    expect((await of(teacher, "teacher", randomUUID()).renew()).status).toBe(404);
  });

  it("have the right hour on both sides of a change of the clocks, wherever they are read", async () => {
    const made = (
      await director.call(api.sections.create, {
        body: sectionContent(level.id, { name: "Clocks", firstDate: "2027-03-22", startTime: "19:30" }),
      })
    ).body;
    await director.call(api.figures.create, { body: figureContent(course.danceId, "Of no week") });
    const { secret } = (await of(director, "section", made.id).renew()).body;
    expect(eventsIn((await ask(secret)).text).map(({ begins }) => begins.slice(5, 16))).toEqual([
      ...["03-22T19:30", "03-29T18:30", "04-05T18:30", "04-12T18:30", "04-19T18:30", "04-26T18:30"],
    ]);
    await director.call(api.sections.remove, { params: { id: made.id } });
    expect((await ask(secret)).status).toBe(404);
  });
});
