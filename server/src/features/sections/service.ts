import type { Person, Section, SectionContent, SectionContents } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockRow, rowsOf } from "../../db/query.ts";
import { forbidden, invalid, notFound } from "../../http/problems.ts";
import { copyPlans } from "../plans/service.ts";
import { listSections, readSection } from "./read.ts";

type Lists = Pick<SectionContent, "daysOff" | "teacherIds">;

async function holdTeachers(db: Database, lists: readonly Lists[]): Promise<void> {
  const ids = new Set(lists.flatMap(({ teacherIds }) => teacherIds));
  if ((await db.Staff.count({ where: { id: [...ids] } })) < ids.size)
    throw invalid([{ path: "teacherIds", message: "One of these teachers is not on the staff" }]);
}

/** The lists of some sections, in place of those that they had. */
async function writeLists(db: Database, lists: ReadonlyMap<string, Lists>): Promise<void> {
  await holdTeachers(db, [...lists.values()]);
  const where = { sectionId: [...lists.keys()] };
  await db.SectionDayOff.destroy({ where });
  await db.SectionDayOff.bulkCreate(
    [...lists].flatMap(([sectionId, { daysOff }]) => daysOff.map((day) => ({ sectionId, day }))),
  );
  await db.SectionTeacher.destroy({ where });
  await db.SectionTeacher.bulkCreate(
    [...lists].flatMap(([sectionId, { teacherIds }]) =>
      [...new Set(teacherIds)].map((staffId) => ({ sectionId, staffId })),
    ),
  );
}

/** Levels stay where they are until the sections are written. */
async function holdLevels(db: Database, levelIds: readonly string[]): Promise<void> {
  const ids = [...new Set(levelIds)];
  const held = await rowsOf(
    db,
    "select id from levels where id = any($ids::uuid[]) and deleted_at is null for share",
    { ids },
  );
  if (held.length < ids.length)
    throw invalid([{ path: "levelId", message: "This level is not there any more; bring it back first" }]);
}

/** A section to be made, and the section whose plan it brings; `null` for its level's. */
export interface NewSection {
  readonly content: SectionContent;
  readonly planOf: string | null;
}

/** Makes sections, each with its own copy of a plan, in the order in which they are given. */
export const createSections = (db: Database, news: readonly NewSection[]): Promise<Section[]> =>
  inTransaction(db, async () => {
    await holdLevels(
      db,
      news.map(({ content }) => content.levelId),
    );
    const rows = await db.Section.bulkCreate(
      news.map(({ content: { daysOff: _days, teacherIds: _teachers, ...content } }) => content),
    );
    const made = rows.map((row, index) => ({ id: row.id, ...(news[index] as NewSection) }));
    await writeLists(db, new Map(made.map(({ id, content }) => [id, content])));
    await copyPlans(
      db,
      made.map(({ id, content, planOf }) => ({ sectionId: id, levelId: content.levelId, planOf })),
    );
    const ids = made.map(({ id }) => id);
    const sections = new Map((await listSections(db, { ids })).map((section) => [section.id, section]));
    return ids.flatMap((id) => sections.get(id) ?? []);
  });

export async function createSection(db: Database, content: SectionContent): Promise<Section> {
  const [section] = await createSections(db, [{ content, planOf: null }]);
  if (!section) throw notFound();
  return section;
}

const inWords = (date: string): string =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "full", timeZone: "UTC" }).format(new Date(date));

/** The dates of lessons that were held are fixed: what was written of them says that day. */
async function checkHeldDates(db: Database, before: Section, after: Section): Promise<void> {
  const held = await rowsOf<{ week: number }>(
    db,
    `select week from lessons where section_id = $id
       and (state = 'taught' or exists (select 1 from class_entries where lesson_id = lessons.id))
     order by week`,
    { id: before.id },
  );
  for (const { week } of held) {
    const date = before.dates[week - 1];
    if (date === undefined || date === after.dates[week - 1]) continue;
    const path = before.firstDate === after.firstDate ? "daysOff" : "firstDate";
    const message = `Week ${week} was taught on ${inWords(date)}; that lesson keeps its date`;
    throw invalid([{ path, message }]);
  }
}

