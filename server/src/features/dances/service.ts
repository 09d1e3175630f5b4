import type { DanceRecord, NewDance } from "@map-step/contract";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";

export const listDances = async (db: Database): Promise<DanceRecord[]> =>
  (await db.Dance.findAll({ order: ["name"] })).map((row) => row.get());

export async function readDance(db: Database, id: string): Promise<DanceRecord> {
  const row = await db.Dance.findByPk(id);
  if (!row) throw notFound();
  return row.get();
}

export const createDance = async (db: Database, content: NewDance): Promise<DanceRecord> =>
  (await db.Dance.create(content)).get();

export async function changeDance(
  db: Database,
  id: string,
  { version, ...content }: NewDance & { version: number },
): Promise<DanceRecord> {
  await db.sequelize.transaction((transaction) =>
    changeAt(db.Dance, id, version, content, transaction, () => readDance(db, id)),
  );
  return readDance(db, id);
}
