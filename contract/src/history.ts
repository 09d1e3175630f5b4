import { z } from "zod";
import { endpoint, nothing } from "./endpoint.ts";
import { anyOf, HISTORY_LISTS, NOTHING } from "./things.ts";

/** The id by which the studio's settings, of which there is one set, go in the history. */
export const SETTINGS_THING = "00000000-0000-4000-8000-000000000001";

const list = z.enum(HISTORY_LISTS);
/** What became of a thing: it was there before anything was kept, was made, changed, removed or brought back. */
export const CHANGES = ["was", "made", "changed", "removed", "back"] as const;

/** Where an entry stands among all. */
const place = z.int().min(0);

/** One change of a thing, or all that one person changed of it in one sitting. */
export const historyEntry = z.object({
  id: place,
  at: z.iso.datetime(),
  /** Whose; empty where it is not known. */
  by: z.string(),
  what: z.enum(CHANGES),
  /** What it was part of, such as a proposal that was taken; empty where it stands for itself. */
  note: z.string(),
  /** All of the thing from then on, as a file of the studio has it. */
  state: z.record(z.string(), z.unknown()),
});
/** One change of a thing. */
export type HistoryEntry = z.infer<typeof historyEntry>;

/** A thing that others changed, in one line. */
export const changedThing = z.object({
  list,
  thingId: z.uuid(),
  what: z.enum(CHANGES),
  /** What it is called, and what it belongs to. */
  name: z.string(),
  of: z.string(),
  /** Who changed it, the last first. */
  by: z.array(z.string()),
  times: z.int(),
  at: z.iso.datetime(),
  /** Where it is found, as far as it has these. */
  levelId: z.uuid().nullable(),
  sectionId: z.uuid().nullable(),
  week: z.int().nullable(),
});
/** A thing that others changed. */
export type ChangedThing = z.infer<typeof changedThing>;

/** One change as it is told while a page is open. */
export const changeEvent = z.object({
  id: place,
  list,
  thingId: z.uuid(),
  what: z.enum(CHANGES),
  byId: z.uuid().nullable(),
  by: z.string(),
});
/** One change as it is told while a page is open. */
export type ChangeEvent = z.infer<typeof changeEvent>;

/** Something was noted in a class of a week, or in a check. */
export const notedEvent = z.object({ sectionId: z.uuid(), week: z.int().nullable() });
/** Something was noted in a class of a week, or in a check. */
export type NotedEvent = z.infer<typeof notedEvent>;

/** Somebody looks at something, told to all who look at the same. */
export const lookEvent = z.object({ place: z.string().max(200), personId: z.uuid(), name: z.string() });
/** Somebody looks at something. */
export type LookEvent = z.infer<typeof lookEvent>;

/** Endpoints of what changed. The open line itself, `/api/changes`, answers with events rather than once. */
export const historyApi = {
  /** The last changes of a thing, the newest first; those before an entry where one is named (0 for the newest). */
  of: endpoint({
    method: "GET",
    path: "/history/:list/:id/:before",
    access: "read",
    reads: anyOf(...HISTORY_LISTS),
    params: z.object({
      // What somebody said and took away again is nobody's to read, nor what somebody only thinks of proposing.
      list: list.exclude(["comments", "proposals"]),
      id: z.uuid(),
      before: z.string().regex(/^\d{1,15}$/, "A number of an entry; 0 for the newest"),
    }),
    response: z.object({ entries: z.array(historyEntry), earlier: z.boolean() }),
  }),
  /** What others changed since this person last said that they had seen it, by thing. */
  since: endpoint({
    method: "GET",
    path: "/history/since",
    access: "read",
    reads: anyOf(...HISTORY_LISTS, "seen"),
    response: z.object({ upTo: place, things: z.array(changedThing), more: z.int() }),
  }),
  seen: endpoint({
    method: "POST",
    path: "/history/seen",
    access: "read",
    changes: anyOf("seen"),
    body: z.object({ upTo: place }),
    response: nothing,
  }),
  /** Says what this person looks at, to whoever looks at the same. */
  look: endpoint({
    method: "POST",
    path: "/changes/look",
    access: "read",
    changes: NOTHING,
    body: z.object({ place: z.string().max(200) }),
    response: nothing,
  }),
};
