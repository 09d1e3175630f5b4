import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { noteInLog, promisesOf, readClassLog } from "./service.ts";

export function serveClassLog(router: Router, { db }: Context): void {
  serve(router, api.classLog.promises, ({ params }) => promisesOf(db, params.id));
  serve(router, api.classLog.read, ({ params }) => readClassLog(db, params.sectionId, params.week));
  serve(router, api.classLog.note, ({ params, body, person }) =>
    noteInLog(db, params.sectionId, params.week, body.entries, person),
  );
}
