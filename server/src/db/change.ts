import type { Model, ModelStatic, WhereOptions } from "sequelize";
import { notFound, stale } from "../http/problems.ts";
import { currentUser } from "../http/request.ts";
import { inTransaction } from "./ambient.ts";
import type { Database } from "./connection.ts";
import { lockRow, rowsOf } from "./query.ts";

interface Versioned {
  id: string;
  version: number;
}

type Editable<M extends Model> = ModelStatic<M & Versioned>;

const has = (model: ModelStatic<Model>, column: string): boolean => column in model.getAttributes();

/** What is there: nothing that was removed, whatever version an edit of it names. */
const present = <M extends Model>(model: Editable<M>, where: Record<string, unknown>): WhereOptions =>
  ({ ...where, ...(has(model, "deletedAt") ? { deletedAt: null } : {}) }) as WhereOptions;

/** Who changed a row last, and when, for the answer to a stale edit. */
async function lastChange(db: Database, table: string, id: string): Promise<{ by: string; at: string }> {
  const [row] = await rowsOf<{ by: string | null; at: Date }>(
    db,
    `select staff.name as by, changed.updated_at as at from ${table} changed
     left join staff on staff.id = changed.changed_by where changed.id = $id`,
    { id },
  );
  return { by: row?.by ?? "", at: (row?.at ?? new Date()).toISOString() };
}

/**
 * Writes new values to a row if it is there and still has the version the edit was made on, and counts the version
 * up. Must run inside `inTransaction` together with all else that belongs to the edit.
 * @param current reads the thing as it is now, for the answer to a stale edit
 * @throws a not-found or a stale problem
 */
export async function changeAt<M extends Model>(
  db: Database,
  model: Editable<M>,
  id: string,
  version: number,
  values: Record<string, unknown>,
  current: () => Promise<unknown>,
): Promise<void> {
  const known = has(model, "changedBy");
  const next = {
    ...values,
    version: version + 1,
    ...(known ? { changedBy: currentUser()?.id ?? null } : {}),
  };
  const [changed] = await model.update(next as Parameters<typeof model.update>[0], {
    where: present(model, { id, version }),
  });
  if (changed === 1) return;
  if ((await model.count({ where: present(model, { id }) })) === 0) throw notFound();
  throw stale(await current(), known ? await lastChange(db, String(model.getTableName()), id) : undefined);
}

type OfLevel<M extends Model> = ModelStatic<M & Versioned & { readonly levelId: string }>;

/**
 * Writes the one row that a level has of a kind, if nobody did in between; version 0 makes it. Two who make it at once
 * wait for each other.
 * @param current reads the thing as it is now
 * @throws a not-found or a stale problem
 */
export const changeOfLevel = <M extends Model, T>(
  db: Database,
  model: OfLevel<M>,
  levelId: string,
  version: number,
  values: Record<string, unknown>,
  current: () => Promise<T>,
): Promise<T> =>
  inTransaction(db, async () => {
    await lockRow(db, "levels", levelId);
    await db.Level.findByPk(levelId, { lock: true });
    const row = await model.findOne({ where: { levelId } as WhereOptions });
    if (row) await changeAt<M>(db, model, row.id, version, values, current);
    else if (version > 0) throw stale(await current());
    else await model.create({ ...values, levelId } as M["_creationAttributes"]);
    return current();
  });

/**
 * Takes a row away, so that it can be brought back; the history says who did.
 * @throws a not-found problem when it is not there
 */
export const markRemoved = <M extends Model>(
  db: Database,
  model: Editable<M>,
  id: string,
): Promise<Record<string, never>> =>
  inTransaction(db, async () => {
    const gone = { deletedAt: new Date(), deletedBy: currentUser()?.id ?? null };
    const [count] = await model.update(gone as unknown as Parameters<typeof model.update>[0], {
      where: present(model, { id }),
    });
    if (count === 0) throw notFound();
    return {};
  });

/**
 * Brings a removed row back after what creating it would check was checked again. One that is there already stays
 * as it is.
 * @param check looks at the removed row; throws when it can't come back as things are now
 */
export const bringBack = <M extends Model>(
  db: Database,
  model: Editable<M>,
  id: string,
  check: (removed: M & Versioned) => Promise<unknown>,
): Promise<void> =>
  inTransaction(db, async () => {
    const removed = (await model.findByPk(id)) as (M & Versioned & { deletedAt?: Date | null }) | null;
    if (!removed) throw notFound();
    if (removed.deletedAt === null) return;
    await check(removed);
    const back = { deletedAt: null, deletedBy: null };
    await model.update(back as unknown as Parameters<typeof model.update>[0], {
      where: { id } as unknown as WhereOptions,
    });
  });
