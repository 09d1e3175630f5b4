import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { listSections } from "./read.ts";
import {
  changeSection,
  contentsOfSection,
  createSection,
  removeSection,
  restoreSection,
  stepIn,
} from "./service.ts";

export function serveSections(router: Router, { db }: Context): void {
  serve(router, api.sections.list, () => listSections(db));
  serve(router, api.sections.create, ({ body }) => createSection(db, body));
  serve(router, api.sections.change, ({ params, body }) => changeSection(db, params.id, body));
  serve(router, api.sections.contents, ({ params }) => contentsOfSection(db, params.id));
  serve(router, api.sections.remove, ({ params }) => removeSection(db, params.id));
  serve(router, api.sections.restore, ({ params }) => restoreSection(db, params.id));
  serve(router, api.sections.stepIn, ({ params, person }) => stepIn(db, params.id, person.id));
}
