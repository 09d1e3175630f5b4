import type { Repair } from "@map-step/core/plan";
import type { RepairAnswer } from "../../workers/repair.worker.ts";

/** How long fewer moves are looked for and proven, in seconds. */
export const REPAIR_SECONDS = 20;

/** A repair under way, or finished. */
export interface Repairing {
  readonly repair: Repair;
  readonly fewest: boolean;
  readonly running: boolean;
}

/** How a plan is repaired: in a worker, a first repair at once, then the one with the fewest moves. */
export const REPAIR_SEARCH = {
  openWorker: () =>
    new Worker(new URL("../../workers/repair.worker.ts", import.meta.url), { type: "module" }),
  onNews: (_before: Repairing | null, repair: Repair): Repairing => ({
    repair,
    fewest: false,
    running: true,
  }),
  onAnswer: (_before: Repairing | null, { repair, fewest }: RepairAnswer): Repairing => ({
    repair,
    fewest,
    running: false,
  }),
};

/** How good a repair is, in words. */
export const repairInWords = ({ fewest, running }: Repairing): string =>
  fewest ? "proven: the fewest possible" : running ? "looking for fewer …" : "the fewest that were found";
