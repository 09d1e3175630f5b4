import type { FigureContent } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";

/** What a figure has in tables of its own. */
type Links = Pick<FigureContent, "needs" | "helps" | "teacherIds">;

/** Replaces the links of some figures. */
export async function writeLinks(
  db: Database,
  figures: readonly (Links & { readonly id: string })[],
): Promise<void> {
  const own = { where: { figureId: figures.map(({ id }) => id) } };
  await db.FigureNeed.destroy(own);
  await db.FigureHelp.destroy(own);
  await db.FigureTeacher.destroy(own);
  await db.FigureNeed.bulkCreate(
    figures.flatMap(({ id, needs }) =>
      needs.map((needsId, position) => ({ figureId: id, needsId, position })),
    ),
  );
  await db.FigureHelp.bulkCreate(
    figures.flatMap(({ id, helps }) =>
      helps.map((helpedById, position) => ({ figureId: id, helpedById, position })),
    ),
  );
  await db.FigureTeacher.bulkCreate(
    figures.flatMap(({ id, teacherIds }) => teacherIds.map((staffId) => ({ figureId: id, staffId }))),
  );
}
