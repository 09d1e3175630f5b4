import { useEffect, useMemo, useState } from "react";
import { ask } from "../workers/ask.ts";
import { tellError } from "./toasts.ts";

/** What a worker answered last, and whether that is the answer to the question of now. */
export interface Answered<Answer> {
  readonly answer: Answer | null;
  readonly isOfNow: boolean;
}

/**
 * Asks a worker whenever the question changes; the last answer until the next is there. What acts on an answer looks
 * whether it is of now.
 * @param open the same function at each call
 * @param question plain data; `null` asks nothing
 */
export function useAnswer<Question, Answer>(open: () => Worker, question: Question | null): Answered<Answer> {
  const [kept, setKept] = useState<{ readonly of: string; readonly answer: Answer } | null>(null);
  const text = useMemo(() => (question === null ? null : JSON.stringify(question)), [question]);
  useEffect(() => {
    if (text === null) return;
    const unwanted = new AbortController();
    ask<Question, Answer>(open, JSON.parse(text) as Question, { signal: unwanted.signal }).then(
      (answer) => setKept({ of: text, answer }),
      (error: unknown) => (unwanted.signal.aborted ? undefined : tellError(error)),
    );
    return () => unwanted.abort();
  }, [open, text]);
  return { answer: kept?.answer ?? null, isOfNow: kept !== null && kept.of === text };
}
