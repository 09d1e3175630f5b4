import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { changeStaff, createStaff, listStaff } from "./service.ts";

export function serveStaff(router: Router, { db }: Context): void {
  serve(router, api.staff.list, () => listStaff(db));
  serve(router, api.staff.create, ({ body }) => createStaff(db, body));
  serve(router, api.staff.change, ({ params, body }) => changeStaff(db, params.id, body));
}
