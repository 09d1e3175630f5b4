import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { createCheck, listChecks, markCheck } from "./service.ts";

export function serveChecks(router: Router, { db }: Context): void {
  serve(router, api.checks.list, ({ params }) => listChecks(db, params.id));
  serve(router, api.checks.create, ({ params, body, person }) =>
    createCheck(db, params.id, body.heldOn, person.id),
  );
  serve(router, api.checks.mark, ({ params, body }) => markCheck(db, params.id, body));
}
