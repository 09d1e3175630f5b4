import type { LogEntryRecord } from "@map-step/contract";
import { type DBSchema, type IDBPDatabase, openDB } from "idb";

/** Which lesson something was noted in. */
export interface LessonKey {
  readonly sectionId: string;
  readonly week: number;
}

/** Who noted something. Only they send it, so that nobody's word goes out under another name. */
export interface Author {
  readonly id: string;
  readonly name: string;
}

/**
 * An entry on this device: one that waits to be sent, one that met another's word and is to be settled, or one that
 * the studio could not take. It leaves only when the studio has it or the person decided.
 */
export interface HeldEntry extends LessonKey {
  /** The order in which things were noted. */
  readonly order: number;
  readonly by: Author;
  readonly entry: LogEntryRecord;
  readonly state: "waiting" | "conflict" | "refused";
  readonly why: string | null;
}

interface Schema extends DBSchema {
  entries: { key: number; value: Omit<HeldEntry, "order"> & { order?: number } };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;
const open = () => {
  opened ??= openDB<Schema>("map-step", 1, {
    upgrade: (db) => void db.createObjectStore("entries", { keyPath: "order", autoIncrement: true }),
  });
  return opened;
};

const listeners = new Set<() => void>();
const channel = new BroadcastChannel("map-step-outbox");
channel.onmessage = () => {
  for (const listener of listeners) listener();
};

/** Tells this page and the other open pages that something changed here. */
function tell(): void {
  channel.postMessage("changed");
  for (const listener of listeners) listener();
}

/** Calls back whenever what is held on this device changes, also from another page; gives the way to stop. */
export function onOutboxChange(listener: () => void): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** Everything held on this device, in the order in which it was noted. */
export const heldEntries = async (): Promise<HeldEntry[]> =>
  (await (await open()).getAll("entries")) as HeldEntry[];

/** Keeps an entry on this device; it is safe once this resolves. */
export async function holdEntry(
  { sectionId, week }: LessonKey,
  { id, name }: Author,
  entry: LogEntryRecord,
): Promise<void> {
  const transaction = (await open()).transaction("entries", "readwrite", { durability: "strict" });
  await transaction.store.add({ sectionId, week, by: { id, name }, entry, state: "waiting", why: null });
  await transaction.done;
  tell();
}

/** Takes over what became of entries that were sent: kept ones go, the others stay with the reason. */
export async function settleEntries(
  answers: readonly {
    readonly order: number;
    readonly state: HeldEntry["state"] | "gone";
    readonly why: string | null;
  }[],
): Promise<void> {
  const transaction = (await open()).transaction("entries", "readwrite");
  for (const { order, state, why } of answers) {
    const held = await transaction.store.get(order);
    if (!held) continue;
    if (state === "gone") await transaction.store.delete(order);
    else await transaction.store.put({ ...held, state, why });
  }
  await transaction.done;
  tell();
}

/** Lets go of one entry, once the person decided what becomes of it. */
export const dropEntry = ({ order }: HeldEntry): Promise<void> =>
  settleEntries([{ order, state: "gone", why: null }]);
