import { SEGMENT_KINDS } from "@map-step/core/lesson";
import { z } from "zod";
import { stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { anyOf } from "./things.ts";

/** The shape of a lesson that the house likes; see `LessonTemplate` of the core. */
export const lessonTemplateContent = z.object({
  name: words(80),
  parts: z
    .array(
      z.object({
        kind: z.enum(SEGMENT_KINDS),
        title: z.string().trim().max(200, "At most 200 characters"),
        minutes: wholeNumber(1, 240),
      }),
    )
    .min(1, "A template has at least one part")
    .max(40, "At most 40 parts")
    .refine(
      (parts) => parts.every(({ kind, title }) => (kind === "own") === (title !== "")),
      "Own parts have a title, and only they",
    ),
});
/** A shape of lessons as it is kept. */
export const lessonTemplate = stored.extend(lessonTemplateContent.shape);
/** A shape of lessons as it is kept. */
export type LessonTemplateRecord = z.infer<typeof lessonTemplate>;
/** A shape of lessons as it is written. */
export type LessonTemplateContent = z.infer<typeof lessonTemplateContent>;

/** Endpoints of lesson templates. */
export const lessonTemplatesApi = {
  list: endpoint({
    method: "GET",
    path: "/lesson-templates",
    access: "read",
    reads: anyOf("lessonTemplates"),
    response: z.array(lessonTemplate),
  }),
  create: endpoint({
    method: "POST",
    path: "/lesson-templates",
    access: "lessons.write",
    changes: anyOf("lessonTemplates"),
    body: lessonTemplateContent,
    response: lessonTemplate,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/lesson-templates/:id",
    access: "lessons.write",
    changes: anyOf("lessonTemplates"),
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/lesson-templates/:id/restore",
    access: "lessons.write",
    changes: anyOf("lessonTemplates"),
    params: byId,
    response: lessonTemplate,
  }),
};
