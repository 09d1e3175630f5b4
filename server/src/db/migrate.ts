import { readFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import type { Sequelize } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";

const FOLDER = join(dirname(fileURLToPath(import.meta.url)), "migrations");
/** Any number that only this purpose uses: two servers that start at once must not both migrate. */
const LOCK = 727_031;

/** Brings the tables up to date, forwards only; each migration in a transaction of its own. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  const umzug = new Umzug({
    migrations: {
      glob: join(FOLDER, "*.sql"),
      resolve: ({ name, path = "" }) => ({
        name,
        up: async () => {
          const sql = await readFile(path, "utf8");
          await sequelize.transaction((transaction) => sequelize.query(sql, { transaction }));
        },
      }),
    },
    storage: new SequelizeStorage({ sequelize, modelName: "migrations", timestamps: true }),
    logger: undefined,
  });
  return sequelize.transaction(async (transaction) => {
    await sequelize.query(`select pg_advisory_xact_lock(${LOCK})`, { transaction });
    return (await umzug.up()).map(({ name }) => name);
  });
}
