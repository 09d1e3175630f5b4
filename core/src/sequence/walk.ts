import { carryOn, type DancerState, join, stateIn } from "../figure/index.ts";
import type { Figure } from "../notation/index.ts";
import type { Dance } from "../time/index.ts";
import { type FigureOf, type Sequence, type SequenceItem, stepsOfItem } from "./sequence.ts";

/** Where one figure of a sequence ends: which, and how the dancers stood as it began. */
export interface Tail {
  /** The id of the item. */
  readonly id: string;
  /** `null` where the figure is not there, so that nothing is known of where it ends. */
  readonly figure: Figure | null;
  readonly begun: DancerState;
}

/** Two items of a sequence that follow each other in at least one way through it. */
export interface SequenceJoin {
  readonly from: string;
  readonly to: string;
  readonly fits: boolean;
  /** Why not, a sentence each; of several ways to come here all that do not fit. */
  readonly reasons: readonly string[];
  /** Whether it is the way back from the end to the beginning. */
  readonly round: boolean;
}

/** How a sequence holds together. */
export interface Walk {
  readonly joins: readonly SequenceJoin[];
  /** What may come before each item, by its id; nothing before the first. */
  readonly before: ReadonlyMap<string, readonly Tail[]>;
  /** What the sequence may end with. */
  readonly ends: readonly Tail[];
}

type Holds = Pick<Dance, "holds">;

/** So many different ways to stand before one item are told apart. */
const MOST_TAILS = 24;

const NOWHERE: DancerState = { hold: null, free: {}, facing: {} };

/**
 * How the dancers stand after a figure of a sequence; nothing is known of it where the figure is not there.
 * @example
 * standAfter(TAIL, DANCE).hold // "open one-hand"
 */
export const standAfter = ({ figure, begun }: Tail, dance: Holds): DancerState =>
  figure ? carryOn(figure, dance, begun) : NOWHERE;

function distinct(tails: readonly Tail[]): Tail[] {
  const seen = new Map<string, Tail>();
  for (const tail of tails) {
    const key = `${tail.id} ${JSON.stringify(tail.begun)}`;
    if (!seen.has(key)) seen.set(key, tail);
  }
  return [...seen.values()].slice(0, MOST_TAILS);
}

/**
 * Dances a sequence through, every way of its choices, and a second round where it goes round, since a figure that says no
 * hold is danced in the one that is in force.
 * @param figureOf the steps of a figure by its id
 * @example
 * walkSequence(SEQUENCE, () => BASIC, DANCE).joins.every(({ fits }) => fits) // true
 */
export function walkSequence(
  { items, loops }: Pick<Sequence, "items" | "loops">,
  figureOf: FigureOf,
  dance: Holds,
): Walk {
  const joins = new Map<string, SequenceJoin>();
  const before = new Map<string, readonly Tail[]>();
  const note = (from: Tail, to: string, next: Figure, isRound: boolean): void => {
    if (!from.figure) return;
    const { fits, reasons } = join(from.figure, next, dance, from.begun);
    const key = `${from.id} ${to}`;
    const known = joins.get(key);
    joins.set(key, {
      from: from.id,
      to,
      fits: fits && (known?.fits ?? true),
      reasons: [...new Set([...(known?.reasons ?? []), ...reasons])],
      round: known?.round ?? isRound,
    });
  };
  const places = new Map<string, number>();
  const danceItem = (item: Extract<SequenceItem, { kind: "figure" }>, tails: readonly Tail[]): Tail[] => {
    if (!places.has(item.id)) places.set(item.id, places.size);
    const figure = stepsOfItem(item, figureOf);
    before.set(item.id, distinct([...(before.get(item.id) ?? []), ...tails]));
    if (!figure) return [{ id: item.id, figure: null, begun: NOWHERE }];
    const place = places.get(item.id) ?? 0;
    for (const tail of tails) note(tail, item.id, figure, (places.get(tail.id) ?? 0) > place);
    let now = distinct(
      tails.length === 0
        ? [{ id: item.id, figure, begun: stateIn(figure, dance) }]
        : tails.map((tail) => ({ id: item.id, figure, begun: standAfter(tail, dance) })),
    );
    for (let time = 1; time < item.times; time++) {
      for (const tail of now) note(tail, item.id, figure, false);
      const next = distinct(now.map((tail) => ({ id: item.id, figure, begun: standAfter(tail, dance) })));
      if (JSON.stringify(next) === JSON.stringify(now)) break;
      now = next;
    }
    return now;
  };
  const follow = (list: readonly SequenceItem[], tails: readonly Tail[]): readonly Tail[] =>
    list.reduce<readonly Tail[]>((now, item) => {
      if (item.kind === "figure") return danceItem(item, now);
      const ways = item.ways.map((way) => follow(way, now));
      return distinct([...ways.flat(), ...(item.optional ? now : [])]);
    }, tails);
  const first = follow(items, []);
  const ends = loops ? follow(items, first) : first;
  return { joins: [...joins.values()], before, ends: distinct([...first, ...ends]) };
}
