import type { NewStaff, StaffMember } from "@map-step/contract";
import { hash } from "@node-rs/argon2";
import type { Transaction } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { invalid, notFound } from "../../http/problems.ts";
import type { StaffRow } from "./models.ts";

const view = ({ id, version, name, email, role, active }: StaffRow): StaffMember => ({
  id,
  version,
  name,
  email,
  role,
  active,
});

export const listStaff = async (db: Database): Promise<StaffMember[]> =>
  (await db.Staff.findAll({ order: ["name"] })).map(view);

async function readStaff(db: Database, id: string, transaction?: Transaction): Promise<StaffMember> {
  const row = await db.Staff.findByPk(id, transaction ? { transaction } : {});
  if (!row) throw notFound();
  return view(row);
}

export async function createStaff(db: Database, { password, ...content }: NewStaff): Promise<StaffMember> {
  return view(await db.Staff.create({ ...content, passwordHash: await hash(password) }));
}

type Change = Omit<StaffMember, "id"> & { password?: string | undefined };

/** A studio always keeps a director who can sign in. */
export async function changeStaff(
  db: Database,
  id: string,
  { version, password, ...content }: Change,
): Promise<StaffMember> {
  const secret = password === undefined ? {} : { passwordHash: await hash(password), demoPassword: null };
  return db.sequelize.transaction(async (transaction) => {
    await db.sequelize.query("lock table staff in share row exclusive mode", { transaction });
    await changeAt(db.Staff, id, version, { ...content, ...secret }, transaction, () =>
      readStaff(db, id, transaction),
    );
    if ((await db.Staff.count({ where: { role: "director", active: true }, transaction })) === 0)
      throw invalid([{ path: "role", message: "The studio needs a director who can sign in" }]);
    return readStaff(db, id, transaction);
  });
}
