import type { Plan } from "@map-step/contract";
import type { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";

/**
 * Figures that were due as new in a lesson already taught, were not reached there, and have not been danced in a
 * taught lesson since.
 */
export async function notReachedIn(
  db: Database,
  sectionId: string,
  transaction?: Transaction,
): Promise<Plan["notReached"]> {
  const within = transaction ? { transaction } : {};
  const taught = await db.Lesson.findAll({
    where: { sectionId, state: "taught" },
    order: ["week"],
    ...within,
  });
  const lessonId = taught.map(({ id }) => id);
  const segments = await db.LessonSegment.findAll({ where: { lessonId }, ...within });
  const open = new Map<string, number>();
  for (const lesson of taught)
    for (const { figureId, kind, covered } of segments.filter((segment) => segment.lessonId === lesson.id)) {
      if (figureId === null) continue;
      if (covered === "done" || covered === "part") open.delete(figureId);
      else if (kind === "new" && !open.has(figureId)) open.set(figureId, lesson.week);
    }
  return [...open].map(([figureId, week]) => ({ figureId, week }));
}
