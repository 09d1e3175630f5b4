import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { requireOwnClass } from "../sections/own-class.ts";
import { noteSeen, readSeen, readSeenOf } from "./evidence.ts";
import { levelSeenNow } from "./level-seen.ts";
import {
  changeCheck,
  changeRule,
  createCheck,
  listChecks,
  listOwnChecks,
  readRule,
  removeCheck,
} from "./service.ts";

export function serveChecks(router: Router, { db, workers }: Context): void {
  serve(router, api.checks.mine, ({ person }) => listOwnChecks(db, person));
  serve(router, api.checks.list, ({ params }) => listChecks(db, params.id));
  serve(router, api.checks.create, async ({ params, body, person }) => {
    await requireOwnClass(db, person, params.id);
    return createCheck(db, params.id, body.heldOn, person.id);
  });
  serve(router, api.checks.change, ({ params, body, person }) => changeCheck(db, person, params.id, body));
  serve(router, api.checks.remove, ({ params, person }) => removeCheck(db, person, params.id));
  serve(router, api.checks.seen, ({ params, person }) => readSeen(db, person, params.id));
  serve(router, api.checks.note, ({ params, body, person }) => noteSeen(db, params.id, body.entries, person));
  serve(router, api.checks.level, ({ params }) =>
    levelSeenNow(db, (id) => workers.run("levelSeen", id), params.id),
  );
  serve(router, api.checks.rule, ({ params }) => readRule(db, params.id));
  serve(router, api.checks.changeRule, ({ params, body }) => changeRule(db, params.id, body));
  serve(router, api.checks.person, ({ params, person }) => readSeenOf(db, person, params.id));
}
