import { QueryTypes, type Sequelize } from "sequelize";
import { notFound } from "../http/problems.ts";

/**
 * The rows of a query written by hand, where one query brings what would take several through the models.
 * @param bind values for `$name` in the text
 */
export const rowsOf = <Row extends object>(
  { sequelize }: { sequelize: Sequelize },
  sql: string,
  bind: Readonly<Record<string, unknown>> = {},
): Promise<Row[]> => sequelize.query<Row>(sql, { bind: { ...bind }, type: QueryTypes.SELECT });

/** Columns of a table as the fields that they hold: `l.lesson_minutes as "lessonMinutes"`. */
export const selected = (names: readonly string[], table: string): string =>
  names
    .map(
      (name) => `${table}.${name.replace(/[A-Z]/g, (capital) => `_${capital.toLowerCase()}`)} as "${name}"`,
    )
    .join(", ");

/** Lets one such transaction after the other through until it ends; the others wait, for a while. */
export const lockTable = (
  { sequelize }: { sequelize: Sequelize },
  table: "figure_needs" | "levels" | "staff" | "studio" | "terms",
): Promise<unknown> => sequelize.query(`lock table ${table} in share row exclusive mode`);

/**
 * Keeps a row from being removed or changed by somebody else until the transaction ends.
 * @throws a not-found problem when it is not there
 */
export async function lockRow(
  db: { sequelize: Sequelize },
  table: "levels" | "sections",
  id: string,
): Promise<void> {
  const rows = await rowsOf(db, `select id from ${table} where id = $id and deleted_at is null for share`, {
    id,
  });
  if (rows.length === 0) throw notFound();
}
