import type { Work } from "../plan/index.ts";

/** What a timed part of a lesson is for, in the order a lesson runs. */
export const SEGMENT_KINDS = [
  "warm-up",
  "carry-over",
  "return",
  "deepen",
  "new",
  "contrast",
  "practice",
  "wrap",
  "own",
] as const;
/** One of `SEGMENT_KINDS`. */
export type SegmentKind = (typeof SEGMENT_KINDS)[number];

/** How a kind of part is called in a lesson. */
export const SEGMENT_NAMES: Readonly<Record<SegmentKind, string>> = {
  "warm-up": "Warm-up",
  "carry-over": "Carried over",
  return: "Comes back",
  deepen: "Go deeper",
  new: "New",
  contrast: "Tell apart",
  practice: "Dance it",
  wrap: "Wrap",
  own: "Own part",
};

/** The title of the minutes that a plan leaves over. */
export const NOTHING_PLANNED = "Nothing planned yet";

/**
 * Whether a part only stands for minutes that are left over: they give way before anything that is planned.
 * @example
 * isEmpty({ kind: "own", title: NOTHING_PLANNED }) // true
 */
export const isEmpty = ({ kind, title }: { readonly kind: SegmentKind; readonly title?: string }): boolean =>
  kind === "own" && title === NOTHING_PLANNED;

/** A timed part of a lesson. */
export interface Segment {
  readonly kind: SegmentKind;
  readonly title: string;
  readonly figureId: string | null;
  /** The look-alikes that are told apart, or the chain that is danced, in order. */
  readonly withIds: readonly string[];
  /** The sequence that is taught here, or a part of it; `null` for none. */
  readonly sequenceId: string | null;
  /** What is worked on, in order, as planned; `minutes` is what the lesson gives it. */
  readonly layers: readonly { readonly layer: Work; readonly minutes: number }[];
  /** Whole minutes, at least 1. */
  readonly minutes: number;
  /** Keeps its minutes while others give way. */
  readonly locked: boolean;
  /** What must be said here, whatever else is cut. */
  readonly cautions: readonly string[];
}

/** What became of a segment in class. */
export const COVERED = ["done", "part", "not-done"] as const;
/** One of `COVERED`. */
export type Covered = (typeof COVERED)[number];

/** How it is said what became of a part. */
export const COVERED_NAMES: Readonly<Record<Covered, string>> = {
  done: "done",
  part: "part done",
  "not-done": "not done",
};

/**
 * What each part is called where nothing else tells them apart, no two alike: parts of one title also by what is done
 * in them, and if need be by their number.
 * @example
 * partNames([{ title: "Window", kind: "carry-over" }, { title: "Window", kind: "deepen" }]) // ["Window, carried over", "Window, go deeper"]
 */
export function partNames(parts: readonly Pick<Segment, "title" | "kind">[]): string[] {
  const titled = (title: string) => parts.filter((part) => part.title === title).length;
  const taken = new Set<string>();
  return parts.map(({ title, kind }) => {
    const plain = titled(title) === 1 ? title : `${title}, ${SEGMENT_NAMES[kind].toLowerCase()}`;
    let name = plain;
    for (let number = 2; taken.has(name); number++) name = `${plain} (${number})`;
    taken.add(name);
    return name;
  });
}

/**
 * The minutes of all parts together.
 * @example
 * totalMinutes([{ minutes: 5 }, { minutes: 7 }]) // 12
 */
export const totalMinutes = (segments: readonly Pick<Segment, "minutes">[]): number =>
  segments.reduce((sum, { minutes }) => sum + minutes, 0);

/**
 * The parts that are kept, the first of which also says the cautions of those that fall out: a caution is never lost
 * with the minutes of its figure.
 * @example
 * sayFirst([{ cautions: [] }], [{ cautions: ["Ask first."] }]) // [{ cautions: ["Ask first."] }]
 */
export function sayFirst<T extends Pick<Segment, "cautions">>(
  kept: readonly T[],
  dropped: readonly Pick<Segment, "cautions">[],
): T[] {
  const lost = dropped.flatMap(({ cautions }) => cautions);
  return kept.map((one, at) =>
    at === 0 && lost.length > 0 ? { ...one, cautions: [...new Set([...one.cautions, ...lost])] } : one,
  );
}
