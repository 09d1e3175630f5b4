import type { LevelPlan } from "@map-step/core/plan";
import { z } from "zod";
import { changeOf, wholeNumber } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import type { FigureRecord } from "./figures.ts";
import type { Level } from "./levels.ts";

/** A figure chosen for a level and the week in which it is new; `null` while it waits for a place. */
export const chosenFigure = z.object({ figureId: z.uuid(), week: wholeNumber(1, 26).nullable() });

const planContent = z.object({
  chosen: z
    .array(chosenFigure)
    .max(200, "At most 200 figures")
    .refine(
      (list) => new Set(list.map(({ figureId }) => figureId)).size === list.length,
      "A figure stands here twice",
    ),
});

export const planChange = changeOf(planContent);
export const plan = planContent.extend({
  id: z.uuid(),
  version: z.int(),
  levelId: z.uuid(),
  /** The section that has this copy; `null` for the level's own plan. */
  sectionId: z.uuid().nullable(),
  /** Figures of the levels before, which dancers bring along. */
  known: z.array(z.uuid()),
});
export type Plan = z.infer<typeof plan>;
export type ChosenFigure = z.infer<typeof chosenFigure>;

export const plansApi = {
  read: endpoint({ method: "GET", path: "/plans/:id", access: "read", params: byId, response: plan }),
  change: endpoint({
    method: "PUT",
    path: "/plans/:id",
    access: "plans.write",
    params: byId,
    body: planChange,
    response: plan,
  }),
};

/** A plan as the planner computes with it. Figures keep the order of the library, known ones included. */
export function toLevelPlan(
  rules: Level,
  { chosen, known }: Pick<Plan, "chosen" | "known">,
  library: readonly FigureRecord[],
): LevelPlan {
  const used = new Set([...chosen.map(({ figureId }) => figureId), ...known]);
  return {
    rules,
    figures: library.filter(({ id }) => used.has(id)),
    known,
    placements: chosen.flatMap(({ figureId, week }) => (week === null ? [] : [{ figureId, week }])),
  };
}
