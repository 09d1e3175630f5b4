import type { Difference } from "../../kit/merge.ts";

/** One thing that a proposal would change, as it is now and as it would be. */
export interface ProposedChange {
  readonly key: string;
  readonly label: string;
  readonly now: string;
  readonly next: string;
  /** Somebody changed it since the proposal was begun; `now` is what they made of it. */
  readonly changedSince: boolean;
}

/** What a proposal comes to, as things are now. */
export interface Judged<T> {
  readonly changes: readonly ProposedChange[];
  /** How many of its changes are there already. */
  readonly there: number;
  /** The thing as it is now, with the named changes. */
  readonly take: (keys: ReadonlySet<string>) => T;
}

/**
 * Holds a proposal against what is there now: what it asks for, and where somebody was there meanwhile.
 * @param base as it was when the proposal was begun
 * @param differ where two versions differ, each difference with a key
 * @param merge the first version with what is named taken from the second
 */
export function judge<T>(
  base: T,
  proposed: T,
  current: T,
  differ: (one: T, other: T) => readonly Difference[],
  merge: (one: T, other: T, taken: ReadonlySet<string>) => T,
): Judged<T> {
  const asked = differ(base, proposed);
  const open = new Map(differ(current, proposed).map((one) => [one.key, one]));
  const since = new Set(differ(base, current).map(({ key }) => key));
  const changes = asked.flatMap(({ key, label }): ProposedChange[] => {
    const one = open.get(key);
    return one ? [{ key, label, now: one.mine, next: one.theirs, changedSince: since.has(key) }] : [];
  });
  return {
    changes,
    there: asked.length - changes.length,
    take: (keys) => merge(current, proposed, keys),
  };
}
