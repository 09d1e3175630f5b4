import type { PasswordChange, Person, Session, Setup, SignIn } from "@map-step/contract";
import { hash, verify } from "@node-rs/argon2";
import type { Request } from "express";
import { Op } from "sequelize";
import type { Config } from "../../config.ts";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { lockTable, rowsOf } from "../../db/query.ts";
import { forbidden, invalid, wrongPassword } from "../../http/problems.ts";
import { LONGEST_MS, startSession } from "../../http/session.ts";
import { refuseWeak } from "./password.ts";

const dateIn = (timeZone: string): string =>
  // The Swedish way of writing dates is YYYY-MM-DD.
  new Intl.DateTimeFormat("sv-SE", { timeZone }).format(new Date());

/** Today's date at the studio: fixed by the settings, otherwise of its time zone. */
export async function studioToday(db: Database, config: Config): Promise<string> {
  if (config.STUDIO_TODAY) return config.STUDIO_TODAY;
  const studio = await db.Studio.findByPk(1);
  return dateIn(studio?.timeZone ?? "UTC");
}

const asPerson = ({ id, name, role }: Person): Person => ({ id, name, role });

interface OpenSession {
  readonly personId?: string | undefined;
  readonly epoch?: number | undefined;
  readonly signedInAt?: number | undefined;
}

/** Who is signed in, and whether the studio asks them for more than they have to show. */
export interface SignedIn extends Person {
  readonly mustShowMore: boolean;
}
const MUST_SHOW = `(role = 'director' and coalesce((select directors_show_more from studio), false)
  and not exists (select from factors where staff_id = staff.id and confirmed_at is not null))`;

/**
 * The person behind a session, as the staff list has them now. None once the account is closed, the password was
 * changed since the sign-in, or the sign-in is too long ago.
 */
export async function personOf(
  db: Database,
  { personId, epoch, signedInAt }: OpenSession,
): Promise<SignedIn | null> {
  if (!personId || signedInAt === undefined || Date.now() - signedInAt > LONGEST_MS) return null;
  const [row] = await rowsOf<SignedIn & { readonly since: Date | null; readonly epoch: number }>(
    db,
    `select id, name, role, sessions_since as since, sessions_epoch as epoch, ${MUST_SHOW} as "mustShowMore"
     from staff where id = $personId and active`,
    { personId },
  );
  if (!row) return null;
  // By a counter: a clock that went back ends nothing. Sessions from before it was counted have the time only.
  const counts = epoch === undefined ? signedInAt >= (row.since?.getTime() ?? 0) : epoch === row.epoch;
  return counts ? { ...asPerson(row), mustShowMore: row.mustShowMore } : null;
}

export async function describeSession(
  db: Database,
  config: Config,
  person: Person | null,
  csrfToken: string,
): Promise<Session> {
  const studio = await db.Studio.findByPk(1);
  const [{ mustShowMore } = { mustShowMore: false }] = person
    ? await rowsOf<{ mustShowMore: boolean }>(
        db,
        `select ${MUST_SHOW} as "mustShowMore" from staff where id = $id`,
        { id: person.id },
      )
    : [];
  const isDemo = (await db.Staff.count({ where: { demoPassword: { [Op.ne]: null } } })) > 0;
  const staff = person ? [] : await db.Staff.findAll({ where: { active: true }, order: ["role", "name"] });
  return {
    person: person && asPerson(person),
    mustShowMore,
    studio: studio && {
      name: studio.name,
      timeZone: studio.timeZone,
      firstWeekday: studio.firstWeekday,
      localeFormat: { dates: studio.dates, clock: studio.clock, lengths: studio.lengths },
    },
    needsSetup: studio === null,
    csrfToken,
    isDemo,
    today: config.STUDIO_TODAY ?? dateIn(studio?.timeZone ?? "UTC"),
    demoAccounts: staff.flatMap(({ name, email, role, demoPassword }) =>
      demoPassword ? [{ name, email, role, password: demoPassword }] : [],
    ),
  };
}

/** Verified when no account has the address, so that the time of the answer does not tell which have one. */
let decoy: Promise<string> | undefined;

/** @throws a problem when the address and the password do not belong together */
export async function checkPassword(db: Database, { email, password }: SignIn): Promise<Person> {
  const row = await db.Staff.findOne({ where: { email, active: true } });
  decoy ??= hash("no account has this password");
  const matches = await verify(row?.passwordHash ?? (await decoy), password);
  if (!row?.passwordHash || !matches) throw wrongPassword();
  return asPerson(row);
}

/** @throws a problem at the field when it is not the password that this person uses now */
export async function checkOwn(db: Database, { id }: Pick<Person, "id">, password: string): Promise<void> {
  const row = await db.Staff.findByPk(id, { rejectOnEmpty: true });
  if (row.passwordHash === null || !(await verify(row.passwordHash, password)))
    throw invalid([{ path: "password", message: "This is not the password you use now" }]);
}

/** Starts a session in which somebody is signed in from now on. */
export async function enterAs(db: Database, request: Request, person: Person): Promise<void> {
  const row = await db.Staff.findByPk(person.id, { rejectOnEmpty: true });
  await startSession(request, person, row.sessionsEpoch);
}

/** What ends every sign-in of an account up to now; the database counts it. */
export const endSignIns = () => ({ sessionsSince: new Date() });

/** Changes one's own password, which ends every sign-in of the account. */
export async function changePassword(
  db: Database,
  person: Person,
  { current, next }: PasswordChange,
): Promise<void> {
  const row = await db.Staff.findByPk(person.id, { rejectOnEmpty: true });
  if (row.passwordHash === null || !(await verify(row.passwordHash, current)))
    throw invalid([{ path: "current", message: "This is not the password you use now" }]);
  refuseWeak(next, row.email, "next");
  await row.update({ passwordHash: await hash(next), demoPassword: null, ...endSignIns() });
}

const refuseSecond = async (db: Database): Promise<void> => {
  if ((await db.Studio.count()) > 0) throw forbidden("This studio is set up already. Sign in instead.");
};

/** Creates the studio and its director; only once. */
export async function setUpStudio(
  db: Database,
  { studioName, timeZone, name, email, password }: Setup,
): Promise<Person> {
  // Looked at before the password is worked on, which takes long: strangers can ask this as often as they like.
  await refuseSecond(db);
  refuseWeak(password, email);
  const passwordHash = await hash(password);
  return inTransaction(db, async () => {
    await lockTable(db, "studio");
    await refuseSecond(db);
    await db.Studio.create({ id: 1, name: studioName, timeZone });
    return asPerson(await db.Staff.create({ name, email, role: "director", passwordHash }));
  });
}
