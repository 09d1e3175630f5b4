import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { readBackups } from "./service.ts";

export function serveBackups(router: Router, { db }: Context): void {
  serve(router, api.backups.read, () => readBackups(db));
}
