import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { previewFile, takeInFile } from "./service.ts";

export function serveFigureFile(router: Router, { db }: Context): void {
  serve(router, api.figureFile.preview, ({ body }) => previewFile(db, body.rows));
  serve(router, api.figureFile.takeIn, ({ body }) => takeInFile(db, body.rows, body.basis));
}
