import { randomUUID } from "node:crypto";
import { api, type Endpoint, meets, THINGS, type Thing, type Touched, touchedBy } from "@map-step/contract";
import { createApp, type Database, openDatabase, readConfig } from "@map-step/server";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { newDatabaseBeside } from "../../scripts/lib/copies.ts";
import type {} from "../../server/test/new-database.ts";
import { listenWith, workHere } from "../../server/test/serving.ts";
import { type Answer, Visitor } from "../../server/test/studio.ts";
import { DEMO_PASSWORD, STAFF } from "./people.ts";

const TODAY = "2027-02-16";

/*
 * One change of each sort of thing is made in the demo studio, all answers are read before and after it, and whichever
 * differs has to be one that pages ask for anew: after a change of their own, and after news of somebody else's.
 */

/** Things of one class, by the first word of their address. */
type Ids = Readonly<Record<string, string>>;
let visitor: Visitor;
let db: Database;
let here: Ids;
let elsewhere: Ids;
const closing: (() => unknown)[] = [];

async function idsOf(name: string, nth: number): Promise<Ids> {
  const section = await db.Section.findOne({ where: { name }, rejectOnEmpty: true });
  const { danceId } = await db.Level.findByPk(section.levelId, { rejectOnEmpty: true });
  const inOrder = { order: [["name", "ASC"]] as [string, string][], rejectOnEmpty: true as const };
  const figure = await db.Figure.findOne({ where: { danceId }, offset: nth, ...inOrder });
  const sequence = await db.Sequence.findOne({ where: {}, offset: nth, ...inOrder });
  const plan = await db.Plan.findOne({ where: { sectionId: section.id }, rejectOnEmpty: true });
  const enrolment = await db.Enrolment.findOne({ where: { sectionId: section.id }, rejectOnEmpty: true });
  return {
    sections: section.id,
    levels: section.levelId,
    dances: danceId,
    figures: figure.id,
    plans: plan.id,
    history: plan.id,
    comments: plan.id,
    calendars: section.id,
    sequences: sequence.id,
    students: enrolment.studentId,
    enrolments: enrolment.id,
  };
}

beforeAll(async () => {
  const url = await newDatabaseBeside(inject("demoTemplate"), "copy");
  db = openDatabase(url);
  const config = readConfig({
    DATABASE_URL: url,
    SESSION_SECRET: "only for tests, but long enough for it",
    STUDIO_TODAY: TODAY,
    LOG_LEVEL: "silent",
  });
  const { app, close } = createApp(db, config, workHere(db));
  const { address, stop } = await listenWith(app);
  closing.push(stop, close, () => db.sequelize.close());
  visitor = new Visitor(address);
  await visitor.call(api.session.signIn, {
    body: { email: STAFF[0]?.email ?? "", password: DEMO_PASSWORD },
  });
  [here, elsewhere] = [await idsOf("Monday section", 0), await idsOf("Tuesday section", 1)];
  const { id: _id, version: _version, ...base } = await readOf(api.figures.read, { id: here.figures });
  const proposal = { list: "figures", thingId: here.figures ?? "", base, content: base } as const;
  const { body } = await visitor.call(api.proposals.create, {
    body: { ...proposal, note: "", state: "writing" },
  });
  here = { ...here, proposals: body.id };
});
afterAll(async () => {
  for (const close of closing) await close();
});

const readOf: Visitor["read"] = (endpoint, params) => visitor.read(endpoint, params);

interface Place {
  readonly name: string;
  readonly endpoint: Endpoint;
  readonly params: Readonly<Record<string, unknown>>;
}

const isOfOne = ({ reads }: Endpoint) => Object.values(reads).some((id) => id.startsWith(":"));

/** What is put together from everything is always asked for. */
const isOfAll = ({ reads }: Endpoint) => THINGS.every((thing) => reads[thing] === "any");

/** Every answer of the studio that is not of everything; of one thing where it is of one, and of another of its sort. */
const places = (): readonly Place[] =>
  Object.entries(api).flatMap(([feature, endpoints]) =>
    Object.entries(endpoints as Record<string, Endpoint>)
      .filter(([, one]) => one.method === "GET" && !one.path.startsWith("/public/doors") && !isOfAll(one))
      .flatMap(([name, endpoint]) =>
        (isOfOne(endpoint) ? [here, elsewhere] : [here]).map((ids) => ({
          name: `${feature}.${name}`,
          endpoint,
          params: {
            id: ids[endpoint.path.split("/")[1] ?? ""],
            sectionId: ids.sections,
            week: 2,
            list: "plans",
            before: "0",
            kind: "section",
            from: "2027-01-01",
            until: "2027-12-31",
          },
        })),
      ),
  );

/** When it was written is no difference. */
const withoutTime = (body: unknown): string =>
  JSON.stringify(body)
    .replaceAll(/DTSTAMP:\w+/g, "")
    .replace(/"savedAt":"[^"]*"/, "");

