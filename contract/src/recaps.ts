import type { RecapDocument } from "@map-step/core/recap";
import { z } from "zod";
import { localDate, version, words } from "./common.ts";
import { danceContent } from "./dances.ts";
import { endpoint } from "./endpoint.ts";
import { ofLesson } from "./lessons.ts";
import { localeFormat } from "./locale-format.ts";
import { sequenceContent, shownFigures } from "./sequences.ts";
import { anyOf, EVERYTHING } from "./things.ts";

/** Characters of one run of text: a spoken count of the longest figure fits in. */
const MOST_TEXT = 40_000;

const textNode = z.object({
  type: z.literal("text"),
  text: z.string().min(1).max(MOST_TEXT),
  marks: z
    .array(z.object({ type: z.enum(["bold", "italic"]) }))
    .max(2)
    .optional(),
});
const inline = z
  .array(z.union([textNode, z.object({ type: z.literal("hardBreak") })]))
  .max(500)
  .optional();
const paragraph = z.object({ type: z.literal("paragraph"), content: inline });
const heading = z.object({
  type: z.literal("heading"),
  attrs: z.object({
    level: z.union([z.literal(2), z.literal(3)]),
    /** For whom what follows is; absent or `null` for both. */
    role: z.enum(["leader", "follower"]).nullish(),
  }),
  content: inline,
});

/** A figure that is drawn and played where it stands. */
const liveFigure = z.object({
  type: z.enum(["ribbon", "floor"]),
  attrs: z.object({ figureId: z.uuid(), name: words(80), counts: z.string().max(MOST_TEXT) }),
});

/** A sequence that is shown and played where it stands. */
const liveSequence = z.object({
  type: z.literal("sequence"),
  attrs: z.object({ sequenceId: z.uuid(), name: words(80), figures: z.string().max(MOST_TEXT) }),
});

/** Lists nest at most four deep, so that no document can exhaust its reader. */
function listOf(depth: number): z.ZodType<unknown> {
  const inner = depth > 1 ? z.union([paragraph, listOf(depth - 1)]) : paragraph;
  const item = z.object({ type: z.literal("listItem"), content: z.array(inner).min(1).max(50) });
  return z.object({ type: z.enum(["bulletList", "orderedList"]), content: z.array(item).min(1).max(200) });
}

/** The text of a recap; nothing else may stand in it. */
export const recapDocument = z.object({
  type: z.literal("doc"),
  content: z.array(z.union([paragraph, heading, liveFigure, liveSequence, listOf(4)])).max(300),
}) as unknown as z.ZodType<RecapDocument>;

/** A recap as it is kept, with its public address. */
export const recap = z.object({
  sectionId: z.uuid(),
  week: z.int(),
  title: z.string(),
  document: recapDocument,
  /** 0 while it is a fresh draft from the lesson that nobody has kept. */
  version,
  /** The last part of the public address; `null` while unpublished. */
  secret: z.string().nullable(),
  /** When what the public page shows was published; `null` while unpublished. */
  publishedAt: z.iso.datetime().nullable(),
  /** Whether the text says something else now than what was published. */
  changedSince: z.boolean(),
});

/** A recap as anybody with its address reads it. */
export const publicRecap = z.object({
  studioName: z.string(),
  localeFormat,
  title: z.string(),
  subtitle: z.string(),
  date: localDate,
  document: recapDocument,
  dance: danceContent,
  /** The figures that the text shows, each by itself, made of no others; a removed one is missing. */
  figures: shownFigures,
  /** The sequences that the text shows, as they are now; a removed one is missing. */
  sequences: z.array(z.object({ id: z.uuid(), content: sequenceContent })),
});

/** A text that was kept before, and by whom. */
export const recapVersion = z.object({
  number: z.int(),
  title: z.string(),
  document: recapDocument,
  by: z.string(),
  at: z.iso.datetime(),
});

/** A recap as it is changed, with the version that was seen. */
export const recapChange = z.object({ version, title: words(200), document: recapDocument });
const onVersion = z.object({ version });

/** A recap as it is kept. */
export type Recap = z.infer<typeof recap>;
/** A recap as it is changed. */
export type RecapChange = z.infer<typeof recapChange>;
/** A recap as it once was. */
export type RecapVersion = z.infer<typeof recapVersion>;
/** A recap as anybody with its address reads it. */
export type PublicRecap = z.infer<typeof publicRecap>;

const RECAP_PATH = "/sections/:sectionId/lessons/:week/recap";

/** Endpoints of recaps. */
export const recapsApi = {
  read: endpoint({
    method: "GET",
    path: RECAP_PATH,
    access: "read",
    reads: anyOf(
      "dances",
      "figures",
      "levels",
      "sections",
      "plans",
      "lessons",
      "recaps",
      "log",
      "staff",
      "settings",
    ),
    params: ofLesson,
    response: recap,
  }),
  change: endpoint({
    method: "PUT",
    path: RECAP_PATH,
    access: "recaps.write",
    changes: anyOf("recaps", "lessons"),
    params: ofLesson,
    body: recapChange,
    response: recap,
  }),
  publish: endpoint({
    method: "POST",
    path: `${RECAP_PATH}/publish`,
    access: "recaps.write",
    changes: anyOf("recaps", "lessons"),
    params: ofLesson,
    body: onVersion,
    response: recap,
  }),
  unpublish: endpoint({
    method: "POST",
    path: `${RECAP_PATH}/unpublish`,
    access: "recaps.write",
    changes: anyOf("recaps", "lessons"),
    params: ofLesson,
    body: onVersion,
    response: recap,
  }),
  /** Another address; the one before is dead from then on. */
  renew: endpoint({
    method: "POST",
    path: `${RECAP_PATH}/renew`,
    access: "recaps.write",
    changes: anyOf("recaps", "lessons"),
    params: ofLesson,
    body: onVersion,
    response: recap,
  }),
  versions: endpoint({
    method: "GET",
    path: `${RECAP_PATH}/versions`,
    access: "read",
    reads: anyOf("recaps", "staff"),
    params: ofLesson,
    response: z.array(recapVersion),
  }),
  readPublic: endpoint({
    method: "GET",
    path: "/public/recaps/:secret",
    access: "anyone",
    reads: EVERYTHING,
    params: z.object({ secret: z.string().regex(/^[\w-]{20,60}$/) }),
    response: publicRecap,
  }),
};
