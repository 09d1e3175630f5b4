/** A value with what it was before and what was taken back. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
}

/**
 * A history that begins with what is there now.
 * @example
 * startHistory(1) // { past: [], present: 1, future: [] }
 */
export const startHistory = <T>(present: T): History<T> => ({ past: [], present, future: [] });

/**
 * A new state; what had been taken back is given up.
 * @example
 * change(startHistory(1), 2).present // 2
 */
export const change = <T>({ past, present }: History<T>, next: T): History<T> => ({
  past: [...past, present],
  present: next,
  future: [],
});

/**
 * One change back; the same history where there is none.
 * @example
 * undo(change(startHistory(1), 2)).present // 1
 */
export function undo<T>(history: History<T>): History<T> {
  const before = history.past.at(-1);
  if (before === undefined) return history;
  return { past: history.past.slice(0, -1), present: before, future: [history.present, ...history.future] };
}

/**
 * One change forward again; the same history where there is none.
 * @example
 * redo(undo(change(startHistory(1), 2))).present // 2
 */
export function redo<T>(history: History<T>): History<T> {
  const [next, ...future] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.present], present: next, future };
}
