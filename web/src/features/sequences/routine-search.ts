import type { FoundRoutines } from "../../workers/find-routines.ts";

/** How routines are looked for: in a worker, each find shown as it comes. */
export const ROUTINE_SEARCH = {
  openWorker: () =>
    new Worker(new URL("../../workers/routine.worker.ts", import.meta.url), { type: "module" }),
  onNews: (_before: FoundRoutines | null, found: FoundRoutines): FoundRoutines => found,
  onAnswer: (_before: FoundRoutines | null, found: FoundRoutines): FoundRoutines => found,
};
