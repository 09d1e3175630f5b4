import { api } from "@map-step/contract";
import type { Router } from "express";
import { countAttempts } from "../../http/attempts.ts";
import { errorForLog } from "../../http/log.ts";
import { type Context, serve } from "../../http/route.ts";
import { csrfTokenOf, startSession } from "../../http/session.ts";
import { describeSession } from "../session/service.ts";
import { openPost } from "./post.ts";
import { doorOf, enterBy, invite, type LetterDesk, listLetters, writeToForgetful } from "./service.ts";

export function serveLetters(router: Router, { db, config }: Context): void {
  const beginAttempt = countAttempts(db.sequelize);
  const post = openPost(config);
  const desk = (log: LetterDesk["log"]): LetterDesk => ({ db, config, post, log });
  serve(router, api.letters.list, () => listLetters(db));
  serve(router, api.letters.invite, ({ params, request }) => invite(desk(request.log), params.id));
  serve(router, api.letters.forgot, async ({ body, request }) => {
    await beginAttempt(request, `forgot ${body.email}`);
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
    await startSession(request, person);
    return describeSession(db, config, person, csrfTokenOf(request));
  });
}
