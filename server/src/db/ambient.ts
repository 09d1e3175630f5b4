import { AsyncLocalStorage, AsyncResource } from "node:async_hooks";
import { Sequelize, type Transaction } from "sequelize";
import { currentUser } from "../http/request.ts";

const OPEN = "transaction";
const store = new AsyncLocalStorage<Map<string, unknown>>();

// Sequelize looks here for the transaction of the work under way. So a query inside `inTransaction` can't take a
// second connection from the pool, where twenty such requests would wait for each other's for ever.
Sequelize.useCLS({
  get: (key: string) => store.getStore()?.get(key),
  set: (key: string, value: unknown) => store.getStore()?.set(key, value),
  run: (work: () => void) => store.run(new Map(), work),
  bind: (work: (...given: unknown[]) => unknown) => AsyncResource.bind(work),
} as unknown as Parameters<typeof Sequelize.useCLS>[0]);

const openTransaction = (): Transaction | undefined =>
  (store.getStore()?.get(OPEN) as Transaction | null | undefined) ?? undefined;

/** Whether what is read now may be something that is not committed yet. */
export const isWithinChange = (): boolean => openTransaction() !== undefined;

/** Lets the database know who changes something, for what it keeps of changes. */
async function sayWho(sequelize: Sequelize): Promise<void> {
  const person = currentUser();
  if (person)
    await sequelize.query("select set_config('map_step.who', $id, true)", { bind: { id: person.id } });
}

/**
 * Does all of some work or nothing of it. Every query on the way belongs to the same transaction, without being
 * told so; inside other such work it joins that.
 */
export const inTransaction = <T>(
  { sequelize }: { sequelize: Sequelize },
  work: () => Promise<T>,
): Promise<T> =>
  openTransaction()
    ? work()
    : sequelize.transaction(async () => {
        await sayWho(sequelize);
        return work();
      });

/** Does some work as a part of something, which the history tells: `a proposal`; as it is where there is nothing to say. */
export const partOf = <T>(
  db: { sequelize: Sequelize },
  what: string | undefined,
  work: () => Promise<T>,
): Promise<T> =>
  what === undefined
    ? work()
    : inTransaction(db, async () => {
        await db.sequelize.query("select set_config('map_step.note', $what, true)", { bind: { what } });
        return work();
      });

type Works = readonly (() => Promise<unknown>)[];
type Results<W extends Works> = { -readonly [K in keyof W]: Awaited<ReturnType<W[K]>> };

/**
 * Reads several things that don't wait for each other: at once, or one after the other inside `inTransaction`, where all
 * of them have one connection.
 */
export async function readAll<const W extends Works>(...works: W): Promise<Results<W>> {
  if (!isWithinChange()) return (await Promise.all(works.map((work) => work()))) as Results<W>;
  const results: unknown[] = [];
  for (const work of works) results.push(await work());
  return results as Results<W>;
}
