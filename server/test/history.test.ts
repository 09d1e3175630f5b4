import { randomUUID } from "node:crypto";
import { api, type ChangeEvent, contentOfPlan, type HistoryList, SETTINGS_THING } from "@map-step/contract";
import { QueryTypes } from "sequelize";
import { describe, expect, it } from "vitest";
import {
  figureContent,
  noted,
  openStudio,
  PASSWORD,
  sectionContent,
  studioWithCourse,
  Visitor,
} from "./studio.ts";

const { studio, course, director, teacher } = await studioWithCourse();
const { home } = course.figures;

const historyOf = async (list: HistoryList, id: string, before = 0) =>
  (await teacher.call(api.history.of, { params: { list, id, before: String(before) } })).body;
const news = async (who = teacher) => (await who.call(api.history.since)).body;

describe("the history of a thing", () => {
  it("has every change with who made it, and what it was from then on", async () => {
    const made = (
      await director.call(api.figures.create, {
        body: figureContent(course.danceId, "Told", { minutes: 10 }),
      })
    ).body;
    const { id, version: _, ...content } = { ...figureContent(course.danceId, "Told"), ...made };
    await director.call(api.figures.change, {
      params: { id },
      body: { ...figureContent(course.danceId, "Told anew", { needs: [home.id] }), version: 1 },
    });
    await director.call(api.figures.remove, { params: { id } });
    await director.call(api.figures.restore, { params: { id } });
    const { entries, earlier } = await historyOf("figures", id);
    expect(entries.map(({ what, by }) => [what, by])).toEqual([
      ["back", "director 1"],
      ["removed", "director 1"],
      ["changed", "director 1"],
      ["made", "director 1"],
    ]);
    expect(earlier).toBe(false);
    expect(entries[2]?.state).toMatchObject({ name: "Told anew", needs: [home.id], deletedAt: null });
    expect(entries[3]?.state).toMatchObject({ name: "Told", minutes: 10, needs: [] });
    // What was is enough to go back to it, by the same checks as any change.
    const back = await director.call(api.figures.change, {
      params: { id },
      body: { ...content, ...(entries[3]?.state as object), version: 2 } as never,
    });
    expect([back.status, back.body.name]).toEqual([200, "Told"]);
    expect((await historyOf("figures", id, entries[1]?.id)).entries.map(({ what }) => what)).toEqual([
      "changed",
      "made",
    ]);
    expect((await historyOf("figures", randomUUID())).entries).toEqual([]);
  });

  it("is paged by sitting and has an end, however many edits a sitting has", async () => {
    const figure = (await director.call(api.figures.create, { body: figureContent(course.danceId, "Paged") }))
      .body;
    const me = (await director.call(api.session.read)).body.person?.id;
    await studio.db.sequelize.query(
      `insert into history (list, thing_id, what, state, staff_id, at)
       select 'figures', $id, 'changed', jsonb_build_object('name', n), $me,
         timestamptz '2027-01-01' + make_interval(days => n / 130, secs => n % 130)
       from generate_series(1, 5200) n`,
      { bind: { id: figure.id, me } },
    );
    const seen: number[] = [];
    let [before, pages] = [0, 0];
    for (let earlier = true; earlier; pages++) {
      const { body } = await director.call(api.history.of, {
        params: { list: "figures", id: figure.id, before: String(before) },
      });
      seen.push(...body.entries.map(({ id }) => id));
      before = body.entries.at(-1)?.id ?? 0;
      earlier = body.earlier;
      expect(pages).toBeLessThan(5);
    }
    // One line a day, and the one with which it was made.
    expect(seen).toHaveLength(42);
    expect(new Set(seen).size).toBe(42);
    expect(seen).toEqual(seen.toSorted((a, b) => b - a));
  });

  it("takes lists that belong to it along, and tells one sitting once", async () => {
    const { planId } = course.section;
    for (const week of [2, 3, 4]) {
      const plan = (await director.call(api.plans.read, { params: { id: planId } })).body;
      const chosen = plan.chosen.map((one) => (one.figureId === home.id ? { ...one, week } : one));
      const saved = await director.call(api.plans.change, {
        params: { id: planId },
        body: { ...plan, chosen: chosen.some(({ figureId }) => figureId === home.id) ? chosen : [] } as never,
      });
      expect(saved.status).toBe(200);
    }
    const { entries } = await historyOf("plans", planId);
    expect(entries.filter(({ what }) => what === "changed")).toHaveLength(1);
    expect(entries[0]?.state.chosen).toEqual(expect.any(Array));
  });

  it("is that of the studio's settings, too: as they were before, who changed what, and back", async () => {
    const { version, ...was } = (await director.call(api.settings.read)).body;
    const changed = await director.call(api.settings.change, {
      body: { ...was, version, dates: "month-first", lost: "Walk the basic." },
    });
    expect(changed.status).toBe(200);
    const { entries } = await historyOf("settings", SETTINGS_THING);
    expect(entries.map(({ what, by }) => [what, by])).toEqual([
      ["changed", "director 1"],
      ["made", ""],
    ]);
    expect(entries[0]?.state).toEqual({ ...was, dates: "month-first", lost: "Walk the basic." });
    expect((await news()).things[0]).toMatchObject({ list: "settings", by: ["director 1"], of: was.name });
    const back = await director.call(api.settings.change, {
      body: { ...(entries[1]?.state as typeof was), version: version + 1 },
    });
    expect(back.body).toMatchObject(was);
  });

  it("keeps nothing of a change that failed, and what is kept is never changed", async () => {
    const before = (await historyOf("sections", course.section.id)).entries.length;
    const refused = await director.call(api.sections.change, {
      params: { id: course.section.id },
      body: { ...sectionContent(course.level.id), version: 99 } as never,
    });
    expect(refused.status).toBe(409);
    expect((await historyOf("sections", course.section.id)).entries).toHaveLength(before);
    for (const sql of ["update history set what = 'was'", "delete from history", "truncate history"])
      await expect(studio.db.sequelize.query(sql)).rejects.toThrow("never changed");
  });
});

