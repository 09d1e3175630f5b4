import type { ApproachContent, ApproachRecord } from "@map-step/contract";
import { APPROACH_IDS } from "@map-step/core/plan";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
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

/**
 * Of some approaches those that neither ship nor are the studio's own; the rest is held until the work under way is
 * done, so that none can be removed meanwhile.
 */
export async function missingApproaches(db: Database, ids: readonly string[]): Promise<ReadonlySet<string>> {
  const missing = new Set(ids);
  for (const id of APPROACH_IDS) missing.delete(id);
  if (missing.size === 0) return missing;
  const own = await rowsOf<{ id: string }>(
    db,
    "select id from approaches where id::text = any($ids::text[]) and deleted_at is null for share",
    { ids: [...missing] },
  );
  for (const { id } of own) missing.delete(id);
  return missing;
}

/** The studio's own approaches, by name. */
export const listApproaches = (db: Database): Promise<ApproachRecord[]> =>
  rowsOf(
    db,
    `select id, version, name, reason, ages, returns, return_minutes as "returnMinutes"
     from approaches where deleted_at is null order by name`,
  );

async function readApproach(db: Database, id: string): Promise<ApproachRecord> {
  const row = await db.Approach.findOne({ where: { id, deletedAt: null } });
  if (!row) throw notFound();
  return view(row);
}

export const createApproach = (db: Database, content: ApproachContent): Promise<ApproachRecord> =>
  inTransaction(db, async () => view(await db.Approach.create(content)));

export const changeApproach = (
  db: Database,
  id: string,
  { version, ...content }: ApproachContent & { version: number },
): Promise<ApproachRecord> =>
  inTransaction(db, async () => {
    await changeAt(db, db.Approach, id, version, content, () => readApproach(db, id));
    return readApproach(db, id);
  });

/** Takes an approach away that no level and no plan uses; `restoreApproach` brings it back. */
export async function removeApproach(db: Database, id: string): Promise<Record<string, never>> {
  await inTransaction(db, async () => {
    await markRemoved(db, db.Approach, id);
    const levels = await db.Level.findAll({ where: { approachId: id, deletedAt: null } });
    if (levels.length > 0)
      throw inUse(
        `It cannot be removed while ${levels.map(({ name }) => name).join(", ")} teaches by it. Choose another there first.`,
      );
    if ((await db.PlanFigure.count({ where: { approachId: id } })) > 0)
      throw inUse(
        "It cannot be removed while a figure of a plan is taught by it. Choose another there first.",
      );
  });
  return {};
}

export async function restoreApproach(db: Database, id: string): Promise<ApproachRecord> {
  // It refers to nothing, and its name is kept unique by the database.
  await bringBack(db, db.Approach, id, async () => undefined);
  return readApproach(db, id);
}
