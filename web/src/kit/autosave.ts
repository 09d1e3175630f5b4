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
  readonly onSaved?: (result: R) => void;
}

export interface Autosave<T, R> {
  readonly state: SaveState;
  /** What somebody else saved meanwhile, while that is to be settled. */
  readonly theirs: R | null;
  readonly changed: (value: T) => void;
  /** Saves a choice between the two versions over the other one. */
  readonly settle: (value: T, theirs: R) => void;
  readonly retry: () => void;
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
    busy: false,
    timer: 0,
  });
  const latest = useRef(options);
  latest.current = options;

  const send = useCallback(async (): Promise<void> => {
    const here = now.current;
    const sent = here.waiting;
    clearTimeout(here.timer);
    if (here.busy || !sent) return;
    here.busy = true;
    setState("saving");
    try {
      const result = await latest.current.save(sent.value, here.version);
      here.version = result.version;
      if (here.waiting === sent) {
        here.waiting = null;
        forget();
        setState("saved");
      }
      latest.current.onSaved?.(result);
    } catch (error) {
      if (isStale(error)) setTheirs(error.problem.current as R);
      else tellError(error);
      setState(isStale(error) ? "conflict" : "failed");
      return;
    } finally {
      here.busy = false;
    }
    if (here.waiting) await send();
  }, [forget]);

  const changed = useCallback(
    (value: T) => {
      const here = now.current;
      here.waiting = { value };
      keep({ value, version: here.version });
      setState("waiting");
      clearTimeout(here.timer);
      here.timer = window.setTimeout(() => void send(), PAUSE);
    },
    [keep, send],
  );
  const settle = useCallback(
    (value: T, other: R) => {
      setTheirs(null);
      now.current.version = other.version;
      changed(value);
      void send();
    },
    [changed, send],
  );
  const follow = useCallback((version: number) => {
    if (now.current.waiting || now.current.busy) return false;
    now.current.version = version;
    return true;
  }, []);
  const retry = useCallback(() => void send(), [send]);
  const version = useCallback(() => now.current.version, []);

  useEffect(() => {
    window.addEventListener("online", retry);
    return () => {
      window.removeEventListener("online", retry);
      retry();
    };
  }, [retry]);
  return { state, theirs, changed, settle, retry, version, follow };
}
