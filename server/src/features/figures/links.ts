import type { FigureContent } from "@map-step/contract";
import type { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";

/** What a figure has in tables of its own. */
export type Links = Pick<FigureContent, "needs" | "helps" | "teacherIds">;

const NONE: Links = { needs: [], helps: [], teacherIds: [] };

/** The links of all figures, or of one. */
export async function readLinks(
  db: Database,
  figureId: string | null,
  transaction?: Transaction,
): Promise<(id: string) => Links> {
  const where = figureId === null ? {} : { figureId };
  const within = transaction ? { transaction } : {};
  const [needs, helps, teachers] = [
    await db.FigureNeed.findAll({ where, order: ["position"], ...within }),
    await db.FigureHelp.findAll({ where, order: ["position"], ...within }),
    await db.FigureTeacher.findAll({ where, order: ["staffId"], ...within }),
  ];
  const byFigure = new Map<string, Links>();
  const add = (id: string, key: keyof Links, other: string) => {
    const links = byFigure.get(id) ?? { needs: [], helps: [], teacherIds: [] };
    links[key].push(other);
    byFigure.set(id, links);
  };
  for (const row of needs) add(row.figureId, "needs", row.needsId);
  for (const row of helps) add(row.figureId, "helps", row.helpedById);
  for (const row of teachers) add(row.figureId, "teacherIds", row.staffId);
  return (id) => byFigure.get(id) ?? NONE;
}

/** Replaces the links of a figure. */
export async function writeLinks(
  db: Database,
  figureId: string,
  { needs, helps, teacherIds }: Links,
  transaction: Transaction,
): Promise<void> {
  const own = { where: { figureId }, transaction };
  await db.FigureNeed.destroy(own);
  await db.FigureHelp.destroy(own);
  await db.FigureTeacher.destroy(own);
  await db.FigureNeed.bulkCreate(
    needs.map((needsId, position) => ({ figureId, needsId, position })),
    { transaction },
  );
  await db.FigureHelp.bulkCreate(
    helps.map((helpedById, position) => ({ figureId, helpedById, position })),
    { transaction },
  );
  await db.FigureTeacher.bulkCreate(
    teacherIds.map((staffId) => ({ figureId, staffId })),
    { transaction },
  );
}
