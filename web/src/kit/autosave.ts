import { useCallback, useEffect, useRef, useState } from "react";
import { isStale } from "./api.ts";
import { keptDraft, useKeepDraft } from "./kept-draft.ts";
import { tellError } from "./toasts.tsx";

export type SaveState = "saved" | "waiting" | "saving" | "failed" | "conflict";

/** An edit that was not saved yet and the version it was made on. */
export interface Unsaved<T> {
  readonly value: T;
  readonly version: number;
}

/** What was left unsaved under a name in this browser. */
export const unsavedOf = <T>(name: string): Unsaved<T> | null => keptDraft<Unsaved<T>>(name);

interface Options<T, R> {
  readonly name: string;
  /** The version that the value on screen was made on. */
  readonly version: number;
  readonly save: (value: T, version: number) => Promise<R>;
}

export interface Autosave<T, R> {
  readonly state: SaveState;
  /** What somebody else saved meanwhile, while that is to be settled. */
  readonly theirs: R | null;
  readonly changed: (value: T) => void;
  /** Saves a choice between the two versions over the other one. */
  readonly settle: (value: T, theirs: R) => void;
  readonly retry: () => void;
  /** Saves what waits now. False when it could not be saved; the reason is then on screen. */
  readonly flush: () => Promise<boolean>;
  /** The version of what the server holds, as far as is known here. */
  readonly version: () => number;
  /** Takes over a version read from the server; false while something here is not saved. */
  readonly follow: (version: number) => boolean;
}

const PAUSE = 600;

/**
 * Saves a value a moment after its last change, one request at a time, and keeps it in this browser until the
 * server has it. A connection that comes back, the next change or `retry` sends again what could not be sent.
 */
export function useAutosave<T, R extends { readonly version: number }>(
  options: Options<T, R>,
): Autosave<T, R> {
  const [state, setState] = useState<SaveState>("saved");
  const [theirs, setTheirs] = useState<R | null>(null);
  const { keep, forget } = useKeepDraft<Unsaved<T>>(options.name);
  const now = useRef({
    version: options.version,
    waiting: null as { value: T } | null,
    sending: null as Promise<void> | null,
    timer: 0,
  });
  const latest = useRef(options);
  latest.current = options;

  const sendOnce = useCallback(
    async (sent: { value: T }): Promise<void> => {
      const here = now.current;
      setState("saving");
      try {
        const result = await latest.current.save(sent.value, here.version);
        here.version = result.version;
        if (here.waiting !== sent) return;
        here.waiting = null;
        forget();
        setState("saved");
      } catch (error) {
        if (isStale(error)) setTheirs(error.problem.current as R);
        else tellError(error);
        setState(isStale(error) ? "conflict" : "failed");
        throw error;
      }
    },
    [forget],
  );
  const flush = useCallback(async (): Promise<boolean> => {
    const here = now.current;
    clearTimeout(here.timer);
    try {
      await here.sending;
      while (here.waiting) {
        here.sending ??= sendOnce(here.waiting).finally(() => {
          here.sending = null;
        });
        await here.sending;
      }
      return true;
    } catch {
      return false;
    }
  }, [sendOnce]);

  const changed = useCallback(
    (value: T) => {
      const here = now.current;
      here.waiting = { value };
      keep({ value, version: here.version });
      setState("waiting");
      clearTimeout(here.timer);
      here.timer = window.setTimeout(() => void flush(), PAUSE);
    },
    [keep, flush],
  );
  const settle = useCallback(
    (value: T, other: R) => {
      setTheirs(null);
      now.current.version = other.version;
      changed(value);
      void flush();
    },
    [changed, flush],
  );
  const follow = useCallback((version: number) => {
    if (now.current.waiting || now.current.sending) return false;
    now.current.version = version;
    return true;
  }, []);
  const retry = useCallback(() => void flush(), [flush]);
  const version = useCallback(() => now.current.version, []);

  useEffect(() => {
    window.addEventListener("online", retry);
    return () => {
      window.removeEventListener("online", retry);
      retry();
    };
  }, [retry]);
  return { state, theirs, changed, settle, retry, flush, version, follow };
}
