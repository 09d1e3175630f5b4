import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { changedSince, historyOf, markSeen } from "./service.ts";

export function serveHistory(router: Router, { db }: Context): void {
  serve(router, api.history.of, ({ params: { list, id, before } }) =>
    historyOf(db, list, id, Number(before)),
  );
  serve(router, api.history.since, ({ person }) => changedSince(db, person));
  serve(router, api.history.seen, ({ person, body }) => markSeen(db, person, body.upTo));
}
