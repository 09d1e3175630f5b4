import { api } from "@map-step/contract";
import type { Router } from "express";
import { partOf } from "../../db/ambient.ts";
import { type Context, serve } from "../../http/route.ts";
import { createPlanDraft, listPlanDrafts, removePlanDraft, restorePlanDraft } from "./drafts.ts";
import { plansOfDance, plansOfLevel, readPlan } from "./read.ts";
import { changePlan } from "./service.ts";
import { takeOver } from "./take-over.ts";

export function servePlans(router: Router, { db }: Context): void {
  serve(router, api.plans.ofLevel, ({ params }) => plansOfLevel(db, params.id));
  serve(router, api.plans.ofDance, ({ params }) => plansOfDance(db, params.id));
  serve(router, api.plans.read, ({ params }) => readPlan(db, params.id));
  serve(router, api.plans.change, ({ params, body: { version, took, ...content } }) =>
    partOf(db, took, () => changePlan(db, params.id, version, content)),
  );
  serve(router, api.plans.takeOver, ({ params, body }) => takeOver(db, params.id, body));
  serve(router, api.planDrafts.list, ({ params }) => listPlanDrafts(db, params.id));
  serve(router, api.planDrafts.create, ({ params, body }) => createPlanDraft(db, params.id, body));
  serve(router, api.planDrafts.remove, ({ params }) => removePlanDraft(db, params.id));
  serve(router, api.planDrafts.restore, ({ params }) => restorePlanDraft(db, params.id));
}
