import { randomBytes } from "node:crypto";
import type { PublicRecap, Recap, RecapChange } from "@map-step/contract";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound, stale } from "../../http/problems.ts";
import { findLesson } from "../lessons/read.ts";
import { readLevel } from "../levels/read.ts";
import { readSection } from "../sections/service.ts";
import { freshRecap } from "./draft.ts";
import type { RecapRow } from "./models.ts";

async function findRecap(db: Database, sectionId: string, week: number): Promise<RecapRow | null> {
  const lesson = await findLesson(db, sectionId, week);
  return lesson && db.Recap.findOne({ where: { lessonId: lesson.id } });
}

export async function readRecap(db: Database, sectionId: string, week: number): Promise<Recap> {
  const row = await findRecap(db, sectionId, week);
  if (!row) return freshRecap(db, sectionId, week);
  const { title, document, version, secret } = row;
  return { sectionId, week, title, document, version, secret };
}

type Values = Partial<Pick<Recap, "title" | "document" | "secret">>;

/** Writes a recap made on `version`; at version 0 what is not given comes from the fresh draft. */
async function writeRecap(
  db: Database,
  sectionId: string,
  week: number,
  version: number,
  values: Values,
): Promise<Recap> {
  const lesson = await findLesson(db, sectionId, week);
  if (lesson?.state !== "taught")
    throw invalid([{ path: "", message: "A recap is written after the lesson. Finish the class first." }]);
  const row = await db.Recap.findOne({ where: { lessonId: lesson.id } });
  const current = () => readRecap(db, sectionId, week);
  if (row) {
    await db.sequelize.transaction((transaction) =>
      changeAt(db.Recap, row.id, version, { ...values }, transaction, current),
    );
    return current();
  }
  if (version !== 0) throw stale(await current());
  const { title, document } = await freshRecap(db, sectionId, week);
  const [, created] = await db.Recap.findOrCreate({
    where: { lessonId: lesson.id },
    defaults: { lessonId: lesson.id, title, document, ...values },
  });
  if (!created) throw stale(await current());
  return current();
}

export const changeRecap = (
  db: Database,
  sectionId: string,
  week: number,
  { version, title, document }: RecapChange,
): Promise<Recap> => writeRecap(db, sectionId, week, version, { title, document });

/** Gives the recap an address that cannot be guessed. A published one keeps the address it has. */
export async function publishRecap(
  db: Database,
  sectionId: string,
  week: number,
  version: number,
): Promise<Recap> {
  const { secret } = await readRecap(db, sectionId, week);
  return writeRecap(db, sectionId, week, version, {
    secret: secret ?? randomBytes(18).toString("base64url"),
  });
}

/** Kills the address for good; publishing again gives a new one. */
export const unpublishRecap = (
  db: Database,
  sectionId: string,
  week: number,
  version: number,
): Promise<Recap> => writeRecap(db, sectionId, week, version, { secret: null });

/** What anyone with the address reads. Nothing of students is in it. */
export async function readPublicRecap(db: Database, secret: string): Promise<PublicRecap> {
  const gone = () => notFound("This recap is not published any more. Ask your teacher for the new link.");
  const row = await db.Recap.findOne({ where: { secret } });
  const lesson = row && (await db.Lesson.findByPk(row.lessonId));
  if (!row || !lesson) throw gone();
  const section = await readSection(db, lesson.sectionId);
  const level = await readLevel(db, section.levelId);
  const studio = await db.Studio.findByPk(1);
  const date = section.dates[lesson.week - 1];
  if (!date) throw gone();
  return {
    studioName: studio?.name ?? "",
    title: row.title,
    subtitle: `${level.name}, ${section.name}, week ${lesson.week}`,
    date,
    document: row.document,
  };
}
