import { z } from "zod";
import { changeOf, stored } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { type Cue, FIELD_NAMES, fieldOf, shapeOfFields } from "./figure-fields.ts";

export const figureContent = z.object(shapeOfFields(FIELD_NAMES));

/** A figure of a dance before anything is written of it. */
export const newFigure = (danceId: string): FigureContent =>
  ({
    ...Object.fromEntries(FIELD_NAMES.map((name) => [name, fieldOf(name).start])),
    danceId,
  }) as FigureContent;

export const figure = stored.extend(figureContent.shape);
/** A figure as lists and choices need it; its text is read by dance, or one by one. */
export const figureLine = figure.pick({
  id: true,
  version: true,
  danceId: true,
  name: true,
  otherNames: true,
  kind: true,
  tier: true,
  minutes: true,
});
export type FigureLine = z.infer<typeof figureLine>;
export const figureChange = changeOf(figureContent);
export type FigureRecord = z.infer<typeof figure>;
export type FigureContent = z.infer<typeof figureContent>;

/** What the house says: the cues it chose, or all where it chose none. */
export function houseCues(cues: readonly Cue[]): string[] {
  const chosen = cues.filter(({ house }) => house);
  return (chosen.length > 0 ? chosen : cues).map(({ text }) => text);
}

export const figuresApi = {
  /** All figures of the studio, in short: by kind, then tier, then name. */
  list: endpoint({ method: "GET", path: "/figures", access: "read", response: z.array(figureLine) }),
  /** The figures of one dance in full, in the same order. */
  ofDance: endpoint({
    method: "GET",
    path: "/dances/:id/figures",
    access: "read",
    params: byId,
    response: z.array(figure),
  }),
  read: endpoint({ method: "GET", path: "/figures/:id", access: "read", params: byId, response: figure }),
  create: endpoint({
    method: "POST",
    path: "/figures",
    access: "figures.write",
    body: figureContent,
    response: figure,
  }),
  change: endpoint({
    method: "PUT",
    path: "/figures/:id",
    access: "figures.write",
    params: byId,
    body: figureChange,
    response: figure,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/figures/:id",
    access: "figures.write",
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/figures/:id/restore",
    access: "figures.write",
    params: byId,
    response: figure,
  }),
};