export const changeSection = (
  db: Database,
  id: string,
  { version, daysOff, teacherIds, ...content }: SectionContent & { version: number },
): Promise<Section> =>
  inTransaction(db, async () => {
    const now = await readSection(db, id);
    await changeAt(db, db.Section, id, version, content, () => readSection(db, id));
    if (now.levelId !== content.levelId)
      throw invalid([
        { path: "levelId", message: "A section stays with its level; make a new section instead" },
      ]);
    await writeLists(db, new Map([[id, { daysOff, teacherIds }]]));
    const next = await readSection(db, id);
    await checkHeldDates(db, now, next);
    return next;
  });

/**
 * What would go with a section, to be said before it is removed; of one that is removed, what went with it, so that who
 * asks in the same moment hears the same.
 */
export async function contentsOfSection(db: Database, id: string): Promise<SectionContents> {
  if ((await db.Section.count({ where: { id } })) === 0) throw notFound();
  const [contents] = await rowsOf<SectionContents>(
    db,
    `select
       (select count(*)::int from lessons where section_id = $id and state = 'taught') as "lessonsTaught",
       (select count(*)::int from recaps join lessons on lessons.id = lesson_id
        where section_id = $id and secret is not null) as "recapsPublished",
       (select count(*)::int from enrolments where section_id = $id and deleted_at is null and not waiting)
         as students,
       (select count(*)::int from checks where section_id = $id) as checks`,
    { id },
  );
  return contents as SectionContents;
}

/** Notes who teaches a section this evening in the place of its teachers. */
export const stepIn = (db: Database, id: string, staffId: string): Promise<Section> =>
  inTransaction(db, async () => {
    await lockRow(db, "sections", id);
    await rowsOf(
      db,
      `insert into section_substitutes (section_id, staff_id) values ($id, $staffId)
       on conflict (section_id, staff_id) do update set on_day = studio_today(), updated_at = now() returning staff_id`,
      { id, staffId },
    );
    return readSection(db, id);
  });

interface AskedStandIn {
  readonly week: number;
  readonly forId: string;
  readonly staffId: string | null;
}

/** What keeps somebody from standing in for somebody else. */
async function refuseStandIn(
  db: Database,
  { teacherIds, dates }: Section,
  { week, forId, staffId }: AskedStandIn,
): Promise<void> {
  const refuse = (path: string, message: string) => invalid([{ path, message }]);
  if (dates[week - 1] === undefined) throw refuse("week", `The level ends after week ${dates.length}`);
  if (!teacherIds.includes(forId)) throw refuse("forId", "They do not teach this section");
  if (staffId === null) return;
  if (teacherIds.includes(staffId)) throw refuse("staffId", "They teach this section anyway");
  if ((await db.Staff.count({ where: { id: staffId, active: true } })) === 0)
    throw refuse("staffId", "Nobody of the staff who works here");
}

/**
 * Somebody teaches one lesson in the place of one of its teachers, and sees and marks its students. A teacher finds
 * somebody for themselves, the director for anybody.
 */
export const standInFor = (db: Database, id: string, asked: AskedStandIn, person: Person): Promise<Section> =>
  inTransaction(db, async () => {
    const { week, forId, staffId } = asked;
    if (person.role !== "director" && person.id !== forId)
      throw forbidden("A teacher finds somebody for their own lessons; the director for anybody's.");
    await refuseStandIn(db, await readSection(db, id), asked);
    // One after the other, and kept as a change of the section.
    await rowsOf(
      db,
      `update sections set version = version + 1, changed_by = $who, updated_at = now() where id = $id returning id`,
      { id, who: person.id },
    );
    await db.SectionStandIn.destroy({ where: { sectionId: id, week, forId } });
    if (staffId !== null) await db.SectionStandIn.create({ sectionId: id, week, forId, staffId });
    return readSection(db, id);
  });

/** Takes a section away; `restoreSection` brings it back. */
export const removeSection = (db: Database, id: string): Promise<Record<string, never>> =>
  markRemoved(db, db.Section, id);

/** Brings a section back if its level is there. */
export const restoreSection = (db: Database, id: string): Promise<Section> =>
  inTransaction(db, async () => {
    await bringBack(db, db.Section, id, ({ levelId }) => holdLevels(db, [levelId]));
    return readSection(db, id);
  });
