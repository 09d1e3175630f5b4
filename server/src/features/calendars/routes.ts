import { api } from "@map-step/contract";
import type { Router } from "express";
import { notFound } from "../../http/problems.ts";
import { type Context, serve } from "../../http/route.ts";
import { calendarAt, closeAddress, readAddress, renewAddress } from "./service.ts";
import { sectionCalendar } from "./write.ts";

const FILE = /^([\w-]{20,60})\.ics$/;

export function serveCalendars(router: Router, { db }: Context): void {
  serve(router, api.sections.calendar, ({ params }) => sectionCalendar(db, params.id));
  serve(router, api.calendars.read, ({ params, person }) => readAddress(db, person, params));
  serve(router, api.calendars.renew, ({ params, person }) => renewAddress(db, person, params));
  serve(router, api.calendars.close, ({ params, person }) => closeAddress(db, person, params));
  // Calendars send no sign-in: who has the address has the lessons.
  router.get("/calendar/:file", async (request, response) => {
    const secret = FILE.exec(request.params.file)?.[1];
    if (!secret) throw notFound("There is no calendar at this address.");
    const text = await calendarAt(db, secret);
    response.set("X-Robots-Tag", "noindex").type("text/calendar; charset=utf-8").send(text);
  });
}
