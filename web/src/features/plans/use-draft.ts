import type { Conflict, Draft, DraftOptions, LevelPlan, Scored } from "@map-step/core/plan";
import { useCallback, useEffect, useRef, useState } from "react";
import { tellError } from "../../kit/toasts.ts";
import { ask } from "../../workers/ask.ts";
import type { DraftAnswer, DraftNews, DraftQuestion } from "../../workers/draft.worker.ts";

const openWorker = () =>
  new Worker(new URL("../../workers/draft.worker.ts", import.meta.url), { type: "module" });

const SECONDS = 20;

/** A draft under way, or finished. */
export interface Drafting {
  readonly plan: Scored;
  /** What found no week, and why; nothing until that is known. */
  readonly left: Draft["left"];
  readonly conflict: Conflict | null;
  /** Nothing can be worth more; null until something is known. */
  readonly bound: number | null;
  readonly best: boolean;
  readonly running: boolean;
}

const within = ({ plan, bound }: Drafting): string => {
  if (bound === null) return "";
  const gap = Math.max(0, (bound - plan.score) / Math.max(1, Math.abs(bound)));
  return `within ${(gap * 100).toFixed(1)} % of the best possible`;
};

/** How good a draft is, in words. */
export function proofInWords(drafting: Drafting): string {
  if (drafting.best) return "proven best";
  const how = within(drafting);
  if (drafting.running) return how === "" ? "searching for better ones …" : `${how}, still searching …`;
  return how === "" ? "search stopped" : how;
}

/** Drafts in a worker; better plans are shown as they come, and the search can be stopped at any time. */
export function useDraft() {
  const [drafting, setDrafting] = useState<Drafting | null>(null);
  const abort = useRef<AbortController | null>(null);

  const stop = useCallback(() => {
    abort.current?.abort();
    abort.current = null;
    setDrafting((before) => (before ? { ...before, running: false } : null));
  }, []);
  const clear = useCallback(() => {
    abort.current?.abort();
    abort.current = null;
    setDrafting(null);
  }, []);
  const start = useCallback(async (level: LevelPlan, options: DraftOptions) => {
    abort.current?.abort();
    const own = new AbortController();
    abort.current = own;
    const set = (change: (before: Drafting) => Partial<Drafting>) =>
      setDrafting((before) => {
        const base = before ?? {
          plan: { placements: [], score: Number.NEGATIVE_INFINITY },
          left: [],
          conflict: null,
          bound: null,
          best: false,
          running: true,
        };
        return abort.current === own ? { ...base, ...change(base) } : before;
      });
    setDrafting(null);
    const onNews = (news: DraftNews) => {
      if (news.kind === "better")
        set(({ plan }) => (news.plan.score > plan.score ? { plan: news.plan } : {}));
      else if (news.kind === "bound") set(() => ({ bound: news.bound }));
      else set(() => ({ plan: news.draft, left: news.draft.left, conflict: news.conflict }));
    };
    try {
      const { draft, proof } = await ask<DraftQuestion, DraftAnswer, DraftNews>(
        openWorker,
        { level, options, seconds: SECONDS },
        { onNews, signal: own.signal },
      );
      set(() => ({ plan: draft, left: draft.left, bound: proof.bound, best: proof.best, running: false }));
    } catch (error) {
      // The best plan so far stays on screen; one that could not go on says why.
      if (!own.signal.aborted) tellError(error);
      set(() => ({ running: false }));
    }
  }, []);
  // A page that is left stops its search.
  useEffect(() => () => abort.current?.abort(), []);
  return { drafting, start, stop, clear };
}