describe("what others changed", () => {
  it("is told by thing until somebody has seen it, and nobody hears of their own", async () => {
    await teacher.call(api.history.seen, { body: { upTo: 2_000_000_000 } });
    expect((await news()).things).toEqual([]);
    for (const name of ["Once", "Twice"])
      await director.call(api.sections.change, {
        params: { id: course.section.id },
        body: {
          ...sectionContent(course.level.id, { name }),
          version: (await director.call(api.sections.list)).body.find(({ id }) => id === course.section.id)
            ?.version,
        } as never,
      });
    const { things, upTo, more } = await news();
    expect(things).toMatchObject([
      {
        list: "sections",
        thingId: course.section.id,
        name: "Twice",
        by: ["director 1"],
        times: 1,
        sectionId: course.section.id,
      },
    ]);
    expect(more).toBe(0);
    expect((await news(director)).things.some(({ by }) => by.includes("director 1"))).toBe(false);
    await teacher.call(api.history.seen, { body: { upTo } });
    expect((await news()).things).toEqual([]);
    // An answer that comes late takes nothing back.
    await teacher.call(api.history.seen, { body: { upTo: 1 } });
    expect((await news()).things).toEqual([]);
  });
});

/** A page that listens: what it is told, event by event. */
async function listen(visitor: Visitor, last?: number) {
  const told: { event: string; id: number | null; data: unknown }[] = [];
  const stop = new AbortController();
  const response = await visitor.open(
    "/changes",
    stop.signal,
    last === undefined ? {} : { "last-event-id": `${last}` },
  );
  const reading = (async () => {
    let text = "";
    for await (const chunk of response.body ?? []) {
      text += new TextDecoder().decode(chunk);
      const parts = text.split("\n\n");
      text = parts.pop() ?? "";
      for (const part of parts) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, "m").exec(part)?.[1];
        const data = field("data");
        if (data)
          told.push({
            event: field("event") ?? "",
            id: Number(field("id") ?? Number.NaN),
            data: JSON.parse(data),
          });
      }
    }
  })().catch(() => undefined);
  const until = async (found: (data: never) => boolean) => {
    await expect.poll(() => told.some(({ data }) => found(data as never)), { timeout: 10_000 }).toBe(true);
  };
  return {
    ended: reading,
    status: response.status,
    told,
    until,
    close: async () => {
      stop.abort();
      await reading;
    },
  };
}

