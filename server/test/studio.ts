import { randomUUID } from "node:crypto";
import {
  api,
  choose,
  DANCE_FIELDS,
  type FigureContent,
  type FigureRecord,
  LEVEL_FIELDS,
  type Level,
  type LevelContent,
  type LogEntryRecord,
  newFigure,
  SECTION_FIELDS,
  type Section,
  type SectionContent,
  type StaffRole,
  startOf,
} from "@map-step/contract";
import { afterAll } from "vitest";
import { asServer } from "../../scripts/lib/cluster.ts";
import { createApp, type Database, openDatabase, readConfig, services } from "../src/index.ts";
import { newDatabase } from "./new-database.ts";
import { listenWith, workHere } from "./serving.ts";
import { type Answer, Visitor } from "./visitor.ts";

export { type Answer, Visitor };

export const TODAY = "2027-02-16";
export const PASSWORD = "a long enough one";

export interface TestStudio {
  /** As the owner of the tables has them. */
  readonly db: Database;
  /** As the server has them. */
  readonly served: Database;
  readonly address: string;
  readonly visitor: () => Promise<Visitor>;
  /** Signed in as somebody of the role, whose account is made now. */
  readonly as: (role: StaffRole) => Promise<Visitor>;
  /** Another server process on the same database: its address, as long as the test runs. */
  readonly twin: () => Promise<string>;
  readonly close: () => Promise<void>;
}

interface Serving {
  readonly address: string;
  readonly close: () => Promise<void>;
}

/** Serves as in earnest: the server speaks as a role that may use the tables, and tests look at them as their owner. */
async function serveOn(
  url: string,
  settings: Record<string, string>,
): Promise<Serving & Pick<TestStudio, "db" | "served">> {
  const config = readConfig({
    DATABASE_URL: asServer(url),
    SESSION_SECRET: "only for tests, but long enough for it",
    STUDIO_TODAY: TODAY,
    LOG_LEVEL: "silent",
    TRUST_PROXY: "true",
    ...settings,
  });
  const db = openDatabase(url, { today: config.STUDIO_TODAY });
  const served = openDatabase(config.DATABASE_URL, {
    today: config.STUDIO_TODAY,
    key: config.SESSION_SECRET,
  });
  const { app, hangUp, close } = createApp(served, config, settings.THREADS ? undefined : workHere(served));
  const { address, stop } = await listenWith(app);
  return {
    db,
    served,
    address,
    close: async () => {
      hangUp();
      await stop();
      await close();
      await Promise.all([db.sequelize.close(), served.sequelize.close()]);
    },
  };
}

/**
 * A server on a database of its own.
 * @param settings of the server; with `THREADS` it does long work in threads, as in earnest
 */
export async function openStudio(
  furnish: { studio: boolean } = { studio: true },
  settings: Record<string, string> = {},
): Promise<TestStudio> {
  const url = await newDatabase(true);
  const { db, served, address, close } = await serveOn(url, settings);
  const others: Serving[] = [];
  if (furnish.studio) await db.Studio.create({ id: 1, name: "Test house", timeZone: "Europe/Lisbon" });
  const visitor = async () => {
    const fresh = new Visitor(address, db);
    await fresh.call(api.session.read);
    return fresh;
  };
  const people = { director: 0, teacher: 0 };
  return {
    db,
    served,
    address,
    visitor,
    as: async (role) => {
      people[role] += 1;
      const email = `${role}${people[role]}@test.example`;
      await services.createStaff(db, {
        name: `${role} ${people[role]}`,
        email,
        role,
        active: true,
        password: PASSWORD,
      });
      const person = await visitor();
      await person.call(api.session.signIn, { body: { email, password: PASSWORD } });
      return person;
    },
    twin: async () => {
      const other = await serveOn(url, settings);
      others.push(other);
      return other.address;
    },
    close: async () => {
      for (const other of others) await other.close();
      await close();
    },
  };
}

/** An entry of a class log, made after another one about the same thing. */
export const noted = (
  entry: Pick<LogEntryRecord, "kind" | "target" | "value">,
  after: string | null = null,
): LogEntryRecord =>
  ({ ...entry, id: randomUUID(), after, at: "2027-02-15T20:00:00.000Z" }) as LogEntryRecord;

export const STEPS = "leader\n1   L side\n2   R close\nfollower opposite\nbeats 2\n";

export const figureContent = (
  danceId: string,
  name: string,
  about: Partial<FigureContent> = {},
): FigureContent => ({
  ...newFigure(danceId),
  name,
  notation: STEPS,
  cues: [{ text: `Say ${name}`, school: "", house: true }],
  ...about,
});

export const levelContent = (danceId: string, about: Partial<LevelContent> = {}): LevelContent => ({
  ...startOf(LEVEL_FIELDS),
  danceId,
  name: "Level one",
  weeks: 6,
  settledLessons: 1,
  ...about,
});

export const sectionContent = (levelId: string, about: Partial<SectionContent> = {}): SectionContent => ({
  ...startOf(SECTION_FIELDS),
  levelId,
  name: "Monday",
  firstDate: "2027-02-15",
  room: "Hall",
  ...about,
});

export interface Course {
  readonly danceId: string;
  /** Home is new in week 1, Pass in week 2, Spin waits. */
  readonly figures: { readonly home: FigureRecord; readonly pass: FigureRecord; readonly spin: FigureRecord };
  readonly level: Level;
  readonly section: Section;
}

/** A dance with three figures, a level that places two of them, and a section that runs it. */
export async function openCourse(db: Database, about: Partial<LevelContent> = {}): Promise<Course> {
  const { id: danceId } = await services.createDance(db, {
    ...startOf(DANCE_FIELDS),
    name: "Test dance",
    meter: 4,
    phraseBeats: 8,
    slowBeats: 2,
    quickBeats: 1,
    slowestBpm: 90,
    fastestBpm: 120,
    freeTimed: false,
    countFrom: 1,
  });
  const home = await services.createFigure(db, figureContent(danceId, "Home"));
  const pass = await services.createFigure(
    db,
    figureContent(danceId, "Pass", { kind: "pattern", needs: [home.id], cautions: ["Keep arms in front."] }),
  );
  const spin = await services.createFigure(
    db,
    figureContent(danceId, "Spin", { kind: "turn", needs: [home.id] }),
  );
  const level = await services.createLevel(db, levelContent(danceId, about));
  await services.changePlan(db, level.planId, 1, {
    chosen: [choose(home.id, 1), choose(pass.id, 2), choose(spin.id)],
    special: [],
    muted: [],
    away: [],
  });
  const section = await services.createSection(db, sectionContent(level.id));
  return { danceId, figures: { home, pass, spin }, level, section };
}

/** What most test files begin with: a studio with a course, its people signed in; closed when the file's tests are over. */
export async function studioWithCourse(
  about: Partial<LevelContent> = {},
  settings: Record<string, string> = {},
) {
  const studio = await openStudio({ studio: true }, settings);
  afterAll(studio.close);
  return {
    studio,
    course: await openCourse(studio.db, about),
    director: await studio.as("director"),
    teacher: await studio.as("teacher"),
    other: await studio.as("teacher"),
  };
}

/** Erases a student as a director does who takes what is ticked for them: every place that is surely theirs. */
export async function erase(director: Visitor, id: string): Promise<Answer<Record<string, never>>> {
  const { places, basis } = (await director.call(api.students.named, { params: { id } })).body;
  const sure = places.filter(({ doubt }) => doubt === null).map((place) => place.id);
  return director.call(api.students.erase, { params: { id }, body: { places: sure, basis } });
}
