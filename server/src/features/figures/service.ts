import type { FigureContent, FigureRecord } from "@map-step/contract";
import { FIGURE_KINDS } from "@map-step/core/figure";
import type { Transaction } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { inUse, invalid, notFound } from "../../http/problems.ts";
import { checkFigure, isComposed, type Surroundings, usersOf, withNewName } from "./checks.ts";
import { type Links, readLinks, writeLinks } from "./links.ts";
import type { FigureRow } from "./models.ts";

function view(row: FigureRow, links: Links): FigureRecord {
  const { id, version, danceId, name, otherNames, kind, tier, notation, minutes, variantOfId } = row;
  const { cues, slips, cautions } = row;
  return {
    id,
    version,
    danceId,
    name,
    otherNames,
    kind,
    tier,
    notation,
    minutes,
    variantOfId,
    cues,
    slips,
    cautions,
    ...links,
  };
}

/** All figures: by kind, then tier, then name. */
export async function listFigures(db: Database, transaction?: Transaction): Promise<FigureRecord[]> {
  const within = transaction ? { transaction } : {};
  const rows = await db.Figure.findAll({ where: { deletedAt: null }, ...within });
  const linksOf = await readLinks(db, null, transaction);
  const kind = (figure: FigureRecord) => FIGURE_KINDS.indexOf(figure.kind);
  return rows
    .map((row) => view(row, linksOf(row.id)))
    .sort((a, b) => kind(a) - kind(b) || a.tier - b.tier || a.name.localeCompare(b.name));
}

export async function readFigure(db: Database, id: string, transaction?: Transaction): Promise<FigureRecord> {
  const within = transaction ? { transaction } : {};
  const row = await db.Figure.findOne({ where: { id, deletedAt: null }, ...within });
  if (!row) throw notFound();
  return view(row, (await readLinks(db, id, transaction))(id));
}

/**
 * Holds the library still until the transaction ends: two edits at once could close a circle, or leave a
 * figure using another, that neither does alone.
 */
export const holdLibrary = (db: Database, transaction: Transaction) =>
  db.sequelize.query("lock table figure_needs in share row exclusive mode", { transaction });

/** What figures are checked against, as it is within the transaction. */
export async function surroundingsOf(db: Database, transaction: Transaction): Promise<Surroundings> {
  const [dances, library, staff] = [
    await db.Dance.findAll({ transaction }),
    await listFigures(db, transaction),
    await db.Staff.findAll({ attributes: ["id"], transaction }),
  ];
  return { dances, library, staffIds: new Set(staff.map(({ id }) => id)) };
}

/** The content as it is kept. @throws a problem naming each fault and its place */
function checked(id: string | null, content: FigureContent, surroundings: Surroundings): FigureContent {
  const { errors, notation } = checkFigure({ id, content }, surroundings);
  if (errors.length > 0) throw invalid(errors);
  return { ...content, notation };
}

/** Writes a new figure whose content has been checked. */
export async function insertFigure(
  db: Database,
  { needs, helps, teacherIds, ...content }: FigureContent,
  transaction: Transaction,
): Promise<string> {
  const { id } = await db.Figure.create(content, { transaction });
  await writeLinks(db, id, { needs, helps, teacherIds }, transaction);
  return id;
}

export async function createFigure(db: Database, content: FigureContent): Promise<FigureRecord> {
  return db.sequelize.transaction(async (transaction) => {
    const kept = checked(null, content, await surroundingsOf(db, transaction));
    return readFigure(db, await insertFigure(db, kept, transaction), transaction);
  });
}

/**
 * Writes a figure whose content has been checked, and gives its new name to the figures that use it.
 * @throws a problem when it was changed meanwhile, or when a figure that uses it could not be read any more
 */
export async function updateFigure(
  db: Database,
  now: FigureRecord,
  { version, needs, helps, teacherIds, ...content }: FigureContent & { version: number },
  transaction: Transaction,
): Promise<void> {
  await changeAt(db.Figure, now.id, version, content, transaction, () => readFigure(db, now.id, transaction));
  await writeLinks(db, now.id, { needs, helps, teacherIds }, transaction);
  if (now.name === content.name && now.notation === content.notation) return;
  const before = await surroundingsOf(db, transaction);
  // Not only those that use it themselves: a figure made of such a figure changes with it.
  for (const user of before.library.filter((other) => isComposed(other) && other.danceId === now.danceId)) {
    const notation = withNewName(user.notation, now.name, content.name);
    const { errors } = checkFigure({ id: user.id, content: { ...user, notation } }, before);
    const [fault] = errors.filter(({ path }) => path === "notation");
    if (fault)
      throw invalid([
        { path: "notation", message: `${user.name} uses it and could not be danced: ${fault.message}` },
      ]);
    if (notation !== user.notation)
      await db.Figure.update(
        { notation, version: user.version + 1 },
        { where: { id: user.id }, transaction },
      );
  }
}

export async function changeFigure(
  db: Database,
  id: string,
  { version, ...content }: FigureContent & { version: number },
): Promise<FigureRecord> {
  return db.sequelize.transaction(async (transaction) => {
    await holdLibrary(db, transaction);
    const now = await readFigure(db, id, transaction);
    if (now.danceId !== content.danceId) await refuseIfUsed(db, now, "moved to another dance", transaction);
    const kept = checked(id, content, await surroundingsOf(db, transaction));
    await updateFigure(db, now, { ...kept, version }, transaction);
    return readFigure(db, id, transaction);
  });
}

async function refuseIfUsed(
  db: Database,
  figure: FigureRecord,
  what: string,
  transaction: Transaction,
): Promise<void> {
  const { id } = figure;
  const library = await listFigures(db, transaction);
  const refuse = (users: readonly FigureRecord[], how: string, wayOut: string) => {
    if (users.length === 0) return;
    const names = users.map(({ name }) => name).join(", ");
    throw inUse(`It cannot be ${what} while ${names} ${how}. ${wayOut}`);
  };
  const needing = library.filter(({ needs }) => needs.includes(id));
  refuse(needing, "needs it", "Take it out of the needs there first.");
  refuse(usersOf(library, figure), "uses its steps", "Change the steps there first.");
  const helped = library.filter(({ helps }) => helps.includes(id));
  refuse(helped, "is helped by it", "Take it out of the helps there first.");
  const variants = library.filter(({ variantOfId }) => variantOfId === id);
  refuse(variants, "is a variant of it", "Let it stand for itself there first.");
  const plans = await db.PlanFigure.findAll({ where: { figureId: id }, transaction });
  if (plans.length === 0) return;
  const levels = await db.Plan.findAll({ where: { id: plans.map(({ planId }) => planId) }, transaction });
  const names = await db.Level.findAll({ where: { id: levels.map(({ levelId }) => levelId) }, transaction });
  throw inUse(
    `It cannot be ${what} while a plan of ${names.map(({ name }) => name).join(", ")} holds it. Take it out there first.`,
  );
}

/** Takes a figure out of the library; `restoreFigure` brings it back. */
export async function removeFigure(db: Database, id: string): Promise<Record<string, never>> {
  await db.sequelize.transaction(async (transaction) => {
    await holdLibrary(db, transaction);
    await refuseIfUsed(db, await readFigure(db, id, transaction), "removed", transaction);
    const [count] = await db.Figure.update(
      { deletedAt: new Date() },
      { where: { id, deletedAt: null }, transaction },
    );
    if (count === 0) throw notFound();
  });
  return {};
}

export async function restoreFigure(db: Database, id: string): Promise<FigureRecord> {
  await db.Figure.update({ deletedAt: null }, { where: { id } });
  return readFigure(db, id);
}
