import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { changeSettings, readSettings } from "./service.ts";

export function serveSettings(router: Router, { db }: Context): void {
  serve(router, api.settings.read, () => readSettings(db));
  serve(router, api.settings.change, ({ body }) => changeSettings(db, body));
}
