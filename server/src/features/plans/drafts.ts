import type { PlanContent, PlanDraft } from "@map-step/contract";
import { inTransaction } from "../../db/ambient.ts";
import { bringBack, markRemoved } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { notFound } from "../../http/problems.ts";
import type { PlanDraftRow } from "./models.ts";
import { readPlan } from "./read.ts";

const view = ({ id, version, planId, name, content }: PlanDraftRow): PlanDraft => ({
  id,
  version,
  planId,
  name,
  content,
});

/** Plans kept under a name beside a plan, newest first. */
export async function listPlanDrafts(db: Database, planId: string): Promise<PlanDraft[]> {
  if (!(await db.Plan.findByPk(planId))) throw notFound();
  const rows = await db.PlanDraft.findAll({
    where: { planId, deletedAt: null },
    order: [["createdAt", "DESC"]],
  });
  return rows.map(view);
}

export const createPlanDraft = (
  db: Database,
  planId: string,
  draft: { readonly name: string; readonly content: PlanContent },
): Promise<PlanDraft> =>
  inTransaction(db, async () => {
    if (!(await db.Plan.findByPk(planId))) throw notFound();
    return view(await db.PlanDraft.create({ ...draft, planId }));
  });

export const removePlanDraft = (db: Database, id: string): Promise<Record<string, never>> =>
  markRemoved(db, db.PlanDraft, id);

/** Brings a kept plan back if the plan that it was kept beside is there. */
export async function restorePlanDraft(db: Database, id: string): Promise<PlanDraft> {
  await bringBack(db, db.PlanDraft, id, ({ planId }) => readPlan(db, planId));
  const row = await db.PlanDraft.findByPk(id);
  if (!row) throw notFound();
  return view(row);
}
