import { api } from "@map-step/contract";
import type { Router } from "express";
import { countAttempts } from "../../http/attempts.ts";
import { errorForLog } from "../../http/log.ts";
import { type Context, serve } from "../../http/route.ts";
import { csrfTokenOf } from "../../http/session.ts";
import { describeSession, enterAs } from "../session/service.ts";
import { doorOf, enterBy, invite, listLetters, openDesk, writeToForgetful } from "./service.ts";

export function serveLetters(router: Router, context: Context): void {
  const { db, config } = context;
  const attempts = countAttempts(db.sequelize, config);
  const { desk, notify } = openDesk(context);
  serve(router, api.letters.list, () => listLetters(db));
  serve(router, api.letters.invite, ({ params, request }) => invite(desk(request.log), params.id));
  serve(router, api.letters.forgot, async ({ body, request }) => {
    await attempts.forgotten(request, body.email);
    // Answered before it is looked up: the time of the answer does not tell who is on the staff.
    void writeToForgetful(desk(request.log), body.email).catch((error: unknown) =>
      request.log.error({ error: errorForLog(error) }, "a letter was not written"),
    );
    return {};
  });
  serve(router, api.letters.door, ({ params, response }) => {
    response.set("X-Robots-Tag", "noindex");
    return doorOf(db, params.token);
  });
  serve(router, api.letters.enter, async ({ params, body, request }) => {
    const person = await enterBy(db, params.token, body.password);
    notify(request.log, person.id, "password");
    await enterAs(db, request, person);
    return describeSession(db, config, person, csrfTokenOf(request));
  });
}
