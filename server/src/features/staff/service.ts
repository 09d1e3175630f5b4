import type { NewStaff, StaffMember } from "@map-step/contract";
import { hash } from "@node-rs/argon2";
import { inTransaction } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { lockTable } from "../../db/query.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { refuseWeak } from "../session/password.ts";
import { endSignIns } from "../session/service.ts";
import type { StaffRow } from "./models.ts";

const view = ({ id, version, name, email, role, active, passwordHash }: StaffRow): StaffMember => ({
  id,
  version,
  name,
  email,
  role,
  active,
  hasPassword: passwordHash !== null,
});

/** What is kept of a password. */
export const hashPassword = (password: string): Promise<string> => hash(password);

export const listStaff = async (db: Database): Promise<StaffMember[]> =>
  (await db.Staff.findAll({ order: ["name"] })).map(view);

async function readStaff(db: Database, id: string): Promise<StaffMember> {
  const row = await db.Staff.findByPk(id);
  if (!row) throw notFound();
  return view(row);
}

export async function createStaff(db: Database, { password, ...content }: NewStaff): Promise<StaffMember> {
  if (password !== undefined) refuseWeak(password, content.email);
  const passwordHash = password === undefined ? null : await hashPassword(password);
  return inTransaction(db, async () => view(await db.Staff.create({ ...content, passwordHash })));
}

type Change = Omit<StaffMember, "id" | "hasPassword"> & { password?: string | undefined };

/** A studio always keeps a director who can sign in. Another password, or a closed account, ends its sign-ins. */
export async function changeStaff(
  db: Database,
  id: string,
  { version, password, ...content }: Change,
): Promise<StaffMember> {
  if (password !== undefined) refuseWeak(password, content.email);
  const secret =
    password === undefined ? {} : { passwordHash: await hashPassword(password), demoPassword: null };
  const ended = password !== undefined || !content.active ? endSignIns() : {};
  return inTransaction(db, async () => {
    await lockTable(db, "staff");
    await changeAt(db, db.Staff, id, version, { ...content, ...secret, ...ended }, () => readStaff(db, id));
    if ((await db.Staff.count({ where: { role: "director", active: true } })) === 0)
      throw invalid([{ path: "role", message: "The studio needs a director who can sign in" }]);
    return readStaff(db, id);
  });
}

/** Makes a director, or gives an account a new password and the director's rights; for those at the machine. */
export async function ensureDirector(
  db: Database,
  { name, email, password }: Pick<NewStaff, "name" | "email"> & { readonly password: string },
): Promise<"made" | "reset"> {
  refuseWeak(password, email);
  const passwordHash = await hashPassword(password);
  return inTransaction(db, async () => {
    await lockTable(db, "staff");
    const row = await db.Staff.findOne({ where: { email } });
    if (!row) {
      await db.Staff.create({ name, email, role: "director", passwordHash });
      return "made";
    }
    const version = row.version + 1;
    await row.update({
      passwordHash,
      role: "director",
      active: true,
      demoPassword: null,
      version,
      ...endSignIns(),
    });
    return "reset";
  });
}
