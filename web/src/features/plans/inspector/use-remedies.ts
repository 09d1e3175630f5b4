import type { Finding, LevelPlan } from "@map-step/core/plan";
import { useEffect, useState } from "react";
import { tellError } from "../../../kit/toasts.ts";
import { ask } from "../../../workers/ask.ts";
import type { RemedyQuestion, WayOut } from "../../../workers/remedy.worker.ts";

const openWorker = () =>
  new Worker(new URL("../../../workers/remedy.worker.ts", import.meta.url), { type: "module" });

/** A plan that changes again within this time is not looked at. */
const SETTLED_MS = 200;

interface Answers {
  readonly level: LevelPlan;
  readonly ways: ReadonlyMap<string, WayOut>;
}

/** Ways out of findings, tried in a worker: each appears as it is found, and none that is of an older plan. */
export function useRemedies(
  level: LevelPlan,
  findings: readonly Finding[],
  wanted: boolean,
): ReadonlyMap<string, WayOut> {
  const [answers, setAnswers] = useState<Answers>({ level, ways: new Map() });
  useEffect(() => {
    if (!wanted || findings.length === 0) return;
    const abort = new AbortController();
    const timer = window.setTimeout(() => {
      const waiting = new Map<string, WayOut>();
      const onNews = (found: WayOut) => {
        waiting.set(found.key, found);
        setAnswers({ level, ways: new Map(waiting) });
      };
      const question: RemedyQuestion = { level, findings };
      const { signal } = abort;
      ask<RemedyQuestion, number, WayOut>(openWorker, question, { onNews, signal }).catch(
        (error: unknown) => {
          if (!signal.aborted) tellError(error); // otherwise overtaken by a newer plan
        },
      );
    }, SETTLED_MS);
    return () => {
      window.clearTimeout(timer);
      abort.abort();
    };
  }, [level, findings, wanted]);
  return answers.level === level ? answers.ways : NONE;
}

const NONE: ReadonlyMap<string, WayOut> = new Map();
