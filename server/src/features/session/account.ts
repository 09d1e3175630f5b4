import { createHash } from "node:crypto";
import type { Person, SignInPlace } from "@map-step/contract";
import { verify } from "@node-rs/argon2";
import { atomically } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid } from "../../http/problems.ts";

/** What tells a sign-in from others without being one. */
const keyOf = (sid: string): string => createHash("md5").update(sid).digest("hex");

/** Where somebody is signed in, the last used first. */
export async function placesOf(
  db: Database,
  { id }: Pick<Person, "id">,
  sid: string,
): Promise<SignInPlace[]> {
  const rows = await rowsOf<{ sid: string; device: string | null; signed: string; seen: string }>(
    db,
    `select sid, sess ->> 'device' as device, sess ->> 'signedInAt' as signed, sess ->> 'seenAt' as seen
     from sessions join staff on staff.id = $id
     where sess ->> 'personId' = $id::text and expire > now()
       and (sess ->> 'signedInAt')::float8 >= coalesce(extract(epoch from staff.sessions_since) * 1000, 0)
     order by (sess ->> 'seenAt')::float8 desc limit 100`,
    { id },
  );
  return rows.map((row) => ({
    key: keyOf(row.sid),
    device: row.device ?? "A browser",
    signedInAt: new Date(Number(row.signed)).toISOString(),
    seenAt: new Date(Number(row.seen)).toISOString(),
    here: row.sid === sid,
  }));
}

/** Ends one's own sign-in elsewhere; one that is not there any more is no fault. */
export async function endPlace(db: Database, { id }: Pick<Person, "id">, key: string): Promise<void> {
  await db.sequelize.query("delete from sessions where sess ->> 'personId' = $id and md5(sid) = $key", {
    bind: { id, key },
  });
}

/** One's own name and address. Another address asks for the password: whoever has it can ask for another password. */
export const changeOwn = (
  db: Database,
  { id }: Pick<Person, "id">,
  { name, email, password }: { readonly name: string; readonly email: string; readonly password: string },
): Promise<void> =>
  atomically(db, async () => {
    const row = await db.Staff.findByPk(id, { rejectOnEmpty: true });
    if (email !== row.email && (row.passwordHash === null || !(await verify(row.passwordHash, password))))
      throw invalid([{ path: "password", message: "Another address asks for the password you use now" }]);
    await row.update({ name, email, version: row.version + 1, changedBy: id });
  });
