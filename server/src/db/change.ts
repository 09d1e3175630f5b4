import type { Model, ModelStatic, Transaction, WhereOptions } from "sequelize";
import { notFound, stale } from "../http/problems.ts";

interface Versioned {
  id: string;
  version: number;
}

/**
 * Writes new values to a row if it still has the version the edit was made on, and counts the version up.
 * Must run inside a transaction together with all else that belongs to the edit.
 * @param current reads the thing as it is now, for the answer to a stale edit
 * @throws a not-found or a stale problem
 */
export async function changeAt<M extends Model & Versioned>(
  model: ModelStatic<M>,
  id: string,
  version: number,
  values: Record<string, unknown>,
  transaction: Transaction,
  current: () => Promise<unknown>,
): Promise<void> {
  const where = { id, version } as unknown as WhereOptions;
  const next = { ...values, version: version + 1 } as Parameters<typeof model.update>[0];
  const [changed] = await model.update(next, { where, transaction });
  if (changed === 1) return;
  if ((await model.count({ where: { id } as unknown as WhereOptions, transaction })) === 0) throw notFound();
  throw stale(await current());
}
