import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { changeGroups, moveUp, readGroups, undoMove } from "./service.ts";

export function serveGroups(router: Router, { db }: Context): void {
  serve(router, api.groups.read, ({ params }) => readGroups(db, params.id));
  serve(router, api.groups.change, ({ params, body }) => changeGroups(db, params.id, body));
  serve(router, api.groups.moveUp, ({ params, body, person }) => moveUp(db, person, params.id, body));
  serve(router, api.groups.undo, ({ params }) => undoMove(db, params.id, params.batchId));
}
