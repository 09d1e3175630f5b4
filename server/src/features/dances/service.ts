import type { DanceRecord, NewDance } from "@map-step/contract";
import { atomically } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";
import type { DanceRow } from "./models.ts";

const view = (row: DanceRow): DanceRecord => {
  const { changedBy: _changedBy, ...dance } = row.get();
  return dance;
};

export const listDances = async (db: Database): Promise<DanceRecord[]> =>
  (await db.Dance.findAll({ order: ["name"] })).map(view);

export async function readDance(db: Database, id: string): Promise<DanceRecord> {
  const row = await db.Dance.findByPk(id);
  if (!row) throw notFound();
  return view(row);
}

export const createDance = async (db: Database, content: NewDance): Promise<DanceRecord> =>
  view(await db.Dance.create(content));

export const changeDance = (
  db: Database,
  id: string,
  { version, ...content }: NewDance & { version: number },
): Promise<DanceRecord> =>
  atomically(db, async () => {
    await changeAt(db, db.Dance, id, version, content, () => readDance(db, id));
    return readDance(db, id);
  });
