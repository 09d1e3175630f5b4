import { readFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import pg from "pg";
import { layHistory } from "../features/history/state.ts";
import { openDatabase } from "./connection.ts";

const FOLDER = join(dirname(fileURLToPath(import.meta.url)), "migrations");
/** Any number that only this purpose uses: two servers that start at once must not both migrate. */
const LOCK = 727_031;

/** PostgreSQL's codes for who waits in a circle, and for a lock that was not given. */
const NOT_FREE: ReadonlySet<unknown> = new Set(["40P01", "55P03"]);
const MOST_TRIES = 10;

/** Does something once more where people who write meanwhile were in its way: nothing of it is kept then. */
async function untilFree<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++)
    try {
      return await work();
    } catch (error) {
      const { code } = (error as { original?: { code?: unknown } }).original ?? {};
      if (tries === MOST_TRIES || !NOT_FREE.has(code)) throw error;
      await pause(200 * tries);
    }
}

/**
 * Brings the tables of a database up to date, forwards only; each migration in a transaction of its own.
 * @returns the names of the migrations that were run
 */
export async function migrate(url: string): Promise<string[]> {
  // Only a start that migrates needs it.
  const { SequelizeStorage, Umzug } = await import("umzug");
  const guard = new pg.Client({ connectionString: url, connectionTimeoutMillis: 15_000 });
  await guard.connect();
  const { sequelize } = openDatabase(url, { patient: true, connections: 2 });
  try {
    await guard.query("select pg_advisory_lock($1)", [LOCK]);
    const umzug = new Umzug({
      migrations: {
        glob: join(FOLDER, "*.sql"),
        resolve: ({ name, path = "" }) => ({
          name,
          up: async () => {
            const sql = await readFile(path, "utf8");
            await untilFree(() =>
              sequelize.transaction(async (transaction) => {
                await sequelize.query("set local map_step.migrating = 'yes'", { transaction });
                await sequelize.query(sql, { transaction });
              }),
            );
          },
        }),
      },
      storage: new SequelizeStorage({ sequelize, modelName: "migrations", timestamps: true }),
      logger: undefined,
    });
    const run = (await umzug.up()).map(({ name }) => name);
    await layHistory({ sequelize }, run.length > 0);
    return run;
  } finally {
    await sequelize.close();
    await guard.end();
  }
}
