import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { listCourses } from "./service.ts";

export function serveCourses(router: Router, { db, config, workers }: Context): void {
  serve(router, api.courses.list, () => listCourses(db, config, workers));
}
