import type { Person, Session, Setup, SignIn } from "@map-step/contract";
import { hash, verify } from "@node-rs/argon2";
import type { Config } from "../../config.ts";
import type { Database } from "../../db/connection.ts";
import { forbidden, wrongPassword } from "../../http/problems.ts";

/** Today's date at the studio: fixed by the settings, otherwise of its time zone. */
export async function studioToday(db: Database, config: Config): Promise<string> {
  if (config.STUDIO_TODAY) return config.STUDIO_TODAY;
  const studio = await db.Studio.findByPk(1);
  // The Swedish way of writing dates is YYYY-MM-DD.
  return new Intl.DateTimeFormat("sv-SE", { timeZone: studio?.timeZone ?? "UTC" }).format(new Date());
}

/** The person behind a session, as the staff list has them now; none once the account is closed. */
export async function personOf(db: Database, id: string | undefined): Promise<Person | null> {
  if (!id) return null;
  const row = await db.Staff.findOne({ where: { id, active: true } });
  return row && { id: row.id, name: row.name, role: row.role };
}

export async function describeSession(
  db: Database,
  config: Config,
  person: Person | null,
  csrfToken: string,
): Promise<Session> {
  const [studio, staff, today] = await Promise.all([
    db.Studio.findByPk(1),
    person ? [] : db.Staff.findAll({ where: { active: true }, order: ["role", "name"] }),
    studioToday(db, config),
  ]);
  return {
    person,
    studio: studio && { name: studio.name, timeZone: studio.timeZone },
    needsSetup: studio === null,
    csrfToken,
    today,
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
  if (!row || !matches) throw wrongPassword();
  return { id: row.id, name: row.name, role: row.role };
}

/** Creates the studio and its director; only once. */
export async function setUpStudio(
  db: Database,
  { studioName, timeZone, name, email, password }: Setup,
): Promise<Person> {
  const passwordHash = await hash(password);
  return db.sequelize.transaction(async (transaction) => {
    await db.sequelize.query("lock table studio in share row exclusive mode", { transaction });
    if ((await db.Studio.count({ transaction })) > 0)
      throw forbidden("This studio is set up already. Sign in instead.");
    await db.Studio.create({ id: 1, name: studioName, timeZone }, { transaction });
    const row = await db.Staff.create({ name, email, role: "director", passwordHash }, { transaction });
    return { id: row.id, name: row.name, role: row.role };
  });
}
