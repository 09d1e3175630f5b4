import { BACKUP_MISSED_HOURS, type BackupState } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";

interface Row {
  readonly at: Date;
  readonly file: string;
  readonly bytes: number;
  readonly problem: string | null;
}

const HOUR_MS = 60 * 60_000;

/** How the nightly backups are doing: the last good one, and what is wrong since. */
export async function readBackups(db: Database, now = new Date()): Promise<BackupState> {
  const rows = await rowsOf<Row>(
    db,
    `(select at, file, bytes::float8 as bytes, problem from backups order by id desc limit 1)
     union all
     (select at, file, bytes::float8, problem from backups where problem is null order by id desc limit 1)`,
  );
  const [last] = rows;
  const good = rows.find(({ problem }) => problem === null);
  return {
    good: good ? { at: good.at.toISOString(), file: good.file, bytes: good.bytes } : null,
    problem: last && last.problem !== null ? { at: last.at.toISOString(), words: last.problem } : null,
    missed: last !== undefined && now.getTime() - last.at.getTime() > BACKUP_MISSED_HOURS * HOUR_MS,
  };
}
