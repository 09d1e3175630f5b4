import { MARKS } from "@map-step/core/check";
import { z } from "zod";
import { localDate, version } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";

export const checkMark = z.object({ studentId: z.uuid(), figureId: z.uuid(), mark: z.enum(MARKS), version });
export const check = z.object({
  id: z.uuid(),
  sectionId: z.uuid(),
  heldOn: localDate,
  /** Who held it. */
  by: z.string(),
  marks: z.array(checkMark),
});

/** `null` takes a mark back. The version is 0 where there is none yet. */
export const markChange = z.object({
  studentId: z.uuid(),
  figureId: z.uuid(),
  mark: z.enum(MARKS).nullable(),
  version,
});
export const markResult = z.object({
  studentId: z.uuid(),
  figureId: z.uuid(),
  mark: z.enum(MARKS).nullable(),
  version,
});

export type Check = z.infer<typeof check>;
export type CheckMark = z.infer<typeof checkMark>;
export type MarkChange = z.infer<typeof markChange>;

export const checksApi = {
  /** Newest first. */
  list: endpoint({
    method: "GET",
    path: "/sections/:id/checks",
    access: "read",
    params: byId,
    response: z.array(check),
  }),
  create: endpoint({
    method: "POST",
    path: "/sections/:id/checks",
    access: "checks.write",
    params: byId,
    body: z.object({ heldOn: localDate }),
    response: check,
  }),
  mark: endpoint({
    method: "PUT",
    path: "/checks/:id/marks",
    access: "checks.write",
    params: byId,
    body: markChange,
    response: markResult,
  }),
};
