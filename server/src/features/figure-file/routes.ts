import { api, may } from "@map-step/contract";
import type { Router } from "express";
import { forbidden } from "../../http/problems.ts";
import { type Context, serve } from "../../http/route.ts";

export function serveFigureFile(router: Router, { workers }: Context): void {
  serve(router, api.figureFile.preview, ({ body }) => workers.run("previewFile", body));
  serve(router, api.figureFile.takeIn, ({ body: { basis, ...file }, person }) => {
    if (file.dances.length > 0 && !may(person.role, "dances.write")) throw forbidden();
    return workers.run("takeInFile", file, basis);
  });
}
