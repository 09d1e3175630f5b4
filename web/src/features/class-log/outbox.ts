import type { LogEntryRecord } from "@map-step/contract";
import { openOutbox, type Queued } from "../../kit/outbox.ts";

/** Which lesson something was noted in. */
export interface LessonKey {
  readonly sectionId: string;
  readonly week: number;
}

/** An entry of a class log on this device. */
export type QueuedEntry = Queued<LogEntryRecord, LessonKey>;

/** What was noted in classes on this device. */
export const outbox = openOutbox<LogEntryRecord, LessonKey>("map-step");
