import { LAYERS } from "@map-step/core/figure";
import type { Approach } from "@map-step/core/plan";
import { z } from "zod";
import { changeOf, stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { anyOf } from "./things.ts";

const share = z.object({
  layer: z.enum(LAYERS),
  /** Of the minutes of a figure's first night. */
  share: z.number().gt(0, "More than nothing").max(2, "At most twice the first night"),
});

const sumOf = (shares: readonly { share: number }[]): number =>
  shares.reduce((sum, one) => sum + one.share, 0);

/** A studio's own way of teaching. */
export const approachContent = z.object({
  name: words(60),
  reason: z.string().trim().max(400, "At most 400 characters"),
  /** By lesson age, from the night a figure is new. */
  ages: z
    .array(z.array(share).min(1, "A night has at least one layer").max(6))
    .min(1, "At least the first night")
    .max(8, "At most 8 lessons")
    .refine(([first = []]) => Math.abs(sumOf(first) - 1) < 1e-6, "The shares of the first night add up to 1"),
  /** Lesson ages at which a figure comes back, in order. */
  returns: z
    .array(wholeNumber(1, 26))
    .max(12, "At most 12 returns")
    .refine(
      (list) => list.every((age, index) => index === 0 || age > (list[index - 1] ?? 0)),
      "Each later than the one before",
    ),
  returnMinutes: wholeNumber(1, 30),
});

/** A way of teaching that the studio added. */
export const approach = stored.extend(approachContent.shape);
/** An approach as it is kept. */
export type ApproachRecord = z.infer<typeof approach>;
/** An approach as it is written. */
export type ApproachContent = z.infer<typeof approachContent>;

/** As the planner computes with it. */
export const asApproach = ({ id, name, reason, ages, returns, returnMinutes }: ApproachRecord): Approach => ({
  id,
  name,
  reason,
  ages,
  returns,
  returnMinutes,
});

/** Endpoints of the studio's own approaches. */
export const approachesApi = {
  list: endpoint({
    method: "GET",
    path: "/approaches",
    access: "read",
    reads: anyOf("approaches"),
    response: z.array(approach),
  }),
  create: endpoint({
    method: "POST",
    path: "/approaches",
    access: "levels.write",
    changes: anyOf("approaches"),
    body: approachContent,
    response: approach,
  }),
  change: endpoint({
    method: "PUT",
    path: "/approaches/:id",
    access: "levels.write",
    changes: anyOf("approaches"),
    params: byId,
    body: changeOf(approachContent),
    response: approach,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/approaches/:id",
    access: "levels.write",
    changes: anyOf("approaches"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/approaches/:id/restore",
    access: "levels.write",
    changes: anyOf("approaches"),
    params: byId,
    response: approach,
  }),
};
