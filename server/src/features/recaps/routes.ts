import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import {
  changeRecap,
  publishRecap,
  readPublicRecap,
  readRecap,
  readVersions,
  renewLink,
  unpublishRecap,
} from "./service.ts";

export function serveRecaps(router: Router, { db }: Context): void {
  serve(router, api.recaps.read, ({ params }) => readRecap(db, params.sectionId, params.week));
  serve(router, api.recaps.change, ({ params, body, person }) => changeRecap(db, params, body, person.id));
  serve(router, api.recaps.publish, ({ params, body, person }) =>
    publishRecap(db, params, body.version, person.id),
  );
  serve(router, api.recaps.renew, ({ params, body, person }) =>
    renewLink(db, params, body.version, person.id),
  );
  serve(router, api.recaps.unpublish, ({ params, body, person }) =>
    unpublishRecap(db, params, body.version, person.id),
  );
  serve(router, api.recaps.versions, ({ params }) => readVersions(db, params.sectionId, params.week));
  serve(router, api.recaps.readPublic, ({ params, response }) => {
    response.set("X-Robots-Tag", "noindex");
    return readPublicRecap(db, params.secret);
  });
}
