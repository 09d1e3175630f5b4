import type { Person } from "@map-step/contract";
import type { Database } from "../db/connection.ts";
import { previewFile, takeInFile } from "../features/figure-file/service.ts";
import { compareDance } from "../features/figures/likeness.ts";
import { lookAtAllPlans, openFindings } from "../features/plans/findings.ts";

/** What is done beside the thread that answers requests, because it takes long. */
export const TASKS = { compareDance, lookAtAllPlans, previewFile, takeInFile, openFindings } as const;

export type TaskName = keyof typeof TASKS;
type Rest<F> = F extends (db: Database, ...rest: infer R) => unknown ? R : never;
export type TaskArguments<N extends TaskName> = Rest<(typeof TASKS)[N]>;
export type TaskResult<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;

/** A task as it goes to a thread. */
export interface Order {
  readonly name: TaskName;
  readonly arguments: readonly unknown[];
  /** Who asked for it. */
  readonly person: Person | null;
}
