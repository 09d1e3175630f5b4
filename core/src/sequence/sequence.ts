import type { Figure } from "../notation/index.ts";
import { otherSide } from "../notation/index.ts";
import { ticksToBeats } from "../time/index.ts";
import type { Side } from "./graph.ts";
import { partOfFigure } from "./part.ts";

/** What becomes of a figure on a crowded floor: it stays, gives way where it needs too much floor, or goes first. */
export const PRIORITIES = ["keep", "usual", "leave-out"] as const;
/** One of `PRIORITIES`. */
export type Priority = (typeof PRIORITIES)[number];

/** A figure of a sequence. */
export interface FigureItem {
  readonly kind: "figure";
  /** Its own within the sequence, the same while it moves. */
  readonly id: string;
  readonly figureId: string;
  readonly side: Side;
  /** How often it is danced, one after the other; at least 1. */
  readonly times: number;
  /** The first and the last count that is danced; `null` for all of it. */
  readonly counts: readonly [from: number, to: number] | null;
  readonly priority: Priority;
  readonly note: string;
}

/** A place at which the dancer chooses. */
export interface ChoiceItem {
  readonly kind: "choice";
  readonly id: string;
  /** Whether none of the ways may be danced as well. */
  readonly optional: boolean;
  /** At least one way; each a stretch of the sequence, which may hold further choices. */
  readonly ways: readonly (readonly SequenceItem[])[];
}

/** A figure or a choice. */
export type SequenceItem = FigureItem | ChoiceItem;

/** A routine: figures one after the other, with choices left to the dancer. */
export interface Sequence {
  readonly items: readonly SequenceItem[];
  /** Whether the first follows the last. */
  readonly loops: boolean;
  /** Beats to the phrase it is to meet. */
  readonly phraseBeats: number;
  /** Beats per minute; `null` where no tempo is set. */
  readonly bpm: number | null;
}

/** The steps of a figure by its id; `null` where it is not there any more, or has none. */
export type FigureOf = (figureId: string) => Figure | null;

/** Which way of a choice is danced, by the choice's id: its index, or `null` for none of them. */
export type Picks = Readonly<Record<string, number | null>>;

/** Choices within choices go at most so deep. */
export const MOST_NESTED = 3;

/** One figure danced once, as it comes in one round. */
export interface DancedFigure {
  readonly item: FigureItem;
  /** Which time of its repeats, from 0. */
  readonly time: number;
  /** Its steps, on its side; `null` where the figure is not there. */
  readonly figure: Figure | null;
  /** The beat on which it begins, from 0. */
  readonly from: number;
  readonly beats: number;
  /** The choices that it stands in, the outermost first. */
  readonly within: readonly string[];
}

/**
 * The steps that an item dances once: on its side, only its counts; `null` where the figure is not there.
 * @example
 * stepsOfItem({ ...ITEM, side: "other" }, () => BASIC)?.length // 192
 */
export function stepsOfItem(
  { figureId, side, counts }: Pick<FigureItem, "figureId" | "side" | "counts">,
  figureOf: FigureOf,
): Figure | null {
  const whole = figureOf(figureId);
  if (whole === null) return null;
  const part = counts === null ? whole : partOfFigure(whole, counts[0], counts[1]);
  return part === null || side === "written" ? part : otherSide(part);
}

/**
 * Every choice of a sequence, those within others after them.
 * @example
 * choiceItemsOf(SEQUENCE.items).length // 0
 */
export const choiceItemsOf = (items: readonly SequenceItem[]): ChoiceItem[] =>
  items.flatMap((item) => (item.kind === "choice" ? [item, ...item.ways.flatMap(choiceItemsOf)] : []));

/**
 * All figures of items, those of every way included, in the order of the text.
 * @example
 * figureItemsOf(SEQUENCE.items).length // 2
 */
export const figureItemsOf = (items: readonly SequenceItem[]): FigureItem[] =>
  items.flatMap((item) => (item.kind === "figure" ? [item] : item.ways.flatMap(figureItemsOf)));

/** The way that is danced where nothing is picked. */
export const FIRST_WAY = 0;

/**
 * What is danced in one round, figure by figure, each repeat by itself.
 * @param picks the first way of every choice where nothing is said
 * @example
 * roundOf(SEQUENCE.items, () => BASIC).map(({ from }) => from) // [0, 8, 16]
 */
export function roundOf(
  items: readonly SequenceItem[],
  figureOf: FigureOf,
  picks: Picks = {},
): DancedFigure[] {
  const danced: DancedFigure[] = [];
  let from = 0;
  const go = (list: readonly SequenceItem[], within: readonly string[]): void => {
    for (const item of list) {
      if (item.kind === "choice") {
        const pick = picks[item.id] === undefined ? FIRST_WAY : picks[item.id];
        if (pick !== null && pick !== undefined) go(item.ways[pick] ?? [], [...within, item.id]);
        continue;
      }
      const figure = stepsOfItem(item, figureOf);
      const beats = figure ? ticksToBeats(figure.length) : 0;
      for (let time = 0; time < item.times; time++) {
        danced.push({ item, time, figure, from, beats, within });
        from += beats;
      }
    }
  };
  go(items, []);
  return danced;
}

/** Beats that items take at least or at most, with the picks that make it so. */
export interface Extent {
  readonly beats: number;
  readonly picks: Picks;
}

/**
 * The shortest and the longest round.
 * @returns beats, with the way of each choice that is in it; of several the first
 * @example
 * extentOf(SEQUENCE.items, () => BASIC, "least").beats // 24
 */
export function extentOf(
  items: readonly SequenceItem[],
  figureOf: FigureOf,
  which: "least" | "most",
): Extent {
  const sign = which === "least" ? 1 : -1;
  let beats = 0;
  const picks: Record<string, number | null> = {};
  for (const item of items) {
    if (item.kind === "figure") {
      beats += item.times * ticksToBeats(stepsOfItem(item, figureOf)?.length ?? 0);
      continue;
    }
    const ways: readonly { pick: number | null; extent: Extent }[] = [
      ...item.ways.map((way, pick) => ({ pick, extent: extentOf(way, figureOf, which) })),
      ...(item.optional ? [{ pick: null, extent: { beats: 0, picks: {} } }] : []),
    ];
    const [best] = [...ways].sort((a, b) => sign * (a.extent.beats - b.extent.beats));
    if (!best) continue;
    beats += best.extent.beats;
    Object.assign(picks, best.extent.picks, { [item.id]: best.pick });
  }
  return { beats, picks };
}
