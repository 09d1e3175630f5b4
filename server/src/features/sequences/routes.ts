import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { listSequences, readPublicSequence, readSequence } from "./read.ts";
import {
  changeSequence,
  createSequence,
  listSequenceVersions,
  removeSequence,
  restoreSequence,
  shareSequence,
  unshareSequence,
} from "./service.ts";

export function serveSequences(router: Router, { db }: Context): void {
  serve(router, api.sequences.list, () => listSequences(db));
  serve(router, api.sequences.read, ({ params }) => readSequence(db, params.id));
  serve(router, api.sequences.create, ({ body, person }) => createSequence(db, body, person.id));
  serve(router, api.sequences.change, ({ params, body, person }) =>
    changeSequence(db, params.id, body, person.id),
  );
  serve(router, api.sequences.remove, ({ params }) => removeSequence(db, params.id));
  serve(router, api.sequences.restore, ({ params }) => restoreSequence(db, params.id));
  serve(router, api.sequences.versions, ({ params }) => listSequenceVersions(db, params.id));
  serve(router, api.sequences.share, ({ params, body }) => shareSequence(db, params.id, body.version));
  serve(router, api.sequences.unshare, ({ params, body }) => unshareSequence(db, params.id, body.version));
  serve(router, api.sequences.readPublic, ({ params, response }) => {
    response.set("X-Robots-Tag", "noindex");
    return readPublicSequence(db, params.secret);
  });
}