async function readAll(): Promise<ReadonlyMap<Place, string>> {
  const answers = await Promise.all(
    PLACES.map((place) => visitor.call(place.endpoint, { params: place.params })),
  );
  expect(PLACES.filter((_, at) => answers[at]?.status !== 200).map(({ name }) => name)).toEqual([]);
  return new Map(PLACES.map((place, at) => [place, withoutTime(answers[at]?.body)]));
}

let PLACES: readonly Place[] = [];

/** A change as it is sent. */
interface Sent {
  readonly endpoint: Endpoint;
  readonly params?: Readonly<Record<string, unknown>>;
  readonly body?: unknown;
}

/** Writes more to the name of something that is there. */
const renamed =
  (list: Endpoint, endpoint: Endpoint, id: () => string | undefined) => async (): Promise<Sent> => {
    const answer = await readOf(list, { id: id() });
    const all = (Array.isArray(answer) ? answer : [answer]) as { id: string; name: string }[];
    const thing = all.find((one) => one.id === id()) ?? all[0];
    return { endpoint, params: { id: thing?.id }, body: { ...thing, name: `${thing?.name} so` } };
  };
const inWeek = () => ({ sectionId: here.sections, week: 2 });
const stampedAt = () => ({ id: randomUUID(), at: "2027-02-15T20:00:00.000Z" });
const personNamed = async (name: string) => {
  const person = (await readOf(api.staff.list)).find((one) => one.name.startsWith(name));
  if (!person) throw new Error(`nobody is called ${name}`);
  return person;
};

/** One change of each sort. What is never told or read elsewhere has none: backups, factors, what was seen, sign-ins. */
const CHANGES: Readonly<Partial<Record<Thing, () => Promise<Sent>>>> = {
  dances: renamed(api.dances.list, api.dances.change, () => here.dances),
  figures: renamed(api.figures.read, api.figures.change, () => here.figures),
  approaches: async () => ({
    endpoint: api.approaches.create,
    body: {
      name: "Ours",
      reason: "",
      ages: [[{ layer: "steps", share: 1 }]],
      returns: [],
      returnMinutes: 2,
    },
  }),
  lessonTemplates: async () => ({
    endpoint: api.lessonTemplates.create,
    body: { name: "Short", parts: [{ kind: "warm-up", title: "", minutes: 5 }] },
  }),
  levels: renamed(api.levels.list, api.levels.change, () => here.levels),
  readinessRules: async () => ({
    endpoint: api.checks.changeRule,
    params: { id: here.levels },
    body: {
      ...(await readOf(api.checks.rule, { id: here.levels })),
      clauses: [{ kind: "timing", within: 41 }],
    },
  }),
  sections: renamed(api.sections.list, api.sections.change, () => here.sections),
  enrolments: async () => {
    const [one] = await readOf(api.students.list, { id: here.sections });
    const role = one?.role === "leader" ? "follower" : "leader";
    const body = { ...one, version: one?.enrolmentVersion, role };
    return { endpoint: api.students.changeEnrolment, params: { id: one?.enrolmentId }, body };
  },
  students: renamed(api.students.all, api.students.change, () => here.students),
  plans: async () => {
    const plan = await readOf(api.plans.read, { id: here.plans });
    const chosen = plan.chosen.map((one) => (one.week === 5 ? { ...one, week: 6 } : one));
    return { endpoint: api.plans.change, params: { id: here.plans }, body: { ...plan, chosen } };
  },
  planDrafts: async () => ({
    endpoint: api.planDrafts.create,
    params: { id: here.plans },
    body: { name: "Aside", content: await readOf(api.plans.read, { id: here.plans }) },
  }),
  lessons: async () => {
    const lesson = await readOf(api.lessons.read, inWeek());
    const segments = lesson.segments.map((one, at) => (at === 0 ? { ...one, notes: "Slowly." } : one));
    return { endpoint: api.lessons.change, params: inWeek(), body: { ...lesson, segments } };
  },
  sequences: renamed(api.sequences.read, api.sequences.change, () => here.sequences),
  recaps: async () => ({
    endpoint: api.recaps.change,
    params: inWeek(),
    body: { ...(await readOf(api.recaps.read, inWeek())), title: "Another title" },
  }),
  checks: async () => ({
    endpoint: api.checks.create,
    params: { id: here.sections },
    body: { heldOn: TODAY, minutes: 20, figures: [], routine: [] },
  }),
  comments: async () => ({
    endpoint: api.comments.create,
    body: { list: "plans", thingId: here.plans, week: null, counts: null, replyTo: null, text: "@Maro?" },
  }),
  rooms: renamed(api.rooms.list, api.rooms.change, () => undefined),
  terms: renamed(api.terms.list, api.terms.change, () => undefined),
  absences: async () => ({
    endpoint: api.absences.create,
    body: {
      staffId: (await personNamed("Ilse")).id,
      fromDay: "2027-03-01",
      untilDay: "2027-03-07",
      reason: "",
    },
  }),
  proposals: async () => ({
    endpoint: api.proposals.change,
    params: { id: here.proposals },
    body: { ...(await readOf(api.proposals.read, { id: here.proposals })), note: "Once more." },
  }),
  staff: async () => {
    const ilse = await personNamed("Ilse");
    return { endpoint: api.staff.change, params: { id: ilse.id }, body: { ...ilse, name: "Ilse Otherwise" } };
  },
  settings: async () => ({
    endpoint: api.settings.change,
    body: { ...(await readOf(api.settings.read)), name: "Another house" },
  }),
  log: async () => {
    const value = { kind: "promise", text: "Bring the song", figureId: null };
    const entry = { ...stampedAt(), kind: "remark", target: randomUUID(), value, after: null };
    return { endpoint: api.classLog.note, params: inWeek(), body: { entries: [entry] } };
  },
  evidence: async () => {
    const about = { studentId: here.students, role: "leader", figureId: here.figures, layer: "steps" };
    const seen = { kind: "seen", mark: "alone", seenOn: TODAY, corrects: null, checkId: null };
    const entries = [{ ...stampedAt(), ...about, ...seen }];
    return { endpoint: api.checks.note, params: { id: here.sections }, body: { entries } };
  },
  groups: async () => ({
    endpoint: api.groups.change,
    params: { id: here.levels },
    body: await readOf(api.groups.read, { id: here.levels }),
  }),
  practice: async () => {
    const measure = { bpm: 100, taps: 8, missed: 0, extra: 0, offset: 3, spread: 2, byCount: [] };
    const body = { id: randomUUID(), figureId: here.figures, sequenceId: null, measure };
    return { endpoint: api.practice.keep, params: { id: here.students }, body };
  },
  letters: async () => ({
    endpoint: api.letters.invite,
    params: { id: (await personNamed("Sunniva")).id },
    body: {},
  }),
  planLinks: async () => ({
    endpoint: api.planLinks.open,
    params: { id: here.plans },
    body: { until: "2027-11-30" },
  }),
  calendars: async () => ({
    endpoint: api.calendars.renew,
    params: { kind: "section", id: here.sections },
  }),
};

