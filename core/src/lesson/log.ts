import { LAYERS, type Layer } from "../figure/index.ts";
import { COVERED, type Covered } from "./segment.ts";

/**
 * What is noted in class, or corrected later. Each kind is about one thing: a mark and spent minutes about a part,
 * attendance and waiting about a student, a remark about itself, a promise that was kept about its remark, the end about
 * the class.
 */
export const NOTED = ["mark", "spent", "attendance", "remark", "waited", "fulfilled", "ended"] as const;
/** One of `NOTED`. */
export type Noted = (typeof NOTED)[number];

/** What a remark is for, so that the handover can sort it. */
export const REMARK_KINDS = ["note", "struggled", "promised"] as const;
/** One of `REMARK_KINDS`. */
export type RemarkKind = (typeof REMARK_KINDS)[number];

/** What each kind of entry of a class log says. */
export interface NotedValues {
  readonly mark: { readonly covered: Covered; readonly reached: Layer | null };
  readonly spent: { readonly seconds: number };
  readonly attendance: { readonly present: boolean };
  readonly remark: { readonly kind: RemarkKind; readonly text: string; readonly figureId: string | null };
  /** How often a student sat out while partners changed. */
  readonly waited: { readonly times: number };
  /** What was promised in a remark is done. */
  readonly fulfilled: { readonly fulfilled: true };
  readonly ended: { readonly ended: true };
}

type EntryOf<K extends Noted> = {
  /** Made where it is noted, so that it counts once however often it is sent. */
  readonly id: string;
  readonly kind: K;
  /** The part, the student, or the remark that it is about; `class` for the end. */
  readonly target: string;
  /** `null` takes it back. */
  readonly value: NotedValues[K] | null;
  /** The entry about the same thing that was seen when it was made; `null` when there was none. */
  readonly after: string | null;
  /** When it was noted, as an instant of ISO 8601. */
  readonly at: string;
};
/** One line of a class log. */
export type LogEntry = { readonly [K in Noted]: EntryOf<K> }[Noted];

/** What became of an entry: it counts, it says what is said already, or somebody else had noted something else. */
export const OUTCOMES = ["kept", "same", "conflict"] as const;
/** One of `OUTCOMES`. */
export type Outcome = (typeof OUTCOMES)[number];

/** The last word on one thing, and every entry that said it. */
interface LastWord {
  readonly entry: LogEntry;
  readonly ids: readonly string[];
}

/** The last word on each thing, by kind and target. */
export type ClassLog = ReadonlyMap<string, LastWord>;

const subjectOf = ({ kind, target }: Pick<LogEntry, "kind" | "target">): string => `${kind} ${target}`;

/** Values are plain and flat, so their fields tell whether they say the same. */
function saysSame(one: LogEntry["value"], other: LogEntry["value"]): boolean {
  if (one === null || other === null) return one === other;
  const [mine, theirs] = [Object.entries(one), new Map(Object.entries(other))];
  return mine.length === theirs.size && mine.every(([name, value]) => theirs.get(name) === value);
}

/**
 * Whether an entry counts. It does when it was made in sight of the last word on its thing; one that says the same
 * as the last word is no conflict either.
 * @example
 * judgeEntry(readLog([]), { id: "1", kind: "attendance", target: "ana", value: { present: true }, after: null, at: "2027-02-01T19:00:00Z" })
 * // "kept"
 */
export function judgeEntry(log: ClassLog, entry: LogEntry): Outcome {
  const last = log.get(subjectOf(entry));
  if (saysSame(last?.entry.value ?? null, entry.value)) return "same";
  const seen = !last || (entry.after !== null && last.ids.includes(entry.after));
  return seen ? "kept" : "conflict";
}

/**
 * The log after some entries in the order in which they came; those that meet another's word change nothing.
 * @example
 * readLog([]).size // 0
 */
export function readLog(entries: readonly LogEntry[], before: ClassLog = new Map()): ClassLog {
  const log = new Map(before);
  for (const entry of entries) {
    const outcome = judgeEntry(log, entry);
    const subject = subjectOf(entry);
    const last = log.get(subject);
    if (outcome === "kept") log.set(subject, { entry, ids: [entry.id] });
    if (outcome === "same" && last) log.set(subject, { ...last, ids: [...last.ids, entry.id] });
  }
  return log;
}

/**
 * The last entry about one thing, to make the next one after; `null` when there is none.
 * @example
 * lastEntry(readLog([]), "ended", "class") // null
 */
export const lastEntry = (log: ClassLog, kind: Noted, target: string): LogEntry | null =>
  log.get(subjectOf({ kind, target }))?.entry ?? null;

/**
 * The last word on one thing; `null` when nothing is noted or it was taken back.
 * @example
 * notedAt(readLog([{ id: "1", kind: "waited", target: "ana", value: { times: 2 }, after: null, at: "2027-02-01T19:00:00Z" }]), "waited", "ana")
 * // { times: 2 }
 */
export function notedAt<K extends Noted>(log: ClassLog, kind: K, target: string): NotedValues[K] | null {
  return (lastEntry(log, kind, target)?.value as NotedValues[K] | null | undefined) ?? null;
}

/**
 * The remarks of a class, in the order noted.
 * @example
 * remarksOf(readLog([])) // []
 */
export const remarksOf = (log: ClassLog): (NotedValues["remark"] & { readonly id: string })[] =>
  [...log.values()].flatMap(({ entry }) =>
    entry.kind === "remark" && entry.value ? [{ id: entry.target, ...entry.value }] : [],
  );

/**
 * What was promised to a class and is not done yet, in the order noted.
 * @returns of each its remark's id and words
 * @example
 * openPromises(readLog([{ id: "1", kind: "remark", target: "r", value: { kind: "promised", text: "A song", figureId: null },
 *   after: null, at: "2027-02-01T19:00:00Z" }])) // [{ id: "r", text: "A song" }]
 */
export const openPromises = (log: ClassLog): { readonly id: string; readonly text: string }[] =>
  remarksOf(log)
    .filter(({ id, kind }) => kind === "promised" && notedAt(log, "fulfilled", id) === null)
    .map(({ id, text }) => ({ id, text }));

/**
 * Whether somebody was in class: who is not noted as missing was.
 * @example
 * wasHere(readLog([]), "ana") // true
 */
export const wasHere = (log: ClassLog, studentId: string): boolean =>
  notedAt(log, "attendance", studentId)?.present !== false;

/**
 * The deepest layer that a part's mark speaks of: the one said, or the last of one done, the first of one begun.
 * @example
 * reachedLayer({ covered: "done", reached: null }, [{ layer: "steps" }, { layer: "rhythm" }]) // "rhythm"
 */
export function reachedLayer(
  mark: NotedValues["mark"] | null,
  layers: readonly { readonly layer: string }[],
): Layer | null {
  if (!mark || mark.covered === "not-done") return null;
  if (mark.reached) return mark.reached;
  const worked = LAYERS.filter((layer) => layers.some((one) => one.layer === layer));
  const inOrder = layers.flatMap(({ layer }) => worked.find((one) => one === layer) ?? []);
  return (mark.covered === COVERED[0] ? inOrder.at(-1) : inOrder[0]) ?? null;
}
