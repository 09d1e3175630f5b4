import { type DBSchema, type IDBPDatabase, openDB } from "idb";

/** Who noted something. Only they send it, so that nobody's word goes out under another name. */
export interface Author {
  readonly id: string;
  readonly name: string;
}

/**
 * An entry on this device: one that waits to be sent, one that met another's word and is to be settled, or one that
 * the studio could not take. It leaves only when the studio has it or the person decided.
 */
export type Queued<Entry, Place extends object> = Place & {
  /** The order in which things were noted. */
  readonly order: number;
  readonly by: Author;
  readonly entry: Entry;
  readonly state: "waiting" | "conflict" | "refused";
  readonly why: string | null;
};

/** What became of an entry that is held. */
export interface SendOutcome {
  readonly order: number;
  readonly state: "waiting" | "conflict" | "refused" | "gone";
  readonly why: string | null;
}

/** What is noted on this device, until the studio has it. */
export interface Outbox<Entry, Place extends object> {
  /** Everything held on this device, in the order in which it was noted. */
  readonly queued: () => Promise<Queued<Entry, Place>[]>;
  /** Keeps entries on this device; they are safe once this resolves. */
  readonly enqueue: (place: Place, by: Author, entries: readonly Entry[]) => Promise<void>;
  /** Takes over what became of entries that were sent: kept ones go, the others stay with the reason. */
  readonly settle: (became: readonly SendOutcome[]) => Promise<void>;
  /** Lets go of one entry, once the person decided what becomes of it. */
  readonly drop: (held: { readonly order: number }) => Promise<void>;
  /** Calls back whenever what is held here changes, also from another page; gives the way to stop. */
  readonly onChange: (listener: () => void) => () => void;
}

interface Schema extends DBSchema {
  entries: { key: number; value: { order?: number; [field: string]: unknown } };
}

/**
 * Opens what is kept on this device under a name.
 * @param name of its database; another one for each sort of entries
 */
export function openOutbox<Entry, Place extends object>(name: string): Outbox<Entry, Place> {
  let opened: Promise<IDBPDatabase<Schema>> | undefined;
  const open = () => {
    opened ??= openDB<Schema>(name, 1, {
      upgrade: (db) => void db.createObjectStore("entries", { keyPath: "order", autoIncrement: true }),
    });
    return opened;
  };
  const listeners = new Set<() => void>();
  const channel = new BroadcastChannel(`${name}-outbox`);
  const call = () => {
    for (const listener of listeners) listener();
  };
  channel.onmessage = call;
  const tell = () => {
    channel.postMessage("changed");
    call();
  };
  const settle: Outbox<Entry, Place>["settle"] = async (became) => {
    const transaction = (await open()).transaction("entries", "readwrite");
    for (const { order, state, why } of became) {
      const held = await transaction.store.get(order);
      if (!held) continue;
      if (state === "gone") await transaction.store.delete(order);
      else await transaction.store.put({ ...held, state, why });
    }
    await transaction.done;
    tell();
  };
  return {
    queued: async () => (await (await open()).getAll("entries")) as unknown as Queued<Entry, Place>[],
    enqueue: async (place, { id, name: who }, entries) => {
      const transaction = (await open()).transaction("entries", "readwrite", { durability: "strict" });
      for (const entry of entries)
        await transaction.store.add({ ...place, by: { id, name: who }, entry, state: "waiting", why: null });
      await transaction.done;
      tell();
    },
    settle,
    drop: ({ order }) => settle([{ order, state: "gone", why: null }]),
    onChange: (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
  };
}
