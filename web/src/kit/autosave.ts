import { useEffect, useRef, useState } from "react";
import { isStale } from "./api.ts";
import { keptDraft, useKeepDraft } from "./kept-draft.ts";
import { createSaver, type Saver, type SaveState, type Unsaved } from "./saver.ts";
import { tellError } from "./toasts.tsx";

const PAUSE = 600;

/** What was left unsaved under a name in this browser. */
export const unsavedOf = <T>(name: string): Unsaved<T> | null => keptDraft<Unsaved<T>>(name);

interface Options<T, R> {
  readonly name: string;
  /** The version that the value on screen was made on. */
  readonly version: number;
  readonly save: (value: T, version: number) => Promise<R>;
}

export interface Autosave<T, R> extends Saver<T, R> {
  readonly state: SaveState;
  /** What somebody else saved meanwhile, while that is to be settled. */
  readonly theirs: R | null;
}

/**
 * A saver for a page: what waits is kept in this browser, goes out when the connection is back and when the
 * page is left.
 */
export function useAutosave<T, R extends { readonly version: number }>(
  options: Options<T, R>,
): Autosave<T, R> {
  const [{ state, theirs }, tell] = useState<{ state: SaveState; theirs: R | null }>({
    state: "saved",
    theirs: null,
  });
  const { keep, forget } = useKeepDraft<Unsaved<T>>(options.name);
  const save = useRef(options.save);
  save.current = options.save;
  const [saver] = useState(() =>
    createSaver<T, R>({
      version: options.version,
      save: (value, version) => save.current(value, version),
      conflictIn: (error) => (isStale(error) ? (error.problem.current as R) : null),
      keep,
      forget,
      onState: (next, other) => tell({ state: next, theirs: other }),
      onError: tellError,
      pause: PAUSE,
    }),
  );
  useEffect(() => {
    const flush = () => void saver.flush();
    window.addEventListener("online", flush);
    return () => {
      window.removeEventListener("online", flush);
      flush();
    };
  }, [saver]);
  return { ...saver, state, theirs };
}
