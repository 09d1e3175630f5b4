import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { studioToday } from "../session/service.ts";
import { listFigureLines, readFigure, readLibrary } from "./library.ts";
import { changeFigure, createFigure, removeFigure, restoreFigure } from "./service.ts";
import { figureTrail } from "./trail.ts";

export function serveFigures(router: Router, { db, config }: Context): void {
  serve(router, api.figures.list, async () => [...(await listFigureLines(db))]);
  serve(router, api.figures.ofDance, async ({ params }) => [...(await readLibrary(db, params.id)).figures]);
  serve(router, api.figures.read, ({ params }) => readFigure(db, params.id));
  serve(router, api.figures.trail, async ({ params }) =>
    figureTrail(db, params.id, await studioToday(db, config)),
  );
  serve(router, api.figures.create, ({ body }) => createFigure(db, body));
  serve(router, api.figures.change, ({ params, body }) => changeFigure(db, params.id, body));
  serve(router, api.figures.remove, ({ params }) => removeFigure(db, params.id));
  serve(router, api.figures.restore, ({ params }) => restoreFigure(db, params.id));
}
