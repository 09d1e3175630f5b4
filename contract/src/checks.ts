import { MARKS } from "@map-step/core/check";
import { z } from "zod";
import { localDate, version } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";

/** `null` for one that was taken back: its version counts on. */
export const checkMark = z.object({
  studentId: z.uuid(),
  figureId: z.uuid(),
  mark: z.enum(MARKS).nullable(),
  version,
});
/** An evening on which students are marked, with all marks. */
export const check = z.object({
  id: z.uuid(),
  sectionId: z.uuid(),
  heldOn: localDate,
  /** Who held it. */
  by: z.string(),
  marks: z.array(checkMark),
});

/** A check as it is kept. */
export type Check = z.infer<typeof check>;
/** One mark of a check, with its version; null was taken back. */
export type CheckMark = z.infer<typeof checkMark>;

/** Endpoints of checks and their marks. */
export const checksApi = {
  /** Newest first. */
  list: endpoint({
    method: "GET",
    path: "/sections/:id/checks",
    access: "read",
    params: byId,
    response: z.array(check),
  }),
  /** Opens the sheet of a day; where there is one already, whoever began it, it is that one. */
  create: endpoint({
    method: "POST",
    path: "/sections/:id/checks",
    access: "checks.write",
    params: byId,
    body: z.object({ heldOn: localDate }),
    response: check,
  }),
  /** Sets, changes or takes back one mark. The version is 0 where there has never been one. */
  mark: endpoint({
    method: "PUT",
    path: "/checks/:id/marks",
    access: "checks.write",
    params: byId,
    body: checkMark,
    response: checkMark,
  }),
};
