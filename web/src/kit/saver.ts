export type SaveState = "saved" | "waiting" | "saving" | "failed" | "conflict";

/** An edit that was not saved yet and the version it was made on. */
export interface Unsaved<T> {
  readonly value: T;
  readonly version: number;
}

interface Options<T, R> {
  /** The version that the value on screen was made on. */
  readonly version: number;
  readonly save: (value: T, version: number) => Promise<R>;
  /** The other version, when a save failed because somebody else saved in between. */
  readonly conflictIn: (error: unknown) => R | null;
  /** Keeps what waits somewhere safe until `forget`. */
  readonly keep: (unsaved: Unsaved<T>) => void;
  readonly forget: () => void;
  readonly onState: (state: SaveState, theirs: R | null) => void;
  /** A save that failed without a conflict. */
  readonly onError: (error: unknown) => void;
  /** Milliseconds after the last change until it is saved. */
  readonly pause: number;
}

export interface Saver<T, R> {
  readonly changed: (value: T) => void;
  /** Saves a choice between the two versions over the other one. */
  readonly settle: (value: T, theirs: R) => void;
  /** Saves what waits now. False when it could not be saved; the reason has then been told. */
  readonly flush: () => Promise<boolean>;
  /** The version of what the server holds, as far as is known here. */
  readonly version: () => number;
  /**
   * Takes over a version read from the server. False while something here is not saved, and for an older
   * version, which is an answer that was overtaken, unless going back is meant.
   */
  readonly follow: (version: number, back?: boolean) => boolean;
}

/**
 * Saves a value a moment after its last change, one request at a time, each on the version that the one before
 * brought. What could not be sent stays kept and goes with the next change or the next `flush`.
 */
export function createSaver<T, R extends { readonly version: number }>(options: Options<T, R>): Saver<T, R> {
  let version = options.version;
  let waiting: { readonly value: T } | null = null;
  let sending: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const sendOnce = async (sent: { readonly value: T }): Promise<void> => {
    options.onState("saving", null);
    try {
      const result = await options.save(sent.value, version);
      version = result.version;
      if (waiting !== sent) return;
      waiting = null;
      options.forget();
      options.onState("saved", null);
    } catch (error) {
      const theirs = options.conflictIn(error);
      if (!theirs) options.onError(error);
      options.onState(theirs ? "conflict" : "failed", theirs);
      throw error;
    }
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
    waiting = { value };
    options.keep({ value, version });
    options.onState("waiting", null);
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), options.pause);
  };
  return {
    changed,
    flush,
    settle: (value, theirs) => {
      version = theirs.version;
      changed(value);
      void flush();
    },
    version: () => version,
    follow: (next, back = false) => {
      if (waiting || sending || (next < version && !back)) return false;
      version = next;
      return true;
    },
  };
}
