import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import {
  createLessonTemplate,
  listLessonTemplates,
  removeLessonTemplate,
  restoreLessonTemplate,
} from "./service.ts";

export function serveLessonTemplates(router: Router, { db }: Context): void {
  serve(router, api.lessonTemplates.list, () => listLessonTemplates(db));
  serve(router, api.lessonTemplates.create, ({ body }) => createLessonTemplate(db, body));
  serve(router, api.lessonTemplates.remove, ({ params }) => removeLessonTemplate(db, params.id));
  serve(router, api.lessonTemplates.restore, ({ params }) => restoreLessonTemplate(db, params.id));
}
