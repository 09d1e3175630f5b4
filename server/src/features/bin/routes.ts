import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { listRemoved } from "./service.ts";

export function serveBin(router: Router, { db }: Context): void {
  serve(router, api.bin.list, ({ person }) => listRemoved(db, person));
}
