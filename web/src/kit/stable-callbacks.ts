import { useInsertionEffect, useRef, useState } from "react";

/**
 * The same functions at each drawing, each doing what the latest of its name does, so that what they are given to is
 * not drawn anew for their sake.
 * @param now the same names at each call
 */
export function useStableCallbacks<T extends object>(now: T): T {
  const latest = useRef(now);
  useInsertionEffect(() => {
    latest.current = now;
  });
  const [stable] = useState(() => {
    const forward =
      (name: string) =>
      (...given: unknown[]): unknown =>
        (latest.current as Record<string, (...given: unknown[]) => unknown>)[name]?.(...given);
    return Object.fromEntries(Object.keys(now).map((name) => [name, forward(name)])) as T;
  });
  return stable;
}
