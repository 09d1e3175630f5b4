import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { requireOwnStudent } from "../sections/own-class.ts";
import { keepPractice, listPractice, removePractice } from "./service.ts";

export function servePractice(router: Router, { db }: Context): void {
  serve(router, api.practice.list, async ({ params, person }) => {
    await requireOwnStudent(db, person, params.id);
    return listPractice(db, person, params.id);
  });
  serve(router, api.practice.keep, async ({ params, body, person }) => {
    await requireOwnStudent(db, person, params.id);
    return keepPractice(db, params.id, body, person.id);
  });
  serve(router, api.practice.remove, async ({ params, person }) => {
    await requireOwnStudent(db, person, params.id);
    return removePractice(db, params.id, params.keptId);
  });
}