/** What is told of a change to other pages: its sort and id, or the class in which something was noted. */
async function toldAfter(position: number, thing: Thing): Promise<readonly Touched[]> {
  const rows = (await db.sequelize.query(
    `select list, thing_id as id from history where id > ${position}`,
  )) as unknown as [{ list: Thing; id: string }[]];
  const noted: readonly Touched[] =
    thing === "log" || thing === "evidence" ? [[thing, here.sections ?? ""]] : [];
  return [...rows[0].map(({ list, id }): Touched => [list, id]), ...noted];
}

describe("what pages ask for anew", () => {
  let before: ReadonlyMap<Place, string>;
  beforeAll(async () => {
    PLACES = places();
    before = await readAll();
  });

  it.each(Object.entries(CHANGES))("after a change of %s is all that it changed", async (thing, make) => {
    const { endpoint, params, body } = await make();
    const [[{ newest }]] = (await db.sequelize.query(
      "select coalesce(max(id), 0)::int as newest from history",
    )) as unknown as [[{ newest: number }]];
    const { status, body: answer } = (await visitor.call(endpoint, {
      params,
      body,
    } as never)) as Answer<unknown>;
    expect([status, answer]).toEqual([200, expect.anything()]);
    const after = await readAll();
    const [own, told] = [touchedBy(endpoint.changes, params), await toldAfter(newest, thing as Thing)];
    const differing = PLACES.filter((place) => before.get(place) !== after.get(place));
    before = after;
    const notAsked = (changed: readonly Touched[]) =>
      differing
        .filter((place) => !meets(touchedBy(place.endpoint.reads, place.params), changed))
        .map(({ name }) => name);
    expect(notAsked(own)).toEqual([]);
    if (told.length > 0) expect(notAsked(told)).toEqual([]);
  });

  it("is nothing of another plan, sequence or class than the one that changed", () => {
    const asked = (endpoint: Endpoint, params: object, changed: readonly Touched[]) =>
      meets(touchedBy(endpoint.reads, { ...params }), changed);
    for (const [endpoint, thing] of [
      [api.plans.read, "plans"],
      [api.planLinks.read, "planLinks"],
      [api.sequences.read, "sequences"],
      [api.checks.seen, "evidence"],
      [api.classLog.promises, "log"],
    ] as const) {
      expect(asked(endpoint, { id: "a" }, [[thing, "a"]])).toBe(true);
      expect(asked(endpoint, { id: "b" }, [[thing, "a"]])).toBe(false);
      expect(asked(endpoint, { id: "b" }, [[thing, "any"]])).toBe(true);
    }
  });

  it("is said by every endpoint, of parameters that it has, and each sort is read and changed somewhere", () => {
    const all = Object.values(api).flatMap((endpoints) =>
      Object.values(endpoints as Record<string, Endpoint>),
    );
    for (const { path, reads, changes } of all)
      for (const id of [...Object.values(reads), ...Object.values(changes)])
        if (id.startsWith(":")) expect(path).toContain(id);
    const named = (facts: "reads" | "changes") => new Set(all.flatMap((one) => Object.keys(one[facts])));
    expect([...named("reads")].toSorted()).toEqual([...THINGS].toSorted());
    expect([...named("changes")].toSorted()).toEqual([...THINGS].toSorted());
  });
});
