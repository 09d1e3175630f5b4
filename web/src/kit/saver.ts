import type { Difference, Merged } from "./merge.ts";

export type SaveState = "saved" | "waiting" | "saving" | "failed" | "conflict";

/** An edit that was not saved yet, the version it was made on, and what that version said. */
export interface Unsaved<T> {
  readonly value: T;
  readonly version: number;
  /** Missing in what was kept by an older build. */
  readonly base?: T | undefined;
}

/** Who saved something else meanwhile, and when; nobody's name where it is not known. */
export interface Changed {
  readonly by: string;
  readonly at: string;
}

/** The other version that a save met. */
export interface Met<R> {
  readonly theirs: R;
  readonly changed: Changed | undefined;
}

/** What both changed, each in their own way, and so has to be asked. */
export interface Conflict {
  readonly differences: readonly Difference[];
  readonly changed: Changed | undefined;
}

interface Options<T, R> {
  /** What is on screen was made from this. */
  readonly start: Unsaved<T>;
  readonly save: (value: T, version: number) => Promise<R>;
  /** The other version, when a save failed because somebody else saved in between. */
  readonly conflictIn: (error: unknown) => Met<R> | null;
  /** What of an answer is edited. */
  readonly contentOf: (answer: R) => T;
  readonly merge: (base: T | undefined, mine: T, theirs: T) => Merged<T>;
  /** Both versions went together without a question; this is what is being saved now. */
  readonly onMerged: (value: T, changed: Changed | undefined) => void;
  /** Keeps what waits somewhere safe until `forget`. */
  readonly keep: (unsaved: Unsaved<T>) => void;
  readonly forget: () => void;
  readonly onState: (state: SaveState, conflict: Conflict | null) => void;
  /** A save that failed without a conflict. */
  readonly onError: (error: unknown) => void;
  /** Milliseconds after the last change until it is saved. */
  readonly pause: number;
}

export interface Saver<T> {
  readonly changed: (value: T) => void;
  /** Ends a conflict: theirs for what is named, mine for the rest. Gives what is saved now. */
  readonly settle: (theirs: ReadonlySet<string>) => T | null;
  /** Saves what waits now. False when it could not be saved; the reason has then been told. */
  readonly flush: () => Promise<boolean>;
  /** The version of what the server holds, as far as is known here. */
  readonly version: () => number;
  /**
   * Takes over what was read from the server. False while something here is not saved, and for an older version,
   * which is an answer that was overtaken.
   */
  readonly follow: (value: T, version: number) => boolean;
}

/**
 * Saves a value a moment after its last change, one request at a time, each on the version that the one before
 * brought. What could not be sent stays kept and goes with the next change or the next `flush`. When somebody else
 * saved in between, both changes are put together; only what both changed, each another way, is asked.
 */
export function createSaver<T, R extends { readonly version: number }>(options: Options<T, R>): Saver<T> {
  let { version, base } = options.start;
  let waiting: { readonly value: T } | null = null;
  let sending: Promise<void> | null = null;
  let met: Met<R> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const wait = (value: T): void => {
    waiting = { value };
    options.keep({ value, version, base });
  };
  /** From here on an edit is one of this version. */
  const buildOn = (theirs: R): void => {
    version = theirs.version;
    base = options.contentOf(theirs);
    met = null;
  };
  /** Puts both versions together. @throws when something has to be asked */
  const meet = (other: Met<R>, mine: T, error: unknown): void => {
    const { conflicts, take } = options.merge(base, mine, options.contentOf(other.theirs));
    if (conflicts.length > 0) {
      met = other;
      options.onState("conflict", { differences: conflicts, changed: other.changed });
      throw error;
    }
    const value = take(new Set());
    buildOn(other.theirs);
    wait(value);
    options.onMerged(value, other.changed);
  };
  const sendOnce = async (sent: { readonly value: T }): Promise<void> => {
    options.onState("saving", null);
    try {
      const result = await options.save(sent.value, version);
      version = result.version;
      base = sent.value;
      met = null;
    } catch (error) {
      const other = options.conflictIn(error);
      if (other) return meet(other, (waiting ?? sent).value, error);
      options.onError(error);
      options.onState("failed", null);
      throw error;
    }
    if (waiting !== sent) return;
    waiting = null;
    options.forget();
    options.onState("saved", null);
  };
  const flush = async (): Promise<boolean> => {
    clearTimeout(timer);
    try {
      await sending;
      while (waiting) {
        sending ??= sendOnce(waiting).finally(() => {
          sending = null;
        });
        await sending;
      }
      return true;
    } catch {
      return false;
    }
  };
  const changed = (value: T): void => {
    wait(value);
    if (!met) options.onState("waiting", null);
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), options.pause);
  };
  return {
    changed,
    flush,
    settle: (theirs) => {
      if (!met || !waiting) return null;
      const value = options.merge(base, waiting.value, options.contentOf(met.theirs)).take(theirs);
      buildOn(met.theirs);
      changed(value);
      void flush();
      return value;
    },
    version: () => version,
    follow: (value, next) => {
      if (waiting || sending || next < version) return false;
      [version, base] = [next, value];
      return true;
    },
  };
}
