import { z } from "zod";
import { localDate, stored, version, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** What comments hang on. A lesson and a recap are told by their section and week. */
export const COMMENTED = ["figures", "plans", "lessons", "recaps", "sequences", "checks"] as const;
/** One of `COMMENTED`. */
export type Commented = (typeof COMMENTED)[number];

const count = wholeNumber(1, 512);
/** Where a comment hangs. */
const place = z.object({
  list: z.enum(COMMENTED),
  /** A figure, a plan, a section (of a lesson or a recap), a sequence or a check. */
  thingId: z.uuid(),
  /** A week of a plan, or that of a lesson or recap; `null` for the whole. */
  week: wholeNumber(1, 26).nullable(),
  /** A stretch of counts that is meant; `null` for none. */
  counts: z
    .tuple([count, count])
    .refine(([from, to]) => from <= to, "The first count comes before the last")
    .nullable(),
});

/** A comment as it is written. */
export const commentContent = z.object({
  ...place.shape,
  /** The comment that it answers; `null` for one that begins a thread. */
  replyTo: z.uuid().nullable(),
  text: words(2000),
});
/** A comment as it is written. */
export type CommentContent = z.infer<typeof commentContent>;

/** A comment as it is kept. */
export const comment = stored.extend(commentContent.shape).extend({
  staffId: z.uuid(),
  by: z.string(),
  at: z.iso.datetime(),
  /** When its words were changed; `null` where they were not. */
  editedAt: z.iso.datetime().nullable(),
  /** Who said that its thread is settled, and when. */
  resolvedBy: z.string().nullable(),
  resolvedAt: z.iso.datetime().nullable(),
  /** Who is called in it. */
  mentions: z.array(z.uuid()),
});
/** A comment as it is kept. */
export type Comment = z.infer<typeof comment>;

/** A comment that calls somebody, with where it leads. */
export const call = comment.extend({
  /** What it is about, and what that belongs to. */
  name: z.string(),
  of: z.string(),
  levelId: z.uuid().nullable(),
  sectionId: z.uuid().nullable(),
  heldOn: localDate.nullable(),
});
/** A comment that calls somebody. */
export type Call = z.infer<typeof call>;

/** Endpoints of comments. */
export const commentsApi = {
  /** Those on a thing, the oldest first. */
  on: endpoint({
    method: "GET",
    path: "/comments/:list/:id",
    access: "read",
    reads: anyOf("comments", "staff"),
    params: z.object({ list: z.enum(COMMENTED), id: z.uuid() }),
    response: z.array(comment),
  }),
  /** Those that call whoever asks, until they answer or the thread is settled. */
  calls: endpoint({
    method: "GET",
    path: "/comments/calls",
    access: "read",
    reads: anyOf("comments", "figures", "plans", "levels", "sections", "sequences", "checks", "staff"),
    response: z.array(call),
  }),
  create: endpoint({
    method: "POST",
    path: "/comments",
    access: "comments.write",
    changes: anyOf("comments"),
    body: commentContent,
    response: comment,
  }),
  /** Only one's own. */
  change: endpoint({
    method: "PUT",
    path: "/comments/:id",
    access: "comments.write",
    changes: anyOf("comments"),
    params: byId,
    body: z.object({ text: commentContent.shape.text, version }),
    response: comment,
  }),
  /** Settles a thread, or opens it again. */
  resolve: endpoint({
    method: "PUT",
    path: "/comments/:id/resolved",
    access: "comments.write",
    changes: anyOf("comments"),
    params: byId,
    body: z.object({ resolved: z.boolean() }),
    response: comment,
  }),
  /** One's own, or by the director anybody's. */
  remove: endpoint({
    method: "DELETE",
    path: "/comments/:id",
    access: "comments.write",
    changes: anyOf("comments"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/comments/:id/restored",
    access: "comments.write",
    changes: anyOf("comments"),
    params: byId,
    response: comment,
  }),
};
