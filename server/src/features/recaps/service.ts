import { randomBytes } from "node:crypto";
import type { DanceRecord, Person, PublicRecap, Recap, RecapChange, RecapVersion } from "@map-step/contract";
import { formatFigure, openLibrary } from "@map-step/core/notation";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound, stale } from "../../http/problems.ts";
import { readDance } from "../dances/service.ts";
import { listFigures } from "../figures/service.ts";
import { findLesson } from "../lessons/read.ts";
import { readLevel } from "../levels/read.ts";
import { readSection } from "../sections/service.ts";
import { freshRecap } from "./draft.ts";
import type { RecapRow } from "./models.ts";
import { keepVersion, listVersions } from "./versions.ts";

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
  staffId: string,
): Promise<Recap> {
  const lesson = await findLesson(db, sectionId, week);
  if (lesson?.state !== "taught")
    throw invalid([{ path: "", message: "A recap is written after the lesson. Finish the class first." }]);
  const current = () => readRecap(db, sectionId, week);
  const now = await current();
  await db.sequelize.transaction(async (transaction) => {
    const kept = await db.Recap.findOne({ where: { lessonId: lesson.id }, transaction });
    if (kept) {
      await changeAt(db.Recap, kept.id, version, { ...values }, transaction, current);
      // Another link says nothing else than before.
      if (values.document) await keepVersion(db, kept.id, { ...now, ...values }, staffId, transaction);
    } else {
      if (version !== 0) throw stale(now);
      const [row, created] = await db.Recap.findOrCreate({
        where: { lessonId: lesson.id },
        defaults: { lessonId: lesson.id, title: now.title, document: now.document, ...values },
        transaction,
      });
      if (!created) throw stale(await current());
      await keepVersion(db, row.id, { ...now, ...values }, staffId, transaction);
    }
  });
  return current();
}

export const changeRecap = (
  db: Database,
  sectionId: string,
  week: number,
  { version, title, document }: RecapChange,
  { id }: Pick<Person, "id">,
): Promise<Recap> => writeRecap(db, sectionId, week, version, { title, document }, id);

export async function readVersions(db: Database, sectionId: string, week: number): Promise<RecapVersion[]> {
  const row = await findRecap(db, sectionId, week);
  return row ? listVersions(db, row.id) : [];
}

const newSecret = (): string => randomBytes(18).toString("base64url");

/** Changes the address of a recap to what follows from the one it has. */
const withLink =
  (next: (secret: string | null) => string | null) =>
  async (
    db: Database,
    sectionId: string,
    week: number,
    version: number,
    { id }: Pick<Person, "id">,
  ): Promise<Recap> => {
    const { secret } = await readRecap(db, sectionId, week);
    return writeRecap(db, sectionId, week, version, { secret: next(secret) }, id);
  };

/** Gives the recap an address that cannot be guessed. A published one keeps the address it has. */
export const publishRecap = withLink((secret) => secret ?? newSecret());

/** Gives a published recap another address; the one before is dead from then on. */
export const renewLink = withLink((secret) => {
  if (secret === null)
    throw invalid([{ path: "", message: "This recap is not published, so it has no link." }]);
  return newSecret();
});

/** Kills the address for good; publishing again gives a new one. */
export const unpublishRecap = withLink(() => null);

/** The figures that a text shows, each put together from those it is made of. */
async function shownFigures(
  db: Database,
  { content }: Recap["document"],
  dance: DanceRecord,
): Promise<PublicRecap["figures"]> {
  const ids = new Set(
    content.flatMap((block) =>
      block.type === "ribbon" || block.type === "floor" ? [block.attrs.figureId] : [],
    ),
  );
  if (ids.size === 0) return [];
  const library = (await listFigures(db)).filter(({ danceId }) => danceId === dance.id);
  const read = openLibrary(library, dance);
  return library
    .filter(({ id }) => ids.has(id))
    .flatMap(({ id, name }) => {
      const parsed = read(name);
      if (!parsed || parsed.faults.length > 0) return [];
      const { composition: _made, ...figure } = parsed.figure;
      return [{ id, name, notation: formatFigure(figure) }];
    });
}

/** What anyone with the address reads. Nothing of students is in it. */
export async function readPublicRecap(db: Database, secret: string): Promise<PublicRecap> {
  const gone = () => notFound("This recap is not published any more. Ask your teacher for the new link.");
  const row = await db.Recap.findOne({ where: { secret } });
  const lesson = row && (await db.Lesson.findByPk(row.lessonId));
  if (!row || !lesson) throw gone();
  const section = await readSection(db, lesson.sectionId);
  const level = await readLevel(db, section.levelId);
  const studio = await db.Studio.findByPk(1);
  const dance = await readDance(db, level.danceId);
  const date = section.dates[lesson.week - 1];
  if (!date) throw gone();
  return {
    studioName: studio?.name ?? "",
    title: row.title,
    subtitle: `${level.name}, ${section.name}, week ${lesson.week}`,
    date,
    document: row.document,
    dance,
    figures: await shownFigures(db, row.document, dance),
  };
}
