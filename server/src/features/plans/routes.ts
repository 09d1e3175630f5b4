import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { changePlan, readPlan } from "./service.ts";

export function servePlans(router: Router, { db }: Context): void {
  serve(router, api.plans.read, ({ params }) => readPlan(db, params.id));
  serve(router, api.plans.change, ({ params, body }) => changePlan(db, params.id, body.version, body.chosen));
}
