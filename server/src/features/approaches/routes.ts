import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import {
  changeApproach,
  createApproach,
  listApproaches,
  removeApproach,
  restoreApproach,
} from "./service.ts";

export function serveApproaches(router: Router, { db }: Context): void {
  serve(router, api.approaches.list, () => listApproaches(db));
  serve(router, api.approaches.create, ({ body }) => createApproach(db, body));
  serve(router, api.approaches.change, ({ params, body }) => changeApproach(db, params.id, body));
  serve(router, api.approaches.remove, ({ params }) => removeApproach(db, params.id));
  serve(router, api.approaches.restore, ({ params }) => restoreApproach(db, params.id));
}
