import { useCallback, useEffect, useRef, useState } from "react";
import { useLocation, useNavigate } from "react-router";

type Values<K extends string> = Readonly<Record<K, string>>;

const PAUSE_MS = 150;

/** Marks an address that this page wrote itself. */
const OWN = { own: true } as const;
const isOwn = (state: unknown): boolean => typeof state === "object" && state !== null && "own" in state;

const written = (values: Readonly<Record<string, string>>): string =>
  new URLSearchParams(Object.entries(values).filter(([, value]) => value !== "")).toString();

/**
 * Choices that stand in the page's address, so that it can be sent and found again by going back. They are kept
 * here first and written into the address afterwards: two changes in quick succession both count. An address
 * that comes from elsewhere, such as a link to the same page, is followed.
 */
export function useAddressState<K extends string>(
  ...names: readonly K[]
): [Values<K>, (change: Partial<Values<K>>) => void] {
  const { search, key, state } = useLocation();
  const navigate = useNavigate();
  const read = () => {
    const params = new URLSearchParams(search);
    return Object.fromEntries(names.map((name) => [name, params.get(name) ?? ""])) as Values<K>;
  };
  const [values, setValues] = useState(read);
  const [followed, setFollowed] = useState(key);
  if (followed !== key) {
    setFollowed(key);
    if (!isOwn(state)) setValues(read());
  }
  const last = useRef(written(values));
  useEffect(() => {
    const next = written(values);
    if (last.current === next) return;
    // Once somebody stops typing: each new address draws every page again that reads it.
    const timer = window.setTimeout(() => {
      last.current = next;
      void navigate({ search: next }, { replace: true, preventScrollReset: true, state: OWN });
    }, PAUSE_MS);
    return () => window.clearTimeout(timer);
  }, [values, navigate]);
  const set = useCallback(
    (change: Partial<Values<K>>) => setValues((before) => ({ ...before, ...change })),
    [],
  );
  return [values, set];
}
