import { api } from "@map-step/contract";
import type { Request, Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { needConfirmed } from "../../http/session.ts";
import { openDesk } from "../letters/service.ts";
import {
  askDirectors,
  beginCodes,
  beginKey,
  confirmCodes,
  confirmKey,
  type FactorDesk,
  readFactors,
  removeFactor,
  renewRecovery,
} from "./service.ts";

export function serveFactors(router: Router, context: Context): void {
  const { db, config } = context;
  const { notify } = openDesk(context);
  const desk = (request: Request): FactorDesk => ({ db, config, request });
  serve(router, api.factors.list, ({ person }) => readFactors(db, person));
  serve(router, api.factors.beginCodes, ({ person, request }) => {
    needConfirmed(request);
    return beginCodes(desk(request), person);
  });
  serve(router, api.factors.confirmCodes, async ({ person, params, body, request }) => {
    needConfirmed(request);
    const kept = await confirmCodes(desk(request), person, params.id, body);
    notify(request.log, person.id, "factor-added");
    return kept;
  });
  serve(router, api.factors.beginKey, async ({ person, request }) => {
    needConfirmed(request);
    return { options: { ...(await beginKey(desk(request), person)) } };
  });
  serve(router, api.factors.confirmKey, async ({ person, body, request }) => {
    needConfirmed(request);
    const kept = await confirmKey(desk(request), person, body);
    notify(request.log, person.id, "factor-added");
    return kept;
  });
  serve(router, api.factors.renewRecovery, ({ person, request }) => {
    needConfirmed(request);
    return renewRecovery(db, person);
  });
  serve(router, api.factors.remove, async ({ person, params, request }) => {
    needConfirmed(request);
    const own = await removeFactor(db, person, params.id);
    notify(request.log, person.id, "factor-removed");
    return own;
  });
  serve(router, api.factors.askDirectors, ({ person, body, request }) => {
    needConfirmed(request);
    return askDirectors(db, person, body.on);
  });
}
