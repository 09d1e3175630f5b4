import { inTransaction } from "./ambient.ts";
import type { Database } from "./connection.ts";
import { rowsOf } from "./query.ts";
import { SEALED } from "./secret.ts";

/** Where the last parts of public addresses are kept. */
const WITH_LINKS = ["recaps", "sequences", "plan_links", "calendar_addresses"] as const;

/** Seals the secrets of public addresses that are kept open, as before secrets were sealed or as they came in a file. */
export async function sealLinks(db: Database): Promise<void> {
  for (const table of WITH_LINKS) {
    const open = await rowsOf<{ secret: string }>(
      db,
      `select secret from ${table} where secret is not null and not starts_with(secret, '${SEALED}')`,
    );
    if (open.length === 0) continue;
    await rowsOf(
      db,
      `update ${table} t set secret = next.sealed from unnest($open::text[], $sealed::text[]) as next (open, sealed)
       where t.secret = next.open returning t.secret`,
      { open: open.map(({ secret }) => secret), sealed: open.map(({ secret }) => db.links.seal(secret)) },
    );
  }
}

/** Any number that only this purpose uses. */
const LOCK = 727_032;

/** Puts in order what nobody has to wait for; of several processes one does it. @returns whether this one did */
export const tidyUp = (db: Database): Promise<boolean> =>
  inTransaction(db, async () => {
    const [lock] = await rowsOf<{ held: boolean }>(db, `select pg_try_advisory_xact_lock(${LOCK}) as held`);
    if (!lock?.held) return false;
    await db.sequelize.query("set local statement_timeout = 300000");
    await sealLinks(db);
    await rowsOf(db, "select tidy_up()");
    return true;
  });
