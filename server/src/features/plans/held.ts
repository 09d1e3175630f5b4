import type { Plan } from "@map-step/contract";
import { reachedLayer } from "@map-step/core/lesson";
import type { Transaction } from "sequelize";
import type { Database } from "../../db/connection.ts";

/**
 * What the taught lessons of a section come to: what was danced in each and how deep, and which figures were due as
 * new, were not reached, and have not been danced since.
 */
export async function heldIn(
  db: Database,
  sectionId: string,
  transaction?: Transaction,
): Promise<Pick<Plan, "held" | "notReached">> {
  const within = transaction ? { transaction } : {};
  const taught = await db.Lesson.findAll({
    where: { sectionId, state: "taught" },
    order: ["week"],
    ...within,
  });
  const lessonId = taught.map(({ id }) => id);
  const segments = await db.LessonSegment.findAll({ where: { lessonId }, order: ["position"], ...within });
  const open = new Map<string, number>();
  const held = taught.map(({ id, week }): Plan["held"][number] => {
    const danced: Plan["held"][number]["danced"] = [];
    for (const { figureId, kind, covered, reached, layers } of segments.filter(
      (one) => one.lessonId === id,
    )) {
      if (figureId === null) continue;
      if (covered === "done" || covered === "part") {
        open.delete(figureId);
        danced.push({ figureId, layer: reachedLayer({ covered, reached }, layers) ?? "return" });
      } else if (kind === "new" && !open.has(figureId)) open.set(figureId, week);
    }
    return { week, danced };
  });
  return { held, notReached: [...open].map(([figureId, week]) => ({ figureId, week })) };
}