describe("an open page", () => {
  it("hears what another server process wrote, and what it missed while its line was cut", async () => {
    const twin = new Visitor(await studio.twin());
    await twin.call(api.session.read);
    await twin.call(api.session.signIn, { body: { email: "teacher1@test.example", password: PASSWORD } });
    const page = await listen(twin);
    expect(page.status).toBe(200);
    const make = async (name: string) =>
      (await director.call(api.figures.create, { body: figureContent(course.danceId, name) })).body.id;
    const first = await make("Heard at once");
    await page.until(({ thingId }: ChangeEvent) => thingId === first);
    expect(page.told.at(-1)).toMatchObject({ event: "change", data: { list: "figures", by: "director 1" } });
    const last = page.told.at(-1)?.id ?? 0;
    await page.close();
    const second = await make("Made meanwhile");
    const again = await listen(twin, last);
    await again.until(({ thingId }: ChangeEvent) => thingId === second);
    await director.call(api.history.look, { body: { place: "/levels/one" } });
    await again.until(({ name }: { name?: string }) => name === "director 1");
    // What changed a moment before may be told once more after it.
    expect(again.told.findLast(({ event }) => event === "look")).toMatchObject({
      data: { place: "/levels/one" },
    });
    await again.close();
  });

  it("hears what is noted in a class and in a check, of which section and week, not by whom", async () => {
    const page = await listen(teacher);
    const { section } = course;
    const lesson = { sectionId: section.id, week: 1 };
    const note = (target: string) =>
      director.call(api.classLog.note, {
        params: lesson,
        body: {
          entries: [
            noted({ kind: "remark", target, value: { kind: "note", figureId: null, text: "Quiet" } }),
          ],
        },
      });
    expect((await note(randomUUID())).body.answers).toMatchObject([{ outcome: "kept" }]);
    await page.until(({ week }: { week?: number }) => week === 1);
    const heard = () => page.told.filter(({ event }) => event === "noted").map(({ data }) => data);
    expect(heard()).toEqual([lesson]);
    const { body: student } = await director.call(api.students.create, {
      params: { id: section.id },
      body: { name: "Wren", role: "leader" },
    });
    const seen = {
      kind: "seen" as const,
      id: randomUUID(),
      at: "2027-02-16T20:00:00.000Z",
      studentId: student.id,
      role: "leader" as const,
      figureId: home.id,
      layer: "partner" as const,
      mark: "alone" as const,
      seenOn: "2027-02-16",
      corrects: null,
      checkId: null,
    };
    const { status } = await director.call(api.checks.note, {
      params: { id: section.id },
      body: { entries: [seen] },
    });
    expect(status).toBe(200);
    await page.until(({ week }: { week?: number | null }) => week === null);
    expect(heard()).toEqual([lesson, { sectionId: section.id, week: null }]);
    await page.close();
  });

  it("hears that it missed too much to be told, and what a lost connection of the server missed", async () => {
    const page = await listen(teacher);
    const [{ pid }] = (await studio.db.sequelize.query(
      "select pid from pg_stat_activity where query ilike 'listen %' and datname = current_database() order by backend_start limit 1",
      { type: QueryTypes.SELECT },
    )) as [{ pid: number }];
    await studio.db.sequelize.query("select pg_terminate_backend($pid)", { bind: { pid } });
    const { id } = (
      await director.call(api.figures.create, {
        body: figureContent(course.danceId, "Made while it was away"),
      })
    ).body;
    await page.until(({ thingId }: ChangeEvent) => thingId === id);
    await page.close();
    await studio.db.sequelize.query(
      `insert into history (list, thing_id, what, state) select 'plans', gen_random_uuid(), 'made', '{}'
       from generate_series(1, 700)`,
    );
    const again = await listen(teacher, 1);
    await expect.poll(() => again.told.some(({ event }) => event === "gap")).toBe(true);
    await again.close();
  });

  it("hears nothing more once its sign-in is ended, here or elsewhere", async () => {
    const quick = await openStudio({ studio: true }, { LIVE_BEAT: "0.2" });
    const [page, elsewhere] = [await quick.as("teacher"), await quick.visitor()];
    await elsewhere.call(api.session.signIn, {
      body: { email: "teacher1@test.example", password: PASSWORD },
    });
    const line = await listen(elsewhere);
    const isOpen = () =>
      Promise.race([line.ended.then(() => false), new Promise((done) => setTimeout(done, 600, true))]);
    expect(await isOpen()).toBe(true);
    const [away] = (await page.call(api.session.places)).body.filter(({ here }) => !here);
    await page.call(api.session.endPlace, { params: { key: away?.key } });
    await expect.poll(isOpen).toBe(false);
    await quick.close();
  });

  it("tells of a proposal nobody but the directors and who wrote it", async () => {
    const others = await studio.as("teacher");
    const [writers, theirs, directors] = [
      await listen(teacher),
      await listen(others),
      await listen(director),
    ];
    const heard = (line: { told: readonly { event: string; data: unknown }[] }) =>
      line.told.some(({ event, data }) => event === "change" && (data as ChangeEvent).list === "proposals");
    const { body: plan } = await director.call(api.plans.read, { params: { id: course.level.planId } });
    const base = contentOfPlan(plan);
    const content = { ...base, chosen: base.chosen.map((entry) => ({ ...entry, worth: 9 })) };
    const body = {
      ...({ list: "plans", thingId: plan.id, base, content, note: "One more", state: "sent" } as const),
    };
    const sent = await teacher.call(api.proposals.create, { body });
    expect(sent.status).toBe(200);
    const made = sent.body;
    await expect.poll(() => heard(directors) && heard(writers)).toBe(true);
    writers.told.length = 0;
    const settled = { version: made.version, answer: "Not now", take: null };
    await director.call(api.proposals.settle, { params: { id: made.id }, body: settled });
    await expect.poll(() => heard(writers)).toBe(true);
    expect(heard(theirs)).toBe(false);
    for (const line of [writers, theirs, directors]) await line.close();
  });

  it("is for those who are signed in", async () => {
    const stranger = await studio.visitor();
    expect((await listen(stranger)).status).toBe(401);
    expect((await stranger.call(api.history.since)).status).toBe(401);
  });
});
