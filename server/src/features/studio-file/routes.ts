import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve, serveFile } from "../../http/route.ts";
import { needConfirmed } from "../../http/session.ts";
import { studioToday } from "../session/service.ts";

export function serveStudioFile(router: Router, { db, config, workers }: Context): void {
  serveFile(router, api.studioFile.save, async ({ request }) => {
    needConfirmed(request);
    return {
      name: `studio-${await studioToday(db, config)}.json`,
      bytes: await workers.run("writeStudioFile"),
    };
  });
  serve(router, api.studioFile.takeIn, ({ body }) => workers.run("takeInStudioFile", body));
}
