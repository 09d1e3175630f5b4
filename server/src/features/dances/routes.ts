import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { beginDance, changeDance, createDance, listDances, replaceHoldIn } from "./service.ts";

export function serveDances(router: Router, { db }: Context): void {
  serve(router, api.dances.list, () => listDances(db));
  serve(router, api.dances.create, ({ body }) => createDance(db, body));
  serve(router, api.dances.begin, ({ body }) => beginDance(db, body.dance, body.starterId));
  serve(router, api.dances.change, ({ params, body }) => changeDance(db, params.id, body));
  serve(router, api.dances.replaceHold, ({ params, body }) => replaceHoldIn(db, params.id, body));
}
