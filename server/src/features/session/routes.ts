import { api, type Person } from "@map-step/contract";
import type { Request, Router } from "express";
import { countAttempts } from "../../http/attempts.ts";
import { type Context, serve } from "../../http/route.ts";
import { confirmSession, csrfTokenOf, endSession } from "../../http/session.ts";
import { needShown } from "../factors/service.ts";
import { openDesk } from "../letters/service.ts";
import { changeOwn, endPlace, placesOf } from "./account.ts";
import { changePassword, checkOwn, checkPassword, describeSession, enterAs, setUpStudio } from "./service.ts";

export function serveSession(router: Router, { db, config }: Context): void {
  const { notify } = openDesk({ db, config });
  const attempts = countAttempts(db.sequelize, config);
  const enter = async (request: Request, person: Person) => {
    await enterAs(db, request, person);
    return describeSession(db, config, person, csrfTokenOf(request));
  };
  serve(router, api.session.read, async ({ request, response }) => {
    const person = (response.locals.person as Person | undefined) ?? null;
    return describeSession(db, config, person, person ? csrfTokenOf(request) : "");
  });
  serve(router, api.session.signIn, async ({ body, request, response }) =>
    enter(
      request,
      await attempts.signIn(request, response, body.email, async () => {
        const person = await checkPassword(db, body).catch((error: unknown) => {
          // Of whom is not written: what was typed may be a password in the wrong field.
          request.log.warn("a sign-in was refused");
          throw error;
        });
        await needShown({ db, config, request }, person, body.shown);
        request.log.info({ by: person.id }, "signed in");
        return person;
      }),
    ),
  );
  serve(router, api.session.confirm, async ({ body, person, request, response }) => {
    await attempts.signIn(request, response, `own ${person.id}`, () => checkOwn(db, person, body.password));
    confirmSession(request);
    return describeSession(db, config, person, csrfTokenOf(request));
  });
  serve(router, api.session.setUp, async ({ body, request }) => enter(request, await setUpStudio(db, body)));
  serve(router, api.session.changePassword, async ({ body, person, request, response }) => {
    await attempts.signIn(request, response, `own ${person.id}`, () => changePassword(db, person, body));
    notify(request.log, person.id, "password");
    return enter(request, person);
  });
  serve(router, api.session.changeOwn, async ({ body, person, request, response }) => {
    const before = await attempts.signIn(request, response, `own ${person.id}`, () =>
      changeOwn(db, person, body),
    );
    if (before !== body.email) notify(request.log, person.id, "address", before);
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
