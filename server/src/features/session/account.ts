import type { Person, SignInPlace } from "@map-step/contract";
import { verify } from "@node-rs/argon2";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid } from "../../http/problems.ts";
import { hashOfSid } from "../../http/session.ts";

/** What a row of sessions is kept under; those from before have their ids themselves. */
const KEPT_SID =
  "case when length(sid) = 64 then sid else encode(sha256(convert_to(sid, 'UTF8')), 'hex') end";
/** Still one, by the counter or, from before it was counted, by the time. */
const COUNTS = `coalesce((sess ->> 'epoch')::int = staff.sessions_epoch,
  (sess ->> 'signedInAt')::float8 >= coalesce(extract(epoch from staff.sessions_since) * 1000, 0))`;

/** Where somebody is signed in, the last used first. */
export async function placesOf(
  db: Database,
  { id }: Pick<Person, "id">,
  sid: string,
): Promise<SignInPlace[]> {
  const rows = await rowsOf<{
    key: string;
    device: string | null;
    signed: string;
    seen: string;
    here: boolean;
  }>(
    db,
    `select md5(kept) as key, device, signed, seen, kept = $own as here from (
       select distinct on (kept) kept, sess ->> 'device' as device, sess ->> 'signedInAt' as signed, sess ->> 'seenAt' as seen
       from (select *, ${KEPT_SID} as kept from sessions) s join staff on staff.id = $id
       where sess ->> 'personId' = $id::text and expire > now() and ${COUNTS}
       order by kept, (sess ->> 'seenAt')::float8 desc
     ) one order by seen::float8 desc limit 100`,
    { id, own: hashOfSid(sid) },
  );
  return rows.map((row) => ({
    key: row.key,
    device: row.device ?? "A browser",
    signedInAt: new Date(Number(row.signed)).toISOString(),
    seenAt: new Date(Number(row.seen)).toISOString(),
    here: row.here,
  }));
}

/** Ends one's own sign-in elsewhere; one that is not there any more is no fault. */
export async function endPlace(db: Database, { id }: Pick<Person, "id">, key: string): Promise<void> {
  await db.sequelize.query(
    `delete from sessions where sess ->> 'personId' = $id and md5(${KEPT_SID}) = $key`,
    { bind: { id, key } },
  );
}

/**
 * One's own name and address. Another address asks for the password: whoever has it can ask for another password.
 * @returns the address of before
 */
export const changeOwn = (
  db: Database,
  { id }: Pick<Person, "id">,
  { name, email, password }: { readonly name: string; readonly email: string; readonly password: string },
): Promise<string> =>
  inTransaction(db, async () => {
    const row = await db.Staff.findByPk(id, { rejectOnEmpty: true });
    const before = row.email;
    if (email !== row.email && (row.passwordHash === null || !(await verify(row.passwordHash, password))))
      throw invalid([{ path: "password", message: "Another address asks for the password you use now" }]);
    await row.update({ name, email, version: row.version + 1, changedBy: id });
    return before;
  });
