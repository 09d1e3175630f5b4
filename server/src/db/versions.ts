import type { Model, ModelStatic, WhereOptions } from "sequelize";
import type { Database } from "./connection.ts";

/** Something saved again by the same person within this time is the same sitting. Milliseconds. */
const SITTING_MS = 10 * 60_000;

/** A kept state of something, numbered from 1. */
interface Version {
  number: number;
  staffId: string;
  updatedAt: Date;
}
type Versions<M extends Model> = ModelStatic<M & Version>;

/**
 * Keeps what something now says; a person's sitting keeps one version, however often it saves itself.
 * @param owner the column that names what it belongs to, with its id
 */
export async function keepVersion<M extends Model>(
  model: Versions<M>,
  owner: Readonly<Record<string, string>>,
  values: Readonly<Record<string, unknown>>,
  staffId: string,
): Promise<void> {
  const last = await model.findOne({ where: owner as WhereOptions, order: [["number", "desc"]] });
  const isSameSitting = last?.staffId === staffId && Date.now() - last.updatedAt.getTime() < SITTING_MS;
  if (last && isSameSitting) await last.update(values as Parameters<typeof last.update>[0]);
  else {
    const next = { ...owner, ...values, number: (last?.number ?? 0) + 1, staffId };
    await model.create(next as never);
  }
}

/** Every version of something, the newest first, with the name of who kept it. */
export async function listVersions<M extends Model>(
  db: Database,
  model: Versions<M>,
  owner: Readonly<Record<string, string>>,
): Promise<
  { readonly row: M & Version; readonly number: number; readonly by: string; readonly at: string }[]
> {
  const rows = await model.findAll({ where: owner as WhereOptions, order: [["number", "desc"]] });
  const staff = await db.Staff.findAll({ where: { id: [...new Set(rows.map(({ staffId }) => staffId))] } });
  const names = new Map(staff.map(({ id, name }) => [id, name]));
  return rows.map((row) => ({
    row,
    number: row.number,
    by: names.get(row.staffId) ?? "",
    at: row.updatedAt.toISOString(),
  }));
}
