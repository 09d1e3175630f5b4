/** A value with what it was before and what was taken back. */
export interface Undoable<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
}

/**
 * A value of which no change is kept yet.
 * @example
 * undoable(1) // { past: [], present: 1, future: [] }
 */
export const undoable = <T>(present: T): Undoable<T> => ({ past: [], present, future: [] });

/**
 * A new state; what had been taken back is given up.
 * @example
 * change(undoable(1), 2).present // 2
 */
export const change = <T>({ past, present }: Undoable<T>, next: T): Undoable<T> => ({
  past: [...past, present],
  present: next,
  future: [],
});

/**
 * One change back; the same where there is none.
 * @example
 * undo(change(undoable(1), 2)).present // 1
 */
export function undo<T>(edits: Undoable<T>): Undoable<T> {
  const before = edits.past.at(-1);
  if (before === undefined) return edits;
  return { past: edits.past.slice(0, -1), present: before, future: [edits.present, ...edits.future] };
}

/**
 * One change forward again; the same where there is none.
 * @example
 * redo(undo(change(undoable(1), 2))).present // 2
 */
export function redo<T>(edits: Undoable<T>): Undoable<T> {
  const [next, ...future] = edits.future;
  if (next === undefined) return edits;
  return { past: [...edits.past, edits.present], present: next, future };
}
