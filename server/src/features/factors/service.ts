import type { Factor, OwnFactors, Person, Shown } from "@map-step/contract";
import type { Request } from "express";
import type { Config } from "../../config.ts";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { inUse, invalid, notFound, showMore } from "../../http/problems.ts";
import {
  addressOf,
  hashOfCode,
  lock,
  newRecoveryCode,
  newSeed,
  RECOVERY_CODES,
  stepOf,
  unlock,
} from "./codes.ts";
import { askForKey, askForNewKey, isSignedBy, readNewKey, type Spoken } from "./keys.ts";
import type { FactorRow } from "./models.ts";

/** More than anybody has devices. */
const MOST = 12;

/** What factors are worked with. */
export interface FactorDesk {
  readonly db: Database;
  readonly config: Config;
  readonly request: Request;
}

const view = ({ id, kind, name, createdAt }: FactorRow): Factor => ({
  id,
  kind,
  name,
  since: createdAt.toISOString(),
});

const confirmedOf = async (db: Database, staffId: string): Promise<FactorRow[]> =>
  (await db.Factor.findAll({ where: { staffId }, order: ["createdAt"] })).filter(
    ({ confirmedAt }) => confirmedAt !== null,
  );

/** What somebody shows beside the password. */
export async function readFactors(db: Database, { id }: Pick<Person, "id">): Promise<OwnFactors> {
  const factors = await confirmedOf(db, id);
  const recoveryLeft = await db.RecoveryCode.count({ where: { staffId: id, usedAt: null } });
  const [studio] = await rowsOf<{ on: boolean }>(db, `select directors_show_more as "on" from studio`);
  return { factors: factors.map(view), recoveryLeft, directorsShowMore: studio?.on ?? false };
}

type Kept = OwnFactors & { readonly recovery: string[] | null };

async function makeRecovery(db: Database, staffId: string): Promise<string[]> {
  const codes = Array.from({ length: RECOVERY_CODES }, newRecoveryCode);
  await db.RecoveryCode.destroy({ where: { staffId } });
  await db.RecoveryCode.bulkCreate(codes.map((code) => ({ staffId, codeHash: hashOfCode(staffId, code) })));
  return codes;
}

/** With the first factor come recovery codes. */
async function withRecovery(db: Database, person: Pick<Person, "id">): Promise<Kept> {
  const own = await readFactors(db, person);
  const recovery = own.recoveryLeft === 0 ? await makeRecovery(db, person.id) : null;
  return { ...own, recovery, recoveryLeft: recovery?.length ?? own.recoveryLeft };
}

export const renewRecovery = (db: Database, person: Pick<Person, "id">): Promise<Kept> =>
  inTransaction(db, async () => {
    const own = await readFactors(db, person);
    if (own.factors.length === 0) throw inUse("Recovery codes stand in for something else; add that first.");
    const recovery = await makeRecovery(db, person.id);
    return { ...own, recovery, recoveryLeft: recovery.length };
  });

const refuseMany = async (db: Database, staffId: string): Promise<void> => {
  if ((await db.Factor.count({ where: { staffId } })) >= MOST)
    throw inUse("That is more than anybody shows. Remove one first.");
};

/** Whose factor it is, and of which studio, as apps and devices show it. */
async function addressed(db: Database, id: string): Promise<{ email: string; studio: string }> {
  const [row] = await rowsOf<{ email: string; studio: string }>(
    db,
    "select email, (select name from studio) as studio from staff where id = $id",
    { id },
  );
  return row ?? { email: "", studio: "Map Step" };
}

/** Begins codes of an app; what was begun and never shown is over. */
export const beginCodes = (
  { db, config }: FactorDesk,
  { id }: Person,
): Promise<{ id: string; address: string }> =>
  inTransaction(db, async () => {
    await db.Factor.destroy({ where: { staffId: id, kind: "codes", confirmedAt: null } });
    await refuseMany(db, id);
    const { email, studio } = await addressed(db, id);
    const seed = newSeed();
    const row = await db.Factor.create({ staffId: id, kind: "codes", name: "", locked: lock(config, seed) });
    return { id: row.id, address: addressOf(seed, studio, email) };
  });

