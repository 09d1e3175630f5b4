import type { Level } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";

/** Levels, each with the id of its own plan; all that are there, or those of some ids. */
export function listLevels(db: Database, ids?: readonly string[]): Promise<Level[]> {
  return rowsOf<Level>(
    db,
    `select l.id, l.version, l.dance_id as "danceId", l.name, l.follows_id as "followsId", l.weeks,
       l.lesson_minutes as "lessonMinutes", l.warm_up_minutes as "warmUpMinutes",
       l.wrap_minutes as "wrapMinutes", l.most_new as "mostNew", l.most_new_counts as "mostNewCounts",
       l.settled_lessons as "settledLessons", l.first_show_week as "firstShowWeek", l.talk_week as "talkWeek",
       l.bpm, l.break_weeks as "breakWeeks", l.approach_id as "approachId", p.id as "planId"
     from levels l join plans p on p.level_id = l.id and p.section_id is null
     where l.deleted_at is null ${ids ? "and l.id = any($ids::uuid[])" : ""}
     order by l.created_at, l.name`,
    ids ? { ids: [...new Set(ids)] } : {},
  );
}

/** @throws a not-found problem */
export async function readLevel(db: Database, id: string): Promise<Level> {
  const [level] = await listLevels(db, [id]);
  if (!level) throw notFound();
  return level;
}
