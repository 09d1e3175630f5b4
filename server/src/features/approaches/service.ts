import type { ApproachContent, ApproachRecord } from "@map-step/contract";
import type { Transaction } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { inUse, notFound } from "../../http/problems.ts";
import type { ApproachRow } from "./models.ts";

const view = ({ id, version, name, reason, ages, returns, returnMinutes }: ApproachRow): ApproachRecord => ({
  id,
  version,
  name,
  reason,
  ages,
  returns,
  returnMinutes,
});

/** The studio's own approaches, by name. */
export const listApproaches = async (db: Database): Promise<ApproachRecord[]> =>
  (await db.Approach.findAll({ where: { deletedAt: null }, order: ["name"] })).map(view);

async function readApproach(db: Database, id: string, transaction?: Transaction): Promise<ApproachRecord> {
  const within = transaction ? { transaction } : {};
  const row = await db.Approach.findOne({ where: { id, deletedAt: null }, ...within });
  if (!row) throw notFound();
  return view(row);
}

export const createApproach = async (db: Database, content: ApproachContent): Promise<ApproachRecord> =>
  view(await db.Approach.create(content));

export const changeApproach = (
  db: Database,
  id: string,
  { version, ...content }: ApproachContent & { version: number },
): Promise<ApproachRecord> =>
  db.sequelize.transaction(async (transaction) => {
    await changeAt(db.Approach, id, version, content, transaction, () => readApproach(db, id, transaction));
    return readApproach(db, id, transaction);
  });

/** Takes an approach away that no level and no plan uses; `restoreApproach` brings it back. */
export async function removeApproach(db: Database, id: string): Promise<Record<string, never>> {
  await db.sequelize.transaction(async (transaction) => {
    const levels = await db.Level.findAll({ where: { approachId: id, deletedAt: null }, transaction });
    if (levels.length > 0)
      throw inUse(
        `It cannot be removed while ${levels.map(({ name }) => name).join(", ")} teaches by it. Choose another there first.`,
      );
    if ((await db.PlanFigure.count({ where: { approachId: id }, transaction })) > 0)
      throw inUse(
        "It cannot be removed while a figure of a plan is taught by it. Choose another there first.",
      );
    const where = { id, deletedAt: null };
    const [count] = await db.Approach.update({ deletedAt: new Date() }, { where, transaction });
    if (count === 0) throw notFound();
  });
  return {};
}

export async function restoreApproach(db: Database, id: string): Promise<ApproachRecord> {
  await db.Approach.update({ deletedAt: null }, { where: { id } });
  return readApproach(db, id);
}
