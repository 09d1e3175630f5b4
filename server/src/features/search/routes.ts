import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { listFindable } from "./service.ts";

export function serveSearch(router: Router, { db }: Context): void {
  serve(router, api.search.list, ({ person }) => listFindable(db, person));
}
