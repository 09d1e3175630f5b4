import type { Level } from "@map-step/contract";
import type { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";

async function views(db: Database, id?: string, transaction?: Transaction): Promise<Level[]> {
  const within = transaction ? { transaction } : {};
  const rows = await db.Level.findAll({
    where: { deletedAt: null, ...(id ? { id } : {}) },
    order: ["createdAt", "name"],
    ...within,
  });
  const plans = await db.Plan.findAll({
    where: { levelId: rows.map((row) => row.id), sectionId: null },
    ...within,
  });
  const planIds = new Map(plans.map((plan) => [plan.levelId, plan.id]));
  return rows.map((row) => {
    const { deletedAt: _deletedAt, ...level } = row.get();
    return { ...level, planId: planIds.get(row.id) ?? "" };
  });
}

export const listLevels = (db: Database): Promise<Level[]> => views(db);

export async function readLevel(db: Database, id: string, transaction?: Transaction): Promise<Level> {
  const [level] = await views(db, id, transaction);
  if (!level) throw notFound();
  return level;
}
