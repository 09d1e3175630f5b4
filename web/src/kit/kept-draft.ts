import { useCallback, useEffect, useMemo, useRef } from "react";
import { tellWarning } from "./toasts.ts";

const PREFIX = "map-step:draft:";

/** Whose drafts are kept and shown: those of somebody else on this device are left alone. */
let owner = "";
export const keepDraftsOf = (personId: string): void => {
  owner = personId;
};

const keyOf = (name: string): string => `${PREFIX}${owner}:${name}`;

/** What was typed under a name and not saved yet, from this browser's storage. */
export function keptDraft<T>(name: string): T | null {
  try {
    const text = localStorage.getItem(keyOf(name));
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
  }
}

let told = false;

function store(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    if (told) return;
    told = true;
    tellWarning("This browser has no room left: what you type is not kept when the page closes. Save often.");
  }
}

interface Keeper<T> {
  readonly keep: (value: T) => void;
  /** Once it is saved. */
  readonly forget: () => void;
}

/**
 * Keeps what is typed in this browser until it is saved, so that a closed page or a lost connection costs
 * nothing. It is written at most every half second and when the page goes.
 */
export function useKeepDraft<T>(name: string): Keeper<T> {
  const waiting = useRef<{ key: string; value: T; timer: number } | null>(null);
  const write = useCallback(() => {
    if (!waiting.current) return;
    store(waiting.current.key, waiting.current.value);
    clearTimeout(waiting.current.timer);
    waiting.current = null;
  }, []);
  useEffect(() => {
    window.addEventListener("pagehide", write);
    return () => {
      window.removeEventListener("pagehide", write);
      write();
    };
  }, [write]);
  const keep = useCallback(
    (value: T) => {
      if (waiting.current) clearTimeout(waiting.current.timer);
      waiting.current = { key: keyOf(name), value, timer: window.setTimeout(write, 500) };
    },
    [name, write],
  );
  const forget = useCallback(() => {
    if (waiting.current) clearTimeout(waiting.current.timer);
    waiting.current = null;
    try {
      localStorage.removeItem(keyOf(name));
    } catch {
      // A closed store holds nothing to forget.
    }
  }, [name]);
  return useMemo(() => ({ keep, forget }), [keep, forget]);
}
