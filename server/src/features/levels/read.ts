import { LEVEL_FIELDS, type Level } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf, selected } from "../../db/query.ts";
import { notFound } from "../../http/problems.ts";

const LEVEL_NAMES = Object.keys(LEVEL_FIELDS);

/** Levels, each with the id of its own plan; all that are there, or those of some ids. */
export function listLevels(db: Database, ids?: readonly string[]): Promise<Level[]> {
  return rowsOf<Level>(
    db,
    `select l.id, l.version, ${selected(LEVEL_NAMES, "l")}, p.id as "planId"
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
