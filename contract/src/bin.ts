import { z } from "zod";
import { endpoint } from "./endpoint.ts";
import type { Permission } from "./permissions.ts";
import { EVERYTHING } from "./things.ts";

/** Days for which the bin shows what was removed. */
export const BIN_DAYS = 60;

/** Each sort of thing that can be removed and brought back, and who may bring it back. */
export const REMOVABLE = {
  figure: "figures.write",
  level: "levels.write",
  section: "sections.write",
  student: "students.write",
  sequence: "sequences.write",
  approach: "levels.write",
  "plan-draft": "plans.write",
  "lesson-template": "lessons.write",
  room: "timetable.write",
  term: "timetable.write",
} as const satisfies Record<string, Permission>;
/** What can lie in the bin. */
export type RemovableKind = keyof typeof REMOVABLE;

const removed = z.object({
  kind: z.enum(Object.keys(REMOVABLE) as [RemovableKind, ...RemovableKind[]]),
  id: z.uuid(),
  name: z.string(),
  /** Where it belonged: its dance, level or section; empty where it stood by itself. */
  of: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
});
/** A thing in the bin. */
export type Removed = z.infer<typeof removed>;

/** Endpoints of the bin. */
export const binApi = {
  /** What was removed in the last days and may be brought back by whoever asks, newest first. */
  list: endpoint({
    method: "GET",
    path: "/bin",
    access: "read",
    reads: EVERYTHING,
    response: z.array(removed),
  }),
};
