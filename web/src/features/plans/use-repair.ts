import type { Change, LevelPlan, Repair } from "@map-step/core/plan";
import { useCallback, useEffect, useRef, useState } from "react";
import { tellError } from "../../kit/toasts.ts";
import { ask } from "../../workers/ask.ts";
import type { RepairAnswer, RepairQuestion } from "../../workers/repair.worker.ts";

const openWorker = () =>
  new Worker(new URL("../../workers/repair.worker.ts", import.meta.url), { type: "module" });

const SECONDS = 20;

/** A repair under way, or finished. */
export interface Repairing {
  readonly repair: Repair;
  readonly fewest: boolean;
  readonly running: boolean;
}

/** How good a repair is, in words. */
export const repairInWords = ({ fewest, running }: Repairing): string =>
  fewest ? "proven: the fewest possible" : running ? "looking for fewer …" : "the fewest that were found";

/** Repairs in a worker: a first one at once, then the one with the fewest moves, proven where that can be done. */
export function useRepair() {
  const [repairing, setRepairing] = useState<Repairing | null>(null);
  const abort = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    abort.current?.abort();
    setRepairing((before) => (before ? { ...before, running: false } : null));
  }, []);
  const clear = useCallback(() => {
    abort.current?.abort();
    setRepairing(null);
  }, []);
  const start = useCallback(async (level: LevelPlan, change: Change, taught: number) => {
    abort.current?.abort();
    const own = new AbortController();
    abort.current = own;
    setRepairing(null);
    const { signal } = own;
    const show = (next: Repairing) => {
      if (!signal.aborted) setRepairing(next);
    };
    try {
      const { repair, fewest } = await ask<RepairQuestion, RepairAnswer, Repair>(
        openWorker,
        { level, change, taught, seconds: SECONDS },
        { onNews: (news) => show({ repair: news, fewest: false, running: true }), signal },
      );
      show({ repair, fewest, running: false });
    } catch (error) {
      // The best so far stays on screen; one that could not go on says why.
      if (signal.aborted) return;
      tellError(error);
      setRepairing((before) => (before ? { ...before, running: false } : null));
    }
  }, []);
  // A page that is left stops its search.
  useEffect(() => () => abort.current?.abort(), []);
  return { repairing, start, stop, clear };
}
