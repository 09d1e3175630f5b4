import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";

export function serveFigureFile(router: Router, { workers }: Context): void {
  serve(router, api.figureFile.preview, ({ body }) => workers.run("previewFile", body.rows));
  serve(router, api.figureFile.takeIn, ({ body }) => workers.run("takeInFile", body.rows, body.basis));
}
