import { change, redo, type Undoable, undo, undoable } from "@map-step/core/undo";
import { useCallback, useEffect, useMemo, useState } from "react";
import { type Autosave, unsavedOf, useAutosave } from "./autosave.ts";
import type { Merged } from "./merge.ts";

/** Something on screen with its undo history, saved as it changes. */
export interface Edited<T> {
  readonly content: T;
  readonly saving: Autosave<T>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly edit: (next: Partial<T>) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Ends a conflict: theirs for what is named. */
  readonly settle: (theirs: ReadonlySet<string>) => void;
}

interface Options<T, R> {
  /** Under which what waits to be saved is kept in this browser. */
  readonly name: string;
  /** As the server has it now. */
  readonly kept: R;
  readonly contentOf: (kept: R) => T;
  readonly save: (content: T, version: number) => Promise<R>;
  readonly merge: (base: T | undefined, mine: T, theirs: T) => Merged<T>;
}

const step = <T>(before: Undoable<T>, now: T): Undoable<T> =>
  JSON.stringify(before.present) === JSON.stringify(now) ? before : change(before, now);

/** Edits one thing: undo and redo, saving by itself, and what somebody else saves meanwhile as a step of the history. */
export function useEdited<T extends object, R extends { readonly version: number }>({
  name,
  kept,
  contentOf,
  save,
  merge,
}: Options<T, R>): Edited<T> {
  const [unsaved] = useState(() => unsavedOf<T>(name));
  const [history, setHistory] = useState<Undoable<T>>(() => undoable(unsaved?.value ?? contentOf(kept)));
  const saving = useAutosave<T, R>({
    name,
    start: unsaved ?? { value: contentOf(kept), version: kept.version, base: contentOf(kept) },
    save,
    contentOf,
    merge,
    onMerged: (value) => setHistory((before) => step(before, value)),
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  // A newer one from elsewhere, while nothing here waits to be saved, becomes a step of the history.
  useEffect(() => {
    const now = contentOf(kept);
    if (follow(now, kept.version)) setHistory((before) => step(before, now));
  }, [kept, contentOf, follow]);
  const to = useCallback(
    (next: Undoable<T>) => {
      setHistory(next);
      changed(next.present);
    },
    [changed],
  );
  return useMemo(
    () => ({
      content: history.present,
      saving,
      canUndo: history.past.length > 0,
      canRedo: history.future.length > 0,
      edit: (next) => to(change(history, { ...history.present, ...next })),
      undo: () => to(undo(history)),
      redo: () => to(redo(history)),
      settle: (theirs) => {
        const value = saving.settle(theirs);
        if (value) setHistory((before) => step(before, value));
      },
    }),
    [history, saving, to],
  );
}
