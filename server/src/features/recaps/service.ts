import { isDeepStrictEqual } from "node:util";
import type { LocaleFormat, PublicRecap, Recap, RecapChange, RecapVersion } from "@map-step/contract";
import { figureItemsOf } from "@map-step/core/sequence";
import { inTransaction } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { newSecret } from "../../db/secret.ts";
import { keepVersion, listVersions } from "../../db/versions.ts";
import { invalid, notFound, stale } from "../../http/problems.ts";
import { readLibrary } from "../figures/library.ts";
import { shownFigures } from "../figures/shown.ts";
import { openLesson } from "../lessons/read.ts";
import { readLevel } from "../levels/read.ts";
import { readSection } from "../sections/read.ts";
import { sequencesIn } from "../sequences/read.ts";
import { LOCALE_FORMAT } from "../settings/service.ts";
import { freshRecap } from "./draft.ts";
import type { RecapRow } from "./models.ts";

const findRecap = async (db: Database, sectionId: string, week: number): Promise<RecapRow | null> => {
  const lesson = await db.Lesson.findOne({ where: { sectionId, week }, attributes: ["id"] });
  return lesson && db.Recap.findOne({ where: { lessonId: lesson.id } });
};

const view = (db: Database, sectionId: string, week: number, row: RecapRow): Recap => {
  const { title, document, version, publishedTitle, publishedDocument, publishedAt } = row;
  const secret = db.links.unseal(row.secret);
  const same = title === publishedTitle && isDeepStrictEqual(document, publishedDocument);
  return {
    sectionId,
    week,
    title,
    document,
    version,
    secret,
    publishedAt: publishedAt?.toISOString() ?? null,
    changedSince: secret !== null && !same,
  };
};

export async function readRecap(db: Database, sectionId: string, week: number): Promise<Recap> {
  const row = await findRecap(db, sectionId, week);
  if (row) {
    await readSection(db, sectionId);
    return view(db, sectionId, week, row);
  }
  const fresh = await freshRecap(db, await openLesson(db, sectionId, week));
  return { sectionId, week, ...fresh, version: 0, secret: null, publishedAt: null, changedSince: false };
}

type Values = Partial<
  Pick<RecapRow, "secret" | "title" | "document" | "publishedTitle" | "publishedDocument" | "publishedAt">
>;

/**
 * Writes a recap made on `version`; at version 0 what is not given comes from the fresh draft.
 * @param change what is to be written, seeing what is there now
 */
const writeRecap = (
  db: Database,
  sectionId: string,
  week: number,
  version: number,
  change: (now: Recap) => Values,
  staffId: string,
): Promise<Recap> =>
  inTransaction(db, async () => {
    // Held, so that two first versions come one after the other.
    const lesson = await db.Lesson.findOne({ where: { sectionId, week }, lock: true });
    if (lesson?.state !== "taught")
      throw invalid([{ path: "", message: "A recap is written after the lesson. Finish the class first." }]);
    const current = () => readRecap(db, sectionId, week);
    const now = await current();
    const values = change(now);
    if (values.secret) values.secret = db.links.seal(values.secret);
    let row = await db.Recap.findOne({ where: { lessonId: lesson.id } });
    if (row) await changeAt(db, db.Recap, row.id, version, { ...values }, current);
    else {
      if (version !== 0) throw stale(now);
      row = await db.Recap.create({
        lessonId: lesson.id,
        title: now.title,
        document: now.document,
        ...values,
      });
    }
    const next = { title: values.title ?? now.title, document: values.document ?? now.document };
    // Another link says nothing else than before.
    if (now.version === 0 || values.document)
      await keepVersion(db.RecapVersion, { recapId: row.id }, next, staffId);
    return current();
  });

interface OfRecap {
  readonly sectionId: string;
  readonly week: number;
}

/** Saves the text. What is published stays as it was published. */
export const changeRecap = (
  db: Database,
  { sectionId, week }: OfRecap,
  { version, title, document }: RecapChange,
  staffId: string,
): Promise<Recap> => writeRecap(db, sectionId, week, version, () => ({ title, document }), staffId);

export async function readVersions(db: Database, sectionId: string, week: number): Promise<RecapVersion[]> {
  const row = await findRecap(db, sectionId, week);
  if (!row) return [];
  return (await listVersions(db, db.RecapVersion, { recapId: row.id })).map(({ row: kept, ...version }) => ({
    ...version,
    title: kept.title,
    document: kept.document,
  }));
}

/** Changes what is public of a recap. */
const withPublic =
  (change: (now: Recap) => Values) =>
  (db: Database, { sectionId, week }: OfRecap, version: number, staffId: string): Promise<Recap> =>
    writeRecap(db, sectionId, week, version, change, staffId);

/** Publishes the text as it is now, under an address that cannot be guessed; a published one keeps its address. */
export const publishRecap = withPublic(({ secret, title, document }) => ({
  secret: secret ?? newSecret(),
  publishedTitle: title,
  publishedDocument: document,
  publishedAt: new Date(),
}));

/** Gives a published recap another address; the one before is dead from then on. */
export const renewLink = withPublic(({ secret }) => {
  if (secret === null)
    throw invalid([{ path: "", message: "This recap is not published, so it has no link." }]);
  return { secret: newSecret() };
});

/** Kills the address for good; publishing again gives a new one. */
export const unpublishRecap = withPublic(() => ({
  secret: null,
  publishedTitle: null,
  publishedDocument: null,
  publishedAt: null,
}));

/** The figures that a text shows. */
const figuresIn = ({ content }: Recap["document"]): ReadonlySet<string> =>
  new Set(
    content.flatMap((block) =>
      block.type === "ribbon" || block.type === "floor" ? [block.attrs.figureId] : [],
    ),
  );

const sequenceIdsOf = ({ content }: Recap["document"]): string[] =>
  content.flatMap((block) => (block.type === "sequence" ? [block.attrs.sequenceId] : []));

interface Published {
  readonly title: string;
  readonly document: Recap["document"];
  readonly sectionId: string;
  readonly week: number;
  readonly studioName: string | null;
  readonly localeFormat: LocaleFormat;
}

/** What anyone with the address reads. Nothing of students is in it. */
export async function readPublicRecap(db: Database, secret: string): Promise<PublicRecap> {
  const gone = () => notFound("This recap is not published any more. Ask your teacher for the new link.");
  const [recap] = await rowsOf<Published>(
    db,
    `select r.published_title as title, r.published_document as document, l.section_id as "sectionId", l.week,
       (select name from studio) as "studioName", ${LOCALE_FORMAT} as "localeFormat"
     from recaps r join lessons l on l.id = r.lesson_id
     join sections s on s.id = l.section_id and s.deleted_at is null where r.secret = any($kept)`,
    { kept: db.links.asKept(secret) },
  );
  if (!recap) throw gone();
  const { title, document, sectionId, week, studioName, localeFormat } = recap;
  const section = await readSection(db, sectionId);
  const level = await readLevel(db, section.levelId);
  const library = await readLibrary(db, level.danceId);
  const date = section.dates[week - 1];
  if (!date) throw gone();
  const sequences = await sequencesIn(db, sequenceIdsOf(document));
  return {
    studioName: studioName ?? "",
    localeFormat,
    title,
    subtitle: `${level.name}, ${section.name}, week ${week}`,
    date,
    document,
    dance: library.dance,
    figures: shownFigures(
      new Set([
        ...figuresIn(document),
        ...sequences.flatMap(({ content }) => figureItemsOf(content.items).map(({ figureId }) => figureId)),
      ]),
      library,
    ),
    sequences,
  };
}
