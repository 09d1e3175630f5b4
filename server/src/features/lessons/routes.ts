import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { readSection } from "../sections/read.ts";
import { listLessons, readLesson } from "./read.ts";
import { changeLesson, rebuildLesson } from "./service.ts";

export function serveLessons(router: Router, { db }: Context): void {
  serve(router, api.lessons.list, async ({ params }) => {
    const section = await readSection(db, params.id);
    return [...((await listLessons(db, [section])).get(section.id) ?? [])];
  });
  serve(router, api.lessons.read, ({ params }) => readLesson(db, params.sectionId, params.week));
  serve(router, api.lessons.change, ({ params, body }) =>
    changeLesson(db, params.sectionId, params.week, body),
  );
  serve(router, api.lessons.rebuild, ({ params, body }) =>
    rebuildLesson(db, params.sectionId, params.week, body.version),
  );
}
