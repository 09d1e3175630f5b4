import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import {
  callsOf,
  changeComment,
  commentsOn,
  createComment,
  removeComment,
  resolveComment,
  restoreComment,
} from "./service.ts";

export function serveComments(router: Router, { db }: Context): void {
  serve(router, api.comments.calls, ({ person }) => callsOf(db, person));
  serve(router, api.comments.on, ({ params }) => commentsOn(db, params.list, params.id));
  serve(router, api.comments.create, ({ body, person }) => createComment(db, body, person.id));
  serve(router, api.comments.change, ({ params, body, person }) =>
    changeComment(db, params.id, body, person),
  );
  serve(router, api.comments.resolve, ({ params, body, person }) =>
    resolveComment(db, params.id, body.resolved, person),
  );
  serve(router, api.comments.remove, ({ params, person }) => removeComment(db, params.id, person));
  serve(router, api.comments.restore, ({ params, person }) => restoreComment(db, params.id, person));
}
