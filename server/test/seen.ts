import { randomUUID } from "node:crypto";
import type { SeenEntry } from "@map-step/contract";
import { TODAY } from "./studio.ts";

type Seen = Extract<SeenEntry, { kind: "seen" }>;

/** Something seen of a student, as a device sends it. */
export const seen = (studentId: string, figureId: string, about: Partial<Seen> = {}): Seen => ({
  kind: "seen",
  id: randomUUID(),
  at: `${TODAY}T20:00:00.000Z`,
  studentId,
  figureId,
  role: "leader",
  layer: "partner",
  mark: "alone",
  seenOn: TODAY,
  corrects: null,
  checkId: null,
  ...about,
});
