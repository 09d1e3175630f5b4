import type { Section, SectionContent, SectionContents } from "@map-step/contract";
import { atomically } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { holdRow, rowsOf } from "../../db/query.ts";
import { HttpProblem, invalid } from "../../http/problems.ts";
import { copyPlan } from "../plans/service.ts";
import { readSection } from "./read.ts";

async function writeLists(
  db: Database,
  sectionId: string,
  { daysOff, teacherIds }: Pick<SectionContent, "daysOff" | "teacherIds">,
): Promise<void> {
  if ((await db.Staff.count({ where: { id: teacherIds } })) < new Set(teacherIds).size)
    throw invalid([{ path: "teacherIds", message: "One of these teachers is not on the staff" }]);
  await db.SectionDayOff.destroy({ where: { sectionId } });
  await db.SectionDayOff.bulkCreate(daysOff.map((day) => ({ sectionId, day })));
  await db.SectionTeacher.destroy({ where: { sectionId } });
  await db.SectionTeacher.bulkCreate([...new Set(teacherIds)].map((staffId) => ({ sectionId, staffId })));
}

/** The level stays where it is until the section is written. */
const holdLevel = (db: Database, levelId: string): Promise<void> =>
  holdRow(db, "levels", levelId).catch((error: unknown) => {
    if (!(error instanceof HttpProblem)) throw error;
    throw invalid([{ path: "levelId", message: "This level is not there any more; bring it back first" }]);
  });

export const createSection = (
  db: Database,
  { daysOff, teacherIds, ...content }: SectionContent,
): Promise<Section> =>
  atomically(db, async () => {
    await holdLevel(db, content.levelId);
    const row = await db.Section.create(content);
    await writeLists(db, row.id, { daysOff, teacherIds });
    await copyPlan(db, content.levelId, row.id);
    return readSection(db, row.id);
  });

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
  atomically(db, async () => {
    const now = await readSection(db, id);
    await changeAt(db, db.Section, id, version, content, () => readSection(db, id));
    if (now.levelId !== content.levelId)
      throw invalid([
        { path: "levelId", message: "A section stays with its level; make a new section instead" },
      ]);
    await writeLists(db, id, { daysOff, teacherIds });
    const next = await readSection(db, id);
    await checkHeldDates(db, now, next);
    return next;
  });

/** What would go with a section, to be said before it is removed. */
export async function contentsOfSection(db: Database, id: string): Promise<SectionContents> {
  await readSection(db, id);
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

/** Notes who teaches a section for now in the place of its teachers. */
export const stepIn = (db: Database, id: string, staffId: string): Promise<Section> =>
  atomically(db, async () => {
    await holdRow(db, "sections", id);
    await db.SectionSubstitute.bulkCreate([{ sectionId: id, staffId }], { ignoreDuplicates: true });
    return readSection(db, id);
  });

/** Takes a section away; `restoreSection` brings it back. */
export async function removeSection(db: Database, id: string): Promise<Record<string, never>> {
  await markRemoved(db.Section, id);
  return {};
}

/** Brings a section back if its level is there. */
export const restoreSection = (db: Database, id: string): Promise<Section> =>
  atomically(db, async () => {
    await bringBack(db, db.Section, id, ({ levelId }) => holdLevel(db, levelId));
    return readSection(db, id);
  });
