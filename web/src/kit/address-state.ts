import { useCallback, useEffect, useState } from "react";
import { useLocation } from "react-router";

type Values<K extends string> = Readonly<Record<K, string>>;

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
  const { search, key, pathname } = useLocation();
  const read = () => {
    const params = new URLSearchParams(search);
    return Object.fromEntries(names.map((name) => [name, params.get(name) ?? ""])) as Values<K>;
  };
  const [values, setValues] = useState(read);
  const [followed, setFollowed] = useState(key);
  if (followed !== key) {
    setFollowed(key);
    setValues(read());
  }
  useEffect(() => {
    // Not by way of the router: that would draw every page anew with each key, and meet a link that is just followed.
    const next = written(values);
    window.history.replaceState(window.history.state, "", next === "" ? pathname : `${pathname}?${next}`);
  }, [values, pathname]);
  const set = useCallback(
    (change: Partial<Values<K>>) => setValues((before) => ({ ...before, ...change })),
    [],
  );
  return [values, set];
}
