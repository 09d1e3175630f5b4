import type { FieldError, FigureContent, FigureRecord } from "@map-step/contract";
import { FIGURE_KINDS } from "@map-step/core/figure";
import { faultText, formatFigure, parseFigure } from "@map-step/core/notation";
import { findCircle } from "@map-step/core/step-map";
import type { Transaction } from "sequelize";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { inUse, invalid, notFound } from "../../http/problems.ts";
import type { FigureRow } from "./models.ts";

function view(row: FigureRow, needs: readonly string[]): FigureRecord {
  const { id, version, danceId, name, otherNames, kind, tier, notation, minutes, cues, slips, cautions } =
    row;
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
    needs: [...needs],
    cues,
    slips,
    cautions,
  };
}

/** All figures: by kind, then tier, then name. */
export async function listFigures(db: Database, transaction?: Transaction): Promise<FigureRecord[]> {
  const within = transaction ? { transaction } : {};
  const rows = await db.Figure.findAll({ where: { deletedAt: null }, ...within });
  const needs = await db.FigureNeed.findAll({ order: ["position"], ...within });
  const byFigure = new Map<string, string[]>();
  for (const { figureId, needsId } of needs)
    byFigure.set(figureId, [...(byFigure.get(figureId) ?? []), needsId]);
  const figures = rows.map((row) => view(row, byFigure.get(row.id) ?? []));
  const kind = (figure: FigureRecord) => FIGURE_KINDS.indexOf(figure.kind);
  return figures.sort((a, b) => kind(a) - kind(b) || a.tier - b.tier || a.name.localeCompare(b.name));
}

export async function readFigure(db: Database, id: string, transaction?: Transaction): Promise<FigureRecord> {
  const within = transaction ? { transaction } : {};
  const row = await db.Figure.findOne({ where: { id, deletedAt: null }, ...within });
  if (!row) throw notFound();
  const needs = await db.FigureNeed.findAll({ where: { figureId: id }, order: ["position"], ...within });
  return view(
    row,
    needs.map(({ needsId }) => needsId),
  );
}

/** The notation in canonical form. @throws a problem naming the first fault and its place */
function canonical(notation: string): string {
  if (notation.trim() === "") return "";
  const { figure, faults } = parseFigure(notation);
  const errors = faults.map(
    (fault): FieldError => ({
      path: "notation",
      message: `Line ${fault.line}, column ${fault.column}: ${faultText(fault)}`,
    }),
  );
  if (errors.length > 0) throw invalid(errors);
  return formatFigure(figure);
}

/** Needs must be figures of the same dance and must not lead back to the figure itself. */
function checkNeeds(library: readonly FigureRecord[], id: string | null, content: FigureContent): void {
  const figures = new Map(library.map((figure) => [figure.id, figure]));
  content.needs.forEach((needId, index) => {
    const need = figures.get(needId);
    if (!need) throw invalid([{ path: `needs.${index}`, message: "This figure is not there any more" }]);
    if (need.danceId !== content.danceId)
      throw invalid([{ path: `needs.${index}`, message: `${need.name} belongs to another dance` }]);
  });
  if (id === null) return;
  const circle = findCircle(
    [...library.filter((figure) => figure.id !== id), { id, needs: content.needs }],
    id,
  );
  if (!circle) return;
  const names = circle.map((at) => (at === id ? content.name : (figures.get(at)?.name ?? "")));
  throw invalid([
    { path: "needs", message: `These figures would need each other in a circle: ${names.join(" needs ")}` },
  ]);
}

const writeNeeds = async (
  db: Database,
  figureId: string,
  needs: readonly string[],
  transaction: Transaction,
): Promise<void> => {
  await db.FigureNeed.destroy({ where: { figureId }, transaction });
  await db.FigureNeed.bulkCreate(
    needs.map((needsId, position) => ({ figureId, needsId, position })),
    { transaction },
  );
};

export async function createFigure(
  db: Database,
  { needs, ...content }: FigureContent,
): Promise<FigureRecord> {
  const notation = canonical(content.notation);
  return db.sequelize.transaction(async (transaction) => {
    checkNeeds(await listFigures(db, transaction), null, { ...content, needs });
    const row = await db.Figure.create({ ...content, notation }, { transaction });
    await writeNeeds(db, row.id, needs, transaction);
    return readFigure(db, row.id, transaction);
  });
}

export async function changeFigure(
  db: Database,
  id: string,
  { version, needs, ...content }: FigureContent & { version: number },
): Promise<FigureRecord> {
  const notation = canonical(content.notation);
  return db.sequelize.transaction(async (transaction) => {
    // Two edits at once could close a circle that neither closes alone.
    await db.sequelize.query("lock table figure_needs in share row exclusive mode", { transaction });
    const now = await readFigure(db, id, transaction);
    await changeAt(db.Figure, id, version, { ...content, notation }, transaction, () =>
      readFigure(db, id, transaction),
    );
    checkNeeds(await listFigures(db, transaction), id, { ...content, needs });
    if (now.danceId !== content.danceId) await refuseIfUsed(db, id, "moved to another dance", transaction);
    await writeNeeds(db, id, needs, transaction);
    return readFigure(db, id, transaction);
  });
}

async function refuseIfUsed(db: Database, id: string, what: string, transaction: Transaction): Promise<void> {
  const figures = await listFigures(db, transaction);
  const needed = figures.filter(({ needs }) => needs.includes(id)).map(({ name }) => name);
  if (needed.length > 0)
    throw inUse(
      `It cannot be ${what} while ${needed.join(", ")} needs it. Take it out of the needs there first.`,
    );
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
    await refuseIfUsed(db, id, "removed", transaction);
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
