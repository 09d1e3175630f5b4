import type { Section, SectionContent } from "@map-step/contract";
import { lessonDates } from "@map-step/core/time";
import type { Transaction } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { readLevel } from "../levels/read.ts";
import { copyPlan } from "../plans/service.ts";

async function views(db: Database, id?: string, transaction?: Transaction): Promise<Section[]> {
  const within = transaction ? { transaction } : {};
  const rows = await db.Section.findAll({
    where: { deletedAt: null, ...(id ? { id } : {}) },
    order: ["createdAt", "name"],
    ...within,
  });
  const sectionId = rows.map((row) => row.id);
  const off = await db.SectionDayOff.findAll({ where: { sectionId }, order: ["day"], ...within });
  const teachers = await db.SectionTeacher.findAll({ where: { sectionId }, order: ["createdAt"], ...within });
  const plans = await db.Plan.findAll({ where: { sectionId }, ...within });
  const levels = await db.Level.findAll({ where: { id: rows.map((row) => row.levelId) }, ...within });
  return rows.map((row) => {
    const { deletedAt: _deletedAt, ...section } = row.get();
    const own = <T extends { sectionId: string | null }>(list: readonly T[]) =>
      list.filter((item) => item.sectionId === row.id);
    const daysOff = own(off).map(({ day }) => day);
    return {
      ...section,
      daysOff,
      teacherIds: own(teachers).map(({ staffId }) => staffId),
      planId: own(plans)[0]?.id ?? "",
      dates: lessonDates(
        row.firstDate,
        levels.find((level) => level.id === row.levelId)?.weeks ?? 0,
        daysOff,
      ),
    };
  });
}

export const listSections = (db: Database): Promise<Section[]> => views(db);

export async function readSection(db: Database, id: string, transaction?: Transaction): Promise<Section> {
  const [section] = await views(db, id, transaction);
  if (!section) throw notFound();
  return section;
}

async function writeLists(
  db: Database,
  sectionId: string,
  { daysOff, teacherIds }: Pick<SectionContent, "daysOff" | "teacherIds">,
  transaction: Transaction,
): Promise<void> {
  if ((await db.Staff.count({ where: { id: teacherIds }, transaction })) < new Set(teacherIds).size)
    throw invalid([{ path: "teacherIds", message: "One of these teachers is not on the staff" }]);
  await db.SectionDayOff.destroy({ where: { sectionId }, transaction });
  await db.SectionDayOff.bulkCreate(
    daysOff.map((day) => ({ sectionId, day })),
    { transaction },
  );
  await db.SectionTeacher.destroy({ where: { sectionId }, transaction });
  await db.SectionTeacher.bulkCreate(
    [...new Set(teacherIds)].map((staffId) => ({ sectionId, staffId })),
    { transaction },
  );
}

export async function createSection(
  db: Database,
  { daysOff, teacherIds, ...content }: SectionContent,
): Promise<Section> {
  return db.sequelize.transaction(async (transaction) => {
    await readLevel(db, content.levelId, transaction);
    const row = await db.Section.create(content, { transaction });
    await writeLists(db, row.id, { daysOff, teacherIds }, transaction);
    await copyPlan(db, content.levelId, row.id, transaction);
    return readSection(db, row.id, transaction);
  });
}

export async function changeSection(
  db: Database,
  id: string,
  { version, daysOff, teacherIds, ...content }: SectionContent & { version: number },
): Promise<Section> {
  return db.sequelize.transaction(async (transaction) => {
    const now = await readSection(db, id, transaction);
    await changeAt(db.Section, id, version, content, transaction, () => readSection(db, id, transaction));
    if (now.levelId !== content.levelId)
      throw invalid([
        { path: "levelId", message: "A section stays with its level; make a new section instead" },
      ]);
    await writeLists(db, id, { daysOff, teacherIds }, transaction);
    return readSection(db, id, transaction);
  });
}

/** Takes a section away; `restoreSection` brings it back. */
export async function removeSection(db: Database, id: string): Promise<Record<string, never>> {
  const [count] = await db.Section.update({ deletedAt: new Date() }, { where: { id, deletedAt: null } });
  if (count === 0) throw notFound();
  return {};
}

export async function restoreSection(db: Database, id: string): Promise<Section> {
  await db.Section.update({ deletedAt: null }, { where: { id } });
  return readSection(db, id);
}
