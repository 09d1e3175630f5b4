import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { keepPractice, listPractice, removePractice } from "./service.ts";

export function servePractice(router: Router, { db }: Context): void {
  serve(router, api.practice.list, ({ params }) => listPractice(db, params.id));
  serve(router, api.practice.keep, ({ params, body, person }) =>
    keepPractice(db, params.id, body, person.id),
  );
  serve(router, api.practice.remove, ({ params }) => removePractice(db, params.id, params.keptId));
}
