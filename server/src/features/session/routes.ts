import { api, type Person } from "@map-step/contract";
import type { Request, Router } from "express";
import { limitSignIns } from "../../http/attempts.ts";
import { type Context, serve } from "../../http/route.ts";
import { csrfTokenOf, renewSession } from "../../http/session.ts";
import { checkPassword, describeSession, personOf, setUpStudio } from "./service.ts";

export function serveSession(router: Router, { db, config }: Context): void {
  const enter = async (request: Request, person: Person) => {
    await renewSession(request);
    request.session.personId = person.id;
    return describeSession(db, config, person, csrfTokenOf(request, true));
  };
  router.post(api.session.signIn.path, limitSignIns(db.sequelize));
  serve(router, api.session.read, async ({ request }) =>
    describeSession(db, config, await personOf(db, request.session.personId), csrfTokenOf(request)),
  );
  serve(router, api.session.signIn, async ({ body, request }) =>
    enter(request, await checkPassword(db, body)),
  );
  serve(router, api.session.setUp, async ({ body, request }) => enter(request, await setUpStudio(db, body)));
  serve(router, api.session.signOut, async ({ request }) => {
    await renewSession(request);
    return describeSession(db, config, null, csrfTokenOf(request, true));
  });
}
