import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { standInFor } from "../sections/service.ts";
import { createAbsence, listAbsences, removeAbsence, restoreAbsence } from "./absences.ts";
import { readTimetable } from "./read.ts";
import { changeRoom, createRoom, listRooms, removeRoom, restoreRoom } from "./rooms.ts";
import { changeTerm, createTerm, goOnIn, listTerms, removeTerm, restoreTerm } from "./terms.ts";

export function serveTimetable(router: Router, { db }: Context): void {
  serve(router, api.timetable.read, ({ params }) => readTimetable(db, params));
  serve(router, api.timetable.standIn, ({ params, body, person }) =>
    standInFor(db, params.id, { ...body, week: params.week }, person),
  );

  serve(router, api.rooms.list, () => listRooms(db));
  serve(router, api.rooms.create, ({ body }) => createRoom(db, body));
  serve(router, api.rooms.change, ({ params, body }) => changeRoom(db, params.id, body));
  serve(router, api.rooms.remove, ({ params }) => removeRoom(db, params.id));
  serve(router, api.rooms.restore, ({ params }) => restoreRoom(db, params.id));

  serve(router, api.terms.list, () => listTerms(db));
  serve(router, api.terms.create, ({ body }) => createTerm(db, body));
  serve(router, api.terms.change, ({ params, body }) => changeTerm(db, params.id, body));
  serve(router, api.terms.remove, ({ params }) => removeTerm(db, params.id));
  serve(router, api.terms.restore, ({ params }) => restoreTerm(db, params.id));
  serve(router, api.terms.goOn, ({ params, body }) => goOnIn(db, params.id, body.sections));

  serve(router, api.absences.list, () => listAbsences(db));
  serve(router, api.absences.create, ({ body, person }) => createAbsence(db, body, person));
  serve(router, api.absences.remove, ({ params, person }) => removeAbsence(db, params.id, person));
  serve(router, api.absences.restore, ({ params, person }) => restoreAbsence(db, params.id, person));
}
