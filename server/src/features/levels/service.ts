import type { Level, LevelContent } from "@map-step/contract";
import { APPROACH_IDS } from "@map-step/core/plan";
import type { Transaction } from "sequelize";
import { z } from "zod";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { inUse, invalid, notFound } from "../../http/problems.ts";
import { fitPlansToWeeks, planOfLevel } from "../plans/service.ts";
import { readLevel } from "./read.ts";

/** The level before must be of the same dance and must not, in the end, follow this one. */
async function checkFollows(
  db: Database,
  id: string | null,
  content: LevelContent,
  transaction: Transaction,
): Promise<void> {
  const seen = new Set<string>();
  for (let next = content.followsId; next !== null && !seen.has(next); ) {
    seen.add(next);
    const before: Level = await readLevel(db, next, transaction);
    if (before.danceId !== content.danceId)
      throw invalid([{ path: "followsId", message: "Choose a level of the same dance" }]);
    if (next === id)
      throw invalid([{ path: "followsId", message: "These levels would follow each other in a circle" }]);
    next = before.followsId;
  }
}

/** An approach that ships, or one of the studio's own. */
async function checkApproach(
  db: Database,
  { approachId }: LevelContent,
  transaction: Transaction,
): Promise<void> {
  if ((APPROACH_IDS as readonly string[]).includes(approachId)) return;
  const isOwn = z.uuid().safeParse(approachId).success;
  const own = isOwn
    ? await db.Approach.count({ where: { id: approachId, deletedAt: null }, transaction })
    : 0;
  if (own === 0) throw invalid([{ path: "approachId", message: "This approach is not there any more" }]);
}

export async function createLevel(db: Database, content: LevelContent): Promise<Level> {
  return db.sequelize.transaction(async (transaction) => {
    await checkApproach(db, content, transaction);
    await checkFollows(db, null, content, transaction);
    const row = await db.Level.create(content, { transaction });
    await db.Plan.create({ levelId: row.id, sectionId: null }, { transaction });
    return readLevel(db, row.id, transaction);
  });
}

export async function changeLevel(
  db: Database,
  id: string,
  { version, ...content }: LevelContent & { version: number },
): Promise<Level> {
  return db.sequelize.transaction(async (transaction) => {
    const now = await readLevel(db, id, transaction);
    await changeAt(db.Level, id, version, content, transaction, () => readLevel(db, id, transaction));
    await checkFollows(db, id, content, transaction);
    await checkApproach(db, content, transaction);
    if (now.danceId !== content.danceId && (await planOfLevel(db, id, transaction)).chosen.length > 0)
      throw invalid([
        { path: "danceId", message: "Its plan holds figures of the present dance; take them out first" },
      ]);
    if (content.weeks < now.weeks) await fitPlansToWeeks(db, id, content.weeks, transaction);
    return readLevel(db, id, transaction);
  });
}

/** Takes a level away; `restoreLevel` brings it back. */
export async function removeLevel(db: Database, id: string): Promise<Record<string, never>> {
  await db.sequelize.transaction(async (transaction) => {
    const sections = await db.Section.findAll({ where: { levelId: id, deletedAt: null }, transaction });
    const after = await db.Level.findAll({ where: { followsId: id, deletedAt: null }, transaction });
    const users = [...sections, ...after].map(({ name }) => name);
    if (users.length > 0) throw inUse(`It cannot be removed while ${users.join(", ")} builds on it.`);
    const [count] = await db.Level.update(
      { deletedAt: new Date() },
      { where: { id, deletedAt: null }, transaction },
    );
    if (count === 0) throw notFound();
  });
  return {};
}

export async function restoreLevel(db: Database, id: string): Promise<Level> {
  await db.Level.update({ deletedAt: null }, { where: { id } });
  return readLevel(db, id);
}
