import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { todayFor } from "./service.ts";

export function serveToday(router: Router, { db, config, workers }: Context): void {
  serve(router, api.today.read, ({ person }) => todayFor(db, config, workers, person));
}
