import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { copyLevel } from "./copy.ts";
import { listLevels } from "./read.ts";
import { changeLevel, createLevel, removeLevel, restoreLevel } from "./service.ts";

export function serveLevels(router: Router, { db }: Context): void {
  serve(router, api.levels.list, () => listLevels(db));
  serve(router, api.levels.create, ({ body }) => createLevel(db, body));
  serve(router, api.levels.copy, ({ params }) => copyLevel(db, params.id));
  serve(router, api.levels.change, ({ params, body }) => changeLevel(db, params.id, body));
  serve(router, api.levels.remove, ({ params }) => removeLevel(db, params.id));
  serve(router, api.levels.restore, ({ params }) => restoreLevel(db, params.id));
}