/** Shows once that the app makes the right codes; from then on they count. */
export const confirmCodes = (
  { db, config }: FactorDesk,
  person: Person,
  id: string,
  { name, code }: { readonly name: string; readonly code: string },
): Promise<Kept> =>
  inTransaction(db, async () => {
    const row = await db.Factor.findOne({
      where: { id, staffId: person.id, kind: "codes", confirmedAt: null },
    });
    if (!row?.locked) throw notFound("This was begun anew meanwhile. Begin once more.");
    const step = stepOf(unlock(config, row.locked), code, 0);
    if (step === null)
      throw invalid([
        { path: "code", message: "Not the code that the app shows now. Is the phone's clock right?" },
      ]);
    await row.update({ name, lastStep: step, confirmedAt: new Date() });
    return withRecovery(db, person);
  });

export async function beginKey({ db, config, request }: FactorDesk, person: Person): Promise<Spoken> {
  await refuseMany(db, person.id);
  const own = await addressed(db, person.id);
  const keys = (await confirmedOf(db, person.id)).filter(({ kind }) => kind === "key");
  return askForNewKey(db, config, request, { ...person, ...own }, keys);
}

export async function confirmKey(
  { db, config, request }: FactorDesk,
  person: Person,
  { name, answer }: { readonly name: string; readonly answer: Spoken },
): Promise<Kept> {
  const key = await readNewKey(db, config, request, person.id, answer);
  if (!key)
    throw invalid([
      { path: "answer", message: "The device's answer does not fit what was asked. Try once more." },
    ]);
  return inTransaction(db, async () => {
    await db.Factor.create({ staffId: person.id, kind: "key", name, ...key, confirmedAt: new Date() });
    return withRecovery(db, person);
  });
}

/** Without any factor there is nothing to recover. */
export const removeFactor = (db: Database, person: Person, id: string): Promise<OwnFactors> =>
  inTransaction(db, async () => {
    if ((await db.Factor.destroy({ where: { id, staffId: person.id } })) === 0) throw notFound();
    if ((await confirmedOf(db, person.id)).length === 0)
      await db.RecoveryCode.destroy({ where: { staffId: person.id } });
    return readFactors(db, person);
  });

/** Directors are asked for more than a password, or no more. Whoever asks has something to show. */
export async function askDirectors(db: Database, person: Person, on: boolean): Promise<OwnFactors> {
  const own = await readFactors(db, person);
  if (on && own.factors.length === 0)
    throw inUse("Add something to your own account first, so that you do not shut yourself out.");
  await rowsOf(db, "update studio set directors_show_more = $on", { on });
  return { ...own, directorsShowMore: on };
}

async function isCode(
  { db, config }: FactorDesk,
  staffId: string,
  factors: readonly FactorRow[],
  code: string,
): Promise<boolean> {
  for (const row of factors) {
    if (row.kind !== "codes" || !row.locked) continue;
    const step = stepOf(unlock(config, row.locked), code, Number(row.lastStep));
    // Counted by the database, so that one code sent twice at once is taken once.
    if (step !== null) {
      const taken = await rowsOf(
        db,
        "update factors set last_step = $step where id = $id and last_step < $step returning id",
        { id: row.id, step },
      );
      return taken.length === 1;
    }
  }
  const used = await rowsOf(
    db,
    "update recovery_codes set used_at = now() where code_hash = $hash and used_at is null returning id",
    { hash: hashOfCode(staffId, code) },
  );
  return used.length === 1;
}

/**
 * After the password was right: whether what else is asked was shown.
 * @throws a problem that says what can be shown, or that it was not right
 */
export async function needShown(desk: FactorDesk, person: Person, shown: Shown | undefined): Promise<void> {
  const { db, config, request } = desk;
  const factors = await confirmedOf(db, person.id);
  if (factors.length === 0) return;
  const keys = factors.filter(({ kind }) => kind === "key");
  if (!shown)
    throw showMore({
      codes: factors.length > keys.length,
      key: keys.length > 0 ? await askForKey(db, config, request, person.id, keys) : null,
    });
  const isRight =
    shown.kind === "code"
      ? await isCode(desk, person.id, factors, shown.code)
      : await isSignedBy(db, config, request, person.id, keys, shown.answer);
  if (!isRight)
    throw invalid([
      {
        path: "shown",
        message: "That did not fit. Try the next code, your device once more, or a recovery code.",
      },
    ]);
}
