import { useCallback, useEffect, useRef, useState } from "react";
import { type Asked, ask } from "../workers/ask.ts";
import { tellError } from "./toasts.ts";

/** What a worker is asked, and how what it says changes what is shown. `null` is nothing yet. */
interface Search<State, Answer, News> {
  readonly openWorker: () => Asked;
  readonly onNews: (before: State | null, news: News) => State | null;
  readonly onAnswer: (before: State | null, answer: Answer) => State;
}

export interface Searching<State, Question> {
  /** The best so far; nothing before the first is known. */
  readonly found: State | null;
  /** Begins anew; what an older search still finds is not shown any more. */
  readonly start: (question: Question) => Promise<void>;
  /** Ends the search and keeps what it found. */
  readonly stop: () => void;
  /** Ends the search and lets go of what it found. */
  readonly clear: () => void;
}

/**
 * A search in a worker that finds better and better: each find is shown as it comes, and the search can be stopped at
 * any time. One that fails says why and leaves on screen what it had found. A page that is left stops its search.
 * @param search the same object at each call
 */
export function useSearch<State extends { readonly running: boolean }, Question, Answer, News>(
  search: Search<State, Answer, News>,
): Searching<State, Question> {
  const [found, setFound] = useState<State | null>(null);
  const abort = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    abort.current?.abort();
    setFound((before) => (before ? { ...before, running: false } : null));
  }, []);
  const clear = useCallback(() => {
    abort.current?.abort();
    setFound(null);
  }, []);
  const start = useCallback(
    async (question: Question) => {
      abort.current?.abort();
      const own = new AbortController();
      abort.current = own;
      setFound(null);
      const show = (next: (before: State | null) => State | null) => {
        if (!own.signal.aborted) setFound(next);
      };
      try {
        const answer = await ask<Question, Answer, News>(search.openWorker, question, {
          onNews: (news) => show((before) => search.onNews(before, news)),
          signal: own.signal,
        });
        show((before) => search.onAnswer(before, answer));
      } catch (error) {
        if (own.signal.aborted) return;
        tellError(error);
        show((before) => (before ? { ...before, running: false } : null));
      }
    },
    [search],
  );
  useEffect(() => () => abort.current?.abort(), []);
  return { found, start, stop, clear };
}
