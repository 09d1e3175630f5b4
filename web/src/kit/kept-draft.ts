import { useCallback, useEffect, useMemo, useRef } from "react";

const PREFIX = "map-step:draft:";

/** What was typed under a name and not saved yet, from this browser's storage. */
export function keptDraft<T>(name: string): T | null {
  try {
    const text = localStorage.getItem(PREFIX + name);
    return text === null ? null : (JSON.parse(text) as T);
  } catch {
    return null;
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
  const waiting = useRef<{ value: T; timer: number } | null>(null);
  const write = useCallback(() => {
    if (!waiting.current) return;
    localStorage.setItem(PREFIX + name, JSON.stringify(waiting.current.value));
    clearTimeout(waiting.current.timer);
    waiting.current = null;
  }, [name]);
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
      waiting.current = { value, timer: window.setTimeout(write, 500) };
    },
    [write],
  );
  const forget = useCallback(() => {
    if (waiting.current) clearTimeout(waiting.current.timer);
    waiting.current = null;
    localStorage.removeItem(PREFIX + name);
  }, [name]);
  return useMemo(() => ({ keep, forget }), [keep, forget]);
}
