import { useEffect, useMemo, useRef, useState } from "react";
import { isStale, isUnanswered } from "./api.ts";
import { isConnected, onConnection } from "./connection.ts";
import { clockOf } from "./dates.ts";
import { keptDraft, useKeepDraft } from "./kept-draft.ts";
import type { Merged } from "./merge.ts";
import {
  type Changed,
  type Conflict,
  createSaver,
  type Met,
  type Saver,
  type SaveState,
  type Unsaved,
} from "./saver.ts";
import { tellDone, tellError } from "./toasts.ts";

const PAUSE = 600;
/** What nobody answered is sent again after so many milliseconds, until somebody does. */
const AGAIN = 5000;

/** What was left unsaved under a name in this browser. */
export const unsavedOf = <T>(name: string): Unsaved<T> | null => keptDraft<Unsaved<T>>(name);

/** The other version that an error tells of. */
export const metIn = <R>(error: unknown): Met<R> | null =>
  isStale(error) ? { theirs: error.problem.current as R, changed: error.problem.changed } : null;

/** Who changed the same thing, and when: `Bento Haverlock at 19:42`. */
export const whoAndWhen = (changed: Changed | undefined): string => {
  const who = changed?.by || "Somebody else";
  return changed ? `${who} at ${clockOf(changed.at)}` : who;
};

interface Options<T, R> {
  readonly name: string;
  /** What is on screen was made from this. */
  readonly start: Unsaved<T>;
  readonly save: (value: T, version: number) => Promise<R>;
  readonly contentOf: (answer: R) => T;
  readonly merge: (base: T | undefined, mine: T, theirs: T) => Merged<T>;
  /** Puts on screen what came of two changes put together. */
  readonly onMerged: (value: T) => void;
}

export interface Autosave<T> extends Saver<T> {
  readonly state: SaveState;
  /** What is to be asked, when somebody else changed the same another way. */
  readonly conflict: Conflict | null;
}

/**
 * A saver for a page: what waits is kept in this browser, goes out when the connection or the server is back and when
 * the page is left.
 */
export function useAutosave<T, R extends { readonly version: number }>(options: Options<T, R>): Autosave<T> {
  const [{ state, conflict }, tell] = useState<{ state: SaveState; conflict: Conflict | null }>({
    state: "saved",
    conflict: null,
  });
  const { keep, forget } = useKeepDraft<Unsaved<T>>(options.name);
  const latest = useRef(options);
  latest.current = options;
  const unanswered = useRef(false);
  const [saver] = useState(() =>
    createSaver<T, R>({
      start: options.start,
      save: (value, version) => latest.current.save(value, version),
      conflictIn: metIn,
      contentOf: (answer) => latest.current.contentOf(answer),
      merge: (base, mine, theirs) => latest.current.merge(base, mine, theirs),
      onMerged: (value, changed) => {
        latest.current.onMerged(value);
        tellDone(`${whoAndWhen(changed)} changed something here too. Both changes are kept.`);
      },
      keep,
      forget,
      onState: (next, asked) => {
        if (next === "saved") unanswered.current = false;
        tell({ state: next, conflict: asked });
      },
      onError: (error) => {
        // That nobody answers is told once, not each time it is tried again.
        if (!(unanswered.current && isUnanswered(error))) tellError(error);
        unanswered.current = isUnanswered(error);
      },
      pause: PAUSE,
    }),
  );
  useEffect(() => {
    const flush = () => void (isConnected() && saver.flush());
    const stop = onConnection(flush);
    window.addEventListener("online", flush);
    return () => {
      stop();
      window.removeEventListener("online", flush);
      void saver.flush();
    };
  }, [saver]);
  useEffect(() => {
    if (state !== "failed" || !unanswered.current) return;
    const timer = setTimeout(() => void saver.flush(), AGAIN);
    return () => clearTimeout(timer);
  }, [saver, state]);
  return useMemo(() => ({ ...saver, state, conflict }), [saver, state, conflict]);
}
