import type { Level, LevelContent } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, changeAt, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockTable, rowsOf } from "../../db/query.ts";
import { inUse, invalid } from "../../http/problems.ts";
import { missingApproaches } from "../approaches/service.ts";
import { readLevel } from "./read.ts";

type Rules = Pick<LevelContent, "danceId" | "followsId" | "approachId">;

/** The level before must be of the same dance and must not, in the end, follow this one. */
async function checkFollows(db: Database, id: string | null, { danceId, followsId }: Rules): Promise<void> {
  if (followsId === null) return;
  const chain = await rowsOf<{ id: string; danceId: string; there: boolean; depth: number }>(
    db,
    `with recursive chain as (
       select id, dance_id, follows_id, deleted_at, 1 as depth from levels where id = $followsId
       union all
       select l.id, l.dance_id, l.follows_id, l.deleted_at, chain.depth + 1 from levels l
       join chain on chain.follows_id = l.id where chain.depth < 100 and chain.id is distinct from $id::uuid
     )
     select id, dance_id as "danceId", deleted_at is null as there, depth from chain order by depth`,
    { followsId, id },
  );
  const refuse = (message: string) => {
    throw invalid([{ path: "followsId", message }]);
  };
  if (!chain[0]?.there) refuse("The level before is not there any more");
  if (chain.some((level) => level.danceId !== danceId)) refuse("Choose a level of the same dance");
  if (chain.some((level) => level.id === id)) refuse("These levels would follow each other in a circle");
}

/** An approach that ships, or one of the studio's own. */
async function checkApproach(db: Database, { approachId }: Rules): Promise<void> {
  if ((await missingApproaches(db, [approachId])).size > 0)
    throw invalid([{ path: "approachId", message: "This approach is not there any more" }]);
}

/** Weeks that were taught can't fall out of a level. */
async function checkTaught(db: Database, id: string, weeks: number): Promise<void> {
  const [last] = await rowsOf<{ week: number; name: string }>(
    db,
    `select lessons.week, sections.name from lessons join sections on sections.id = lessons.section_id
     where sections.level_id = $id and lessons.week > $weeks
       and (lessons.state = 'taught' or exists (select 1 from class_entries where lesson_id = lessons.id))
     order by lessons.week desc limit 1`,
    { id, weeks },
  );
  if (last)
    throw invalid([
      {
        path: "weeks",
        message: `${last.name} has been taught in week ${last.week}, so the level keeps at least ${last.week} weeks`,
      },
    ]);
}

export const createLevel = (db: Database, content: LevelContent): Promise<Level> =>
  inTransaction(db, async () => {
    await lockTable(db, "levels");
    await checkApproach(db, content);
    await checkFollows(db, null, content);
    const row = await db.Level.create(content);
    await db.Plan.create({ levelId: row.id, sectionId: null });
    return readLevel(db, row.id);
  });

/** What a plan holds beyond the last week stays in it, out of sight, until the level is longer again. */
export const changeLevel = (
  db: Database,
  id: string,
  { version, ...content }: LevelContent & { version: number },
): Promise<Level> =>
  inTransaction(db, async () => {
    await lockTable(db, "levels");
    const now = await readLevel(db, id);
    await changeAt(db, db.Level, id, version, content, () => readLevel(db, id));
    await checkFollows(db, id, content);
    await checkApproach(db, content);
    if (now.danceId !== content.danceId && (await db.PlanFigure.count({ where: { planId: now.planId } })) > 0)
      throw invalid([
        { path: "danceId", message: "Its plan holds figures of the present dance; take them out first" },
      ]);
    if (content.weeks < now.weeks) await checkTaught(db, id, content.weeks);
    // An edit of a plan made in sight of the other length is an edit of another plan.
    if (content.weeks !== now.weeks) await db.Plan.increment("version", { where: { levelId: id } });
    return readLevel(db, id);
  });

/** Takes a level away; `restoreLevel` brings it back. */
export async function removeLevel(db: Database, id: string): Promise<Record<string, never>> {
  await inTransaction(db, async () => {
    await lockTable(db, "levels");
    await markRemoved(db, db.Level, id);
    const users = await rowsOf<{ name: string }>(
      db,
      `select name from sections where level_id = $id and deleted_at is null
       union all select name from levels where follows_id = $id and deleted_at is null`,
      { id },
    );
    if (users.length > 0)
      throw inUse(`It cannot be removed while ${users.map(({ name }) => name).join(", ")} builds on it.`);
  });
  return {};
}

/** Brings a level back if what it builds on is there. */
export const restoreLevel = (db: Database, id: string): Promise<Level> =>
  inTransaction(db, async () => {
    await lockTable(db, "levels");
    await bringBack(db, db.Level, id, async (removed) => {
      await checkFollows(db, id, removed);
      await checkApproach(db, removed);
    });
    return readLevel(db, id);
  });
