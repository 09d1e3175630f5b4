import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { studioToday } from "../session/service.ts";
import { closeLink, openLink, publicPlanAt, readLink } from "./service.ts";

export function servePlanLinks(router: Router, { db, config }: Context): void {
  serve(router, api.planLinks.read, ({ params }) => readLink(db, params.id));
  serve(router, api.planLinks.open, async ({ params, body }) =>
    openLink(db, params.id, body.until, await studioToday(db, config)),
  );
  serve(router, api.planLinks.close, ({ params }) => closeLink(db, params.id));
  serve(router, api.planLinks.readPublic, async ({ params, response }) => {
    response.set("X-Robots-Tag", "noindex");
    return publicPlanAt(db, params.planSecret, await studioToday(db, config));
  });
}
