import { useState } from "react";

/** A setting that this browser keeps, such as the accents of a click track. */
export function useRemembered<T>(name: string, start: T): [T, (value: T) => void] {
  const key = `map-step:setting:${name}`;
  const [value, setValue] = useState<T>(() => {
    try {
      const kept = localStorage.getItem(key);
      return kept === null ? start : (JSON.parse(kept) as T);
    } catch {
      return start;
    }
  });
  const set = (next: T) => {
    setValue(next);
    try {
      localStorage.setItem(key, JSON.stringify(next));
    } catch {
      // A full or closed store keeps the setting until the page is left.
    }
  };
  return [value, set];
}
