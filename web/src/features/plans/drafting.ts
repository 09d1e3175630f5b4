import type { Conflict, Draft, Scored } from "@map-step/core/plan";
import type { DraftAnswer, DraftNews } from "../../workers/draft.worker.ts";

/** How long a draft is searched and proven, in seconds. */
export const DRAFT_SECONDS = 20;

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

const NOTHING: Drafting = {
  plan: { placements: [], score: Number.NEGATIVE_INFINITY },
  left: [],
  conflict: null,
  bound: null,
  best: false,
  running: true,
};

function withNews(before: Drafting, news: DraftNews): Drafting {
  if (news.kind === "bound") return { ...before, bound: news.bound };
  if (news.kind === "better")
    return news.plan.score > before.plan.score ? { ...before, plan: news.plan } : before;
  return { ...before, plan: news.draft, left: news.draft.left, conflict: news.conflict };
}

/** How a level is drafted: in a worker, a first plan at once, then better ones until one is proven best. */
export const DRAFT_SEARCH = {
  openWorker: () => new Worker(new URL("../../workers/draft.worker.ts", import.meta.url), { type: "module" }),
  onNews: (before: Drafting | null, news: DraftNews): Drafting => withNews(before ?? NOTHING, news),
  onAnswer: (before: Drafting | null, { draft, proof }: DraftAnswer): Drafting => ({
    ...(before ?? NOTHING),
    plan: draft,
    left: draft.left,
    bound: proof.bound,
    best: proof.best,
    running: false,
  }),
};

function within({ plan, bound }: Drafting): string {
  if (bound === null) return "";
  const gap = Math.max(0, (bound - plan.score) / Math.max(1, Math.abs(bound)));
  return `within ${(gap * 100).toFixed(1)} % of the best possible`;
}

/** How good a draft is, in words. */
export function proofInWords(drafting: Drafting): string {
  if (drafting.best) return "proven best";
  const how = within(drafting);
  if (drafting.running) return how === "" ? "searching for better ones …" : `${how}, still searching …`;
  return how === "" ? "search stopped" : how;
}
