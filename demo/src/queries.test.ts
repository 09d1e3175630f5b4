import { api, type Endpoint } from "@map-step/contract";
import { createApp, type Database, migrate, openDatabase, readConfig } from "@map-step/server";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { newDatabase } from "../../server/test/new-database.ts";
import { listenWith, workHere } from "../../server/test/serving.ts";
import { Visitor } from "../../server/test/studio.ts";
import { layBigStudio, type Size } from "./big-studio.ts";
import { DEMO_PASSWORD } from "./people.ts";

const TODAY = "2027-02-16";
const SMALL: Size = { staff: 3, dances: 1, figures: 40, levels: 2, sections: 4, students: 12, marks: 20 };
const LARGER: Size = {
  staff: 12,
  dances: 4,
  figures: 240,
  levels: 16,
  sections: 36,
  students: 360,
  marks: 900,
};

/** Design 8: at most so many for any page, whatever the size of the studio. */
const MOST = 15;
/** The session is read by a pool of its own. */
const OF_SESSION = 1;

interface Open {
  readonly db: Database;
  readonly visitor: Visitor;
  readonly params: Readonly<Record<string, string | number>>;
  readonly asked: string[];
  readonly close: () => Promise<void>;
}

async function open(size: Size): Promise<Open> {
  const url = await newDatabase(true);
  await migrate(url);
  const asked: string[] = [];
  const db = openDatabase(url, { onQuery: (sql) => asked.push(sql) });
  await layBigStudio(db, size, TODAY);
  const config = readConfig({
    DATABASE_URL: url,
    SESSION_SECRET: "only for tests, but long enough for it",
    STUDIO_TODAY: TODAY,
    LOG_LEVEL: "silent",
  });
  // The tasks in this thread and on this connection, so that their queries are counted too.
  const { app, close } = createApp(db, config, workHere(db));
  const { address, stop } = await listenWith(app);
  const visitor = new Visitor(address);
  await visitor.call(api.session.signIn, { body: { email: "person1@big.example", password: DEMO_PASSWORD } });
  const staff = await db.Staff.findOne({ rejectOnEmpty: true });
  const letter = await visitor.call(api.letters.invite, { params: { id: staff.id }, body: {} });
  const ofPlan = await visitor.call(api.planLinks.open, {
    params: { id: (await db.Plan.findOne({ rejectOnEmpty: true })).id },
    body: { until: TODAY },
  });
  const figure = await db.Figure.findOne({ rejectOnEmpty: true });
  const {
    id: _id,
    version: _version,
    ...base
  } = (await visitor.call(api.figures.read, { params: { id: figure.id } })).body;
  const proposal = await visitor.call(api.proposals.create, {
    body: { list: "figures", thingId: figure.id, base, content: base, note: "", state: "writing" },
  });
  const lesson = await db.Lesson.findOne({ where: { week: 1 }, rejectOnEmpty: true });
  const { sectionId } = lesson;
  const sequence = await db.Sequence.findOne({ where: {}, rejectOnEmpty: true });
  const recap = await db.Recap.findOne({ where: {}, rejectOnEmpty: true });
  const idOf: Readonly<Record<string, string>> = {
    "/dances/": (await db.Dance.findOne({ rejectOnEmpty: true })).id,
    "/figures/": figure.id,
    "/proposals/": proposal.body.id,
    "/plans/": (await db.Plan.findOne({ where: { sectionId }, rejectOnEmpty: true })).id,
    "/sections/": sectionId,
    "/sequences/": sequence.id,
    "/students/": (await db.Enrolment.findOne({ where: { sectionId }, rejectOnEmpty: true })).studentId,
    "/levels/": (await db.Level.findOne({ rejectOnEmpty: true })).id,
    "/history/": (await db.Plan.findOne({ where: { sectionId }, rejectOnEmpty: true })).id,
    "/calendars/": sectionId,
    "/comments/": (await db.Plan.findOne({ where: { sectionId }, rejectOnEmpty: true })).id,
  };
  return {
    db,
    visitor,
    params: {
      ...idOf,
      sectionId,
      week: 2,
      list: "plans",
      before: 0,
      planSecret: ofPlan.body.secret ?? "",
      token: (letter.body.path ?? "").replace("/d/", ""),
      kind: "section",
      from: "2027-01-01",
      until: "2027-12-31",
      secret: recap.secret ?? "",
      sequenceSecret: sequence.secret ?? "",
    },
    asked,
    close: async () => {
      await stop();
      await close();
      await db.sequelize.close();
    },
  };
}

const reads = Object.entries(api).flatMap(([feature, endpoints]) =>
  Object.entries(endpoints as Record<string, Endpoint>)
    .filter(([, { method }]) => method === "GET")
    .map(([name, endpoint]) => ({ name: `${feature}.${name}`, endpoint })),
);

let small: Open;
let larger: Open;
beforeAll(async () => {
  [small, larger] = [await open(SMALL), await open(LARGER)];
});
afterAll(async () => {
  await small.close();
  await larger.close();
});

/** How many queries an answer takes, the first time and again. */
async function queriesOf({ visitor, params, asked }: Open, endpoint: Endpoint): Promise<number[]> {
  const place = Object.keys(params).find((start) => start.startsWith("/") && endpoint.path.startsWith(start));
  const counts: number[] = [];
  for (const _time of ["first", "again"]) {
    asked.length = 0;
    const own = endpoint.path.startsWith("/public/sequences/") ? { secret: params.sequenceSecret } : {};
    const { status } = await visitor.call(endpoint, {
      params: { ...params, id: params[place ?? ""], ...own },
    });
    expect(status).toBe(200);
    counts.push(asked.length + OF_SESSION);
  }
  return counts;
}

describe("reading takes a fixed number of queries", () => {
  it.each(reads)("$name", async ({ endpoint }) => {
    const [few, many] = [await queriesOf(small, endpoint), await queriesOf(larger, endpoint)];
    // What the first asked of all reads once for the others may come on top.
    expect(many[1]).toBe(few[1]);
    expect(Math.max(...few, ...many)).toBeLessThanOrEqual(MOST);
  });
});
