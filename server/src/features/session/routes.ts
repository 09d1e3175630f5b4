import { api, type Person } from "@map-step/contract";
import type { Request, Router } from "express";
import { countAttempts } from "../../http/attempts.ts";
import { type Context, serve } from "../../http/route.ts";
import { csrfTokenOf, endSession, startSession } from "../../http/session.ts";
import { changeOwn, endPlace, placesOf } from "./account.ts";
import { changePassword, checkPassword, describeSession, setUpStudio } from "./service.ts";

export function serveSession(router: Router, { db, config }: Context): void {
  const beginAttempt = countAttempts(db.sequelize);
  const enter = async (request: Request, person: Person) => {
    await startSession(request, person);
    return describeSession(db, config, person, csrfTokenOf(request));
  };
  serve(router, api.session.read, async ({ request, response }) => {
    const person = (response.locals.person as Person | undefined) ?? null;
    return describeSession(db, config, person, person ? csrfTokenOf(request) : "");
  });
  serve(router, api.session.signIn, async ({ body, request }) => {
    const attempt = await beginAttempt(request, body.email);
    const person = await checkPassword(db, body);
    await attempt.succeeded();
    return enter(request, person);
  });
  serve(router, api.session.setUp, async ({ body, request }) => enter(request, await setUpStudio(db, body)));
  serve(router, api.session.changePassword, async ({ body, person, request }) => {
    await changePassword(db, person, body);
    return enter(request, person);
  });
  serve(router, api.session.changeOwn, async ({ body, person, request }) => {
    const attempt = await beginAttempt(request, `own ${person.id}`);
    await changeOwn(db, person, body);
    await attempt.succeeded();
    return describeSession(db, config, { ...person, name: body.name }, csrfTokenOf(request));
  });
  serve(router, api.session.places, ({ person, request }) => placesOf(db, person, request.sessionID));
  serve(router, api.session.endPlace, async ({ params, person, request }) => {
    await endPlace(db, person, params.key);
    return placesOf(db, person, request.sessionID);
  });
  serve(router, api.session.signOut, async ({ request }) => {
    if (request.session.personId !== undefined) await endSession(request);
    return describeSession(db, config, null, "");
  });
}
