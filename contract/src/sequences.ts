import { figureItemsOf, MOST_NESTED, PRIORITIES, type SequenceItem } from "@map-step/core/sequence";
import { z } from "zod";
import { changeOf, stored, version, wholeNumber, words } from "./common.ts";
import { danceContent } from "./dances.ts";
import { byId, endpoint, nothing } from "./endpoint.ts";
import { line } from "./fields.ts";
import { localeFormat } from "./locale-format.ts";
import { anyOf, EVERYTHING } from "./things.ts";

const itemId = z
  .string()
  .regex(/^[\w-]{1,40}$/, "An id of letters, figures and dashes, at most 40 characters");

const count = wholeNumber(1, 512);
const figureItem = z.object({
  kind: z.literal("figure"),
  id: itemId,
  figureId: z.uuid(),
  side: z.enum(["written", "other"]),
  times: wholeNumber(1, 64),
  counts: z
    .tuple([count, count])
    .refine(([from, to]) => from <= to, "The first count comes before the last")
    .nullable(),
  priority: z.enum(PRIORITIES),
  note: line(300),
});

/** Items of a sequence in which choices go at most so deep. */
function itemsOf(depth: number): z.ZodType<unknown[]> {
  if (depth === 0) return z.array(figureItem).max(400, "At most 400 figures");
  const choice = z.object({
    kind: z.literal("choice"),
    id: itemId,
    optional: z.boolean(),
    ways: z
      .array(itemsOf(depth - 1))
      .min(1, "At least one way")
      .max(12, "At most 12 ways"),
  });
  return z.array(z.discriminatedUnion("kind", [figureItem, choice])).max(400, "At most 400 figures");
}

const idsOf = (items: readonly SequenceItem[]): string[] =>
  items.flatMap((item) => [item.id, ...(item.kind === "choice" ? item.ways.flatMap(idsOf) : [])]);

/** The figures and choices of a sequence. */
export const sequenceItems = (itemsOf(MOST_NESTED) as unknown as z.ZodType<SequenceItem[]>)
  .refine((items) => figureItemsOf(items).length <= 400, "At most 400 figures")
  .refine((items) => new Set(idsOf(items)).size === idsOf(items).length, "An id stands here twice");

/** A sequence as it is written. */
export const sequenceContent = z.object({
  danceId: z.uuid(),
  name: words(80),
  /** The level that it is made for; `null` for none. */
  levelId: z.uuid().nullable(),
  loops: z.boolean(),
  phraseBeats: wholeNumber(1, 128),
  /** Beats per minute; `null` where no tempo is set. */
  bpm: wholeNumber(20, 400).nullable(),
  note: line(2000),
  items: sequenceItems,
});
/** A sequence as it is written. */
export type SequenceContent = z.infer<typeof sequenceContent>;

/** A sequence as it is kept; the secret is the last part of its public address, `null` while it is not shared. */
export const sequenceRecord = stored
  .extend(sequenceContent.shape)
  .extend({ secret: z.string().nullable(), changedBy: z.string(), changedAt: z.iso.datetime() });
/** A sequence as it is kept. */
export type SequenceRecord = z.infer<typeof sequenceRecord>;

/** A sequence as a list shows it. */
export const sequenceSummary = stored.extend({
  danceId: z.uuid(),
  name: z.string(),
  levelId: z.uuid().nullable(),
  loops: z.boolean(),
  phraseBeats: z.int(),
  bpm: z.int().nullable(),
  items: sequenceItems,
  /** How many figures it names, each once. */
  figures: z.int(),
  isShared: z.boolean(),
  changedBy: z.string(),
  changedAt: z.iso.datetime(),
});
/** A sequence as a list shows it. */
export type SequenceSummary = z.infer<typeof sequenceSummary>;

/** A sequence as it once was, and by whom. */
export const sequenceVersion = z.object({
  number: z.int(),
  content: sequenceContent,
  by: z.string(),
  at: z.iso.datetime(),
});
/** A sequence as it once was. */
export type SequenceVersion = z.infer<typeof sequenceVersion>;

/** Figures in full, each by itself and made of no others. */
export const shownFigures = z.array(z.object({ id: z.uuid(), name: z.string(), notation: z.string() }));

/** A sequence as anybody with its address sees it, as it is now. */
export const publicSequence = z.object({
  studioName: z.string(),
  localeFormat,
  content: sequenceContent,
  dance: danceContent,
  figures: shownFigures,
});
/** A sequence as anybody with its address sees it. */
export type PublicSequence = z.infer<typeof publicSequence>;

/** What of a sequence is written, without what only the server knows of it. */
export const contentOfSequence = ({
  danceId,
  name,
  levelId,
  loops,
  phraseBeats,
  bpm,
  note,
  items,
}: SequenceContent): SequenceContent => ({ danceId, name, levelId, loops, phraseBeats, bpm, note, items });

const onVersion = z.object({ version });
const changesLink = (action: string) =>
  endpoint({
    method: "POST",
    path: `/sequences/:id/${action}`,
    access: "sequences.write",
    changes: { sequences: ":id" },
    params: byId,
    body: onVersion,
    response: sequenceRecord,
  });

/** Endpoints of sequences. */
export const sequencesApi = {
  list: endpoint({
    method: "GET",
    path: "/sequences",
    access: "read",
    reads: anyOf("sequences", "figures", "dances"),
    response: z.array(sequenceSummary),
  }),
  read: endpoint({
    method: "GET",
    path: "/sequences/:id",
    access: "read",
    reads: { sequences: ":id", ...anyOf("figures", "dances") },
    params: byId,
    response: sequenceRecord,
  }),
  create: endpoint({
    method: "POST",
    path: "/sequences",
    access: "sequences.write",
    changes: anyOf("sequences"),
    body: sequenceContent,
    response: sequenceRecord,
  }),
  change: endpoint({
    method: "PUT",
    path: "/sequences/:id",
    access: "sequences.write",
    changes: { sequences: ":id" },
    params: byId,
    body: changeOf(sequenceContent),
    response: sequenceRecord,
  }),
  remove: endpoint({
    method: "DELETE",
    path: "/sequences/:id",
    access: "sequences.write",
    changes: { sequences: ":id" },
    params: byId,
    response: nothing,
  }),
  restore: endpoint({
    method: "POST",
    path: "/sequences/:id/restore",
    access: "sequences.write",
    changes: { sequences: ":id" },
    params: byId,
    response: sequenceRecord,
  }),
  versions: endpoint({
    method: "GET",
    path: "/sequences/:id/versions",
    access: "read",
    reads: { sequences: ":id", ...anyOf("staff") },
    params: byId,
    response: z.array(sequenceVersion),
  }),
  /** Gives it an address that cannot be guessed; a shared one gets another, and the one before is dead from then on. */
  share: changesLink("share"),
  unshare: changesLink("unshare"),
  readPublic: endpoint({
    method: "GET",
    path: "/public/sequences/:secret",
    access: "anyone",
    reads: EVERYTHING,
    params: z.object({ secret: z.string().regex(/^[\w-]{20,60}$/) }),
    response: publicSequence,
  }),
};
