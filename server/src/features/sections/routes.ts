import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { sectionCalendar } from "./calendar.ts";
import { eraseStudent, exportStudent } from "./personal-data.ts";
import { listSections } from "./read.ts";
import { changeSection, contentsOfSection, createSection, removeSection, restoreSection } from "./service.ts";
import { changeStudent, createStudent, listStudents, removeStudent, restoreStudent } from "./students.ts";

export function serveSections(router: Router, { db }: Context): void {
  serve(router, api.sections.list, () => listSections(db));
  serve(router, api.sections.create, ({ body }) => createSection(db, body));
  serve(router, api.sections.change, ({ params, body }) => changeSection(db, params.id, body));
  serve(router, api.sections.contents, ({ params }) => contentsOfSection(db, params.id));
  serve(router, api.sections.remove, ({ params }) => removeSection(db, params.id));
  serve(router, api.sections.restore, ({ params }) => restoreSection(db, params.id));
  serve(router, api.sections.calendar, ({ params }) => sectionCalendar(db, params.id));

  serve(router, api.students.list, ({ params }) => listStudents(db, params.id));
  serve(router, api.students.create, ({ params, body }) => createStudent(db, params.id, body));
  serve(router, api.students.change, ({ params, body }) => changeStudent(db, params.id, body));
  serve(router, api.students.remove, ({ params }) => removeStudent(db, params.id));
  serve(router, api.students.export, ({ params }) => exportStudent(db, params.id));
  serve(router, api.students.erase, ({ params }) => eraseStudent(db, params.id));
  serve(router, api.students.restore, ({ params }) => restoreStudent(db, params.id));
}
