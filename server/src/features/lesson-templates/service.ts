import type { LessonTemplateContent, LessonTemplateRecord } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";
import type { LessonTemplateRow } from "./models.ts";

const view = ({ id, version, name, parts }: LessonTemplateRow): LessonTemplateRecord => ({
  id,
  version,
  name,
  parts,
});

/** The studio's templates of lessons, by name. */
export const listLessonTemplates = async (db: Database): Promise<LessonTemplateRecord[]> =>
  (await db.LessonTemplate.findAll({ where: { deletedAt: null }, order: ["name"] })).map(view);

export const createLessonTemplate = (
  db: Database,
  content: LessonTemplateContent,
): Promise<LessonTemplateRecord> =>
  inTransaction(db, async () => view(await db.LessonTemplate.create(content)));

/** Takes a template away; lessons that were shaped by it stay as they are. */
export const removeLessonTemplate = (db: Database, id: string): Promise<Record<string, never>> =>
  markRemoved(db, db.LessonTemplate, id);

export async function restoreLessonTemplate(db: Database, id: string): Promise<LessonTemplateRecord> {
  await bringBack(db, db.LessonTemplate, id, async () => undefined);
  const row = await db.LessonTemplate.findByPk(id);
  if (!row) throw notFound();
  return view(row);
}
