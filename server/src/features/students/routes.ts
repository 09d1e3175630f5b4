import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { needConfirmed } from "../../http/session.ts";
import { requireOwnClass, requireWholeStudent } from "../sections/own-class.ts";
import { listEnrolled, listPeople } from "./read.ts";
import { joinStudents, separateStudent } from "./same-person.ts";
import {
  changeEnrolment,
  changeStudent,
  createStudent,
  enrol,
  openEnrolment,
  removeEnrolment,
  restoreEnrolment,
} from "./service.ts";

export function serveStudents(router: Router, { db, workers }: Context): void {
  serve(router, api.students.list, ({ params }) => listEnrolled(db, params.id));
  serve(router, api.students.all, ({ person }) => listPeople(db, person));
  serve(router, api.students.create, async ({ params, body, person }) => {
    await requireOwnClass(db, person, params.id);
    return createStudent(db, person, params.id, body);
  });
  serve(router, api.students.enrol, async ({ params, body, person }) => {
    await requireOwnClass(db, person, params.id);
    return enrol(db, person, params.id, body.from, body.students);
  });
  serve(router, api.students.alike, ({ person }) => workers.run("listAlike", person));
  serve(router, api.students.change, ({ params, body, person }) =>
    changeStudent(db, person, params.id, body),
  );
  serve(router, api.students.changeEnrolment, ({ params, body, person }) =>
    changeEnrolment(db, person, params.id, body),
  );
  serve(router, api.students.remove, ({ params, person }) => removeEnrolment(db, person, params.id));
  serve(router, api.students.restore, ({ params, person }) => restoreEnrolment(db, person, params.id));
  serve(router, api.students.open, ({ params, person }) => openEnrolment(db, person, params.id));
  serve(router, api.students.join, ({ params, body, person }) =>
    joinStudents(db, person, params.id, body.studentId),
  );
  serve(router, api.students.separate, ({ params, person }) => separateStudent(db, person, params.id));
  serve(router, api.students.export, async ({ params, person }) => {
    await requireWholeStudent(db, person, params.id);
    return workers.run("exportStudent", person, params.id);
  });
  serve(router, api.students.named, ({ params }) => workers.run("listNamePlaces", params.id));
  serve(router, api.students.erase, async ({ params, body, person, request }) => {
    needConfirmed(request);
    const erased = await workers.run("eraseStudent", params.id, body.places, body.basis);
    request.log.info({ by: person.id, student: params.id }, "a student was erased");
    return erased;
  });
}
