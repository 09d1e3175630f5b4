import {
  countStudio,
  exchanged,
  type FieldError,
  readStudioFile,
  STUDIO_LIST_NAMES,
  STUDIO_TIES,
  type StudioFile,
  type StudioList,
  type TakenStudio,
} from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { openLibrary } from "@map-step/core/notation";
import { counted } from "@map-step/core/words";
import { DatabaseError } from "sequelize";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { sealLinks } from "../../db/tidy.ts";
import { inUse, invalid } from "../../http/problems.ts";
import { cleanText, isTooDeep } from "../../http/well-formed.ts";
import { LIST_TABLES } from "./tables.ts";
import { WHOLE_STUDIO_MS } from "./write.ts";

/** More faults than these help nobody. */
const MOST_TOLD = 50;
type Row = Readonly<Record<string, unknown>>;

const whole = (message: string) => invalid([{ path: "file", message }]);

function refuse(faults: readonly FieldError[]): never {
  const more = faults.length - MOST_TOLD;
  throw invalid([
    ...faults.slice(0, MOST_TOLD),
    ...(more > 0 ? [{ path: "file", message: `${counted(more, "more fault")}, not told here` }] : []),
  ]);
}

/** @throws a problem that says what is wrong with the file, and where */
function read(bytes: Uint8Array): StudioFile {
  if (isTooDeep(bytes))
    throw whole("This file is nested deeper than any of a studio. Save it again where it comes from.");
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    throw whole("This file is not readable as JSON. Save it again where it comes from.");
  }
  const bad = cleanText(value);
  if (bad !== null) refuse([{ path: bad, message: "It holds a character that cannot be kept; take it out" }]);
  const { file, faults } = readStudioFile(value);
  return file ?? refuse(faults);
}

/** What a class noted after something that is not in the file came after nothing. */
function afterWhatIsThere(file: StudioFile): StudioFile {
  const ids = new Set(file.lessons.flatMap(({ log }) => log.map(({ id }) => id)));
  const known = (after: string | null) => (after !== null && ids.has(after) ? after : null);
  return {
    ...file,
    lessons: file.lessons.map((lesson) => ({
      ...lesson,
      log: lesson.log.map((entry) => ({ ...entry, after: known(entry.after) })),
    })),
  };
}

/** A studio with nothing but staff, which stays so until the work under way ends. */
async function holdEmpty(db: Database): Promise<void> {
  await db.sequelize.query(`set local statement_timeout = ${WHOLE_STUDIO_MS}`);
  await db.sequelize.query(
    "lock table studio, staff, dances, approaches, lesson_templates in share row exclusive mode",
  );
  const [found] = await rowsOf<{ dances: number; others: number }>(
    db,
    `select (select count(*)::int from dances) as dances,
       (select count(*)::int from approaches) + (select count(*)::int from lesson_templates) as others`,
  );
  if (found && found.dances + found.others > 0)
    throw inUse(
      `A file comes back into an empty studio only, and this one has ${
        found.dances > 0 ? counted(found.dances, "dance") : "approaches or templates of its own"
      }.`,
    );
}

/** People of the file who are here already, by their id in the file: those with the same address, or the same id. */
async function alreadyHere(db: Database, staff: StudioFile["staff"]): Promise<ReadonlyMap<string, string>> {
  const present = await db.Staff.findAll({ attributes: ["id", "email"] });
  const byEmail = new Map(present.map(({ id, email }) => [email, id]));
  const ids = new Set(present.map(({ id }) => id));
  return new Map(
    staff.flatMap(({ id, email }) => {
      const same = byEmail.get(email) ?? (ids.has(id) ? id : undefined);
      return same === undefined ? [] : [[id, same] as const];
    }),
  );
}

/** The things of a list, with who is here already in the place of who stands in the file. */
function withPeople(
  list: StudioList,
  things: readonly Row[],
  here: ReadonlyMap<string, string>,
): readonly Row[] {
  const paths = Object.entries(STUDIO_TIES[list]).flatMap(([path, to]) =>
    to === "staff" ? [path.split(".")] : [],
  );
  return things.map((thing) =>
    paths.reduce<Row>((now, path) => exchanged(now, path, (id) => here.get(id) ?? id) as Row, thing),
  );
}

/** Rows into a table, in the order given. */
async function insert(db: Database, table: string, rows: readonly Row[]): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const columns = Object.keys(first).join(", ");
  await db.sequelize.query(
    `insert into ${table} (${columns}) select ${columns} from jsonb_populate_recordset(null::${table}, $rows::jsonb)`,
    { bind: { rows: JSON.stringify(rows) } },
  );
}

const renamed = (entry: Row, columns: Readonly<Record<string, string>>): Row =>
  Object.fromEntries(Object.entries(columns).map(([field, column]) => [column, entry[field]]));

/** Writes the things of one list, and after them what has a table of its own. */
async function insertList(db: Database, list: StudioList, things: readonly Row[]): Promise<void> {
  const { table, columns, inner } = LIST_TABLES[list];
  await insert(
    db,
    table,
    things.map((thing) => renamed(thing, columns)),
  );
  for (const [field, { table: innerTable, owner, columns: own, numbered }] of Object.entries(inner))
    await insert(
      db,
      innerTable,
      things.flatMap((thing) =>
        (thing[field] as readonly unknown[]).map((entry, position) => ({
          [owner]: thing.id,
          ...(typeof own === "string" ? { [own]: entry } : renamed(entry as Row, own)),
          ...(numbered ? { position } : {}),
        })),
      ),
    );
}

/** Figures whose steps cannot be read as their dance is written, by name. */
function unreadable({ dances, figures }: StudioFile): string[] {
  return dances.flatMap((dance) => {
    const own = figures.filter(({ danceId, deletedAt }) => danceId === dance.id && deletedAt === null);
    const find = openLibrary(own, readingOf(dance));
    return own.flatMap(({ name, notation }) =>
      notation !== "" && (find(name)?.faults.length ?? 0) > 0 ? [name] : [],
    );
  });
}

/**
 * Takes a whole studio in, where there is nothing but staff: all of it or nothing. Who is on the staff here stays as
 * they are, with their password; others of the file come without one.
 * @param bytes the file as it was saved
 * @throws a problem that names each fault with its place; another one when the studio is not empty
 */
export const takeInStudioFile = async (db: Database, bytes: Uint8Array): Promise<TakenStudio> => {
  const file = afterWhatIsThere(read(bytes));
  const written = () =>
    inTransaction(db, async () => {
      await holdEmpty(db);
      const here = await alreadyHere(db, file.staff);
      const coming = { ...file, staff: file.staff.filter(({ id }) => !here.has(id)) };
      await db.Studio.update(file.studio, { where: { id: 1 } });
      for (const list of STUDIO_LIST_NAMES) await insertList(db, list, withPeople(list, coming[list], here));
      await sealLinks(db);
      return coming;
    });
  const coming = await written().catch((error: unknown) => {
    // What only the database knows to be wrong: the file was not written by a studio.
    if (error instanceof DatabaseError && /^(22|23)/.test((error.parent as { code?: string }).code ?? ""))
      throw whole("What stands in this file does not fit together, so nothing of it was taken in.");
    throw error;
  });
  return {
    ...countStudio(coming),
    withoutPassword: coming.staff.map(({ name }) => name),
    unreadable: unreadable(file),
  };
};
