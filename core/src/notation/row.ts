import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import type { RhythmBeats } from "./read-count.ts";
import type { ItemContext } from "./read-extras.ts";
import type { Item } from "./read-item.ts";
import type { Token } from "./scan.ts";
import type { Element } from "./types.ts";

/** Something of a role in its time, in the order of the text. */
export type Placed = {
  /** The count as it stands in the text, or the word that is danced there. */
  readonly at: Token;
  readonly onset: Ticks;
} & (
  | {
      readonly kind: "item";
      readonly item: Item;
      /** Onsets that were written for each of its steps. */
      readonly onsets?: readonly Ticks[];
    }
  | { readonly kind: "omit" }
  /** All before it in this role, once more on the other side. */
  | { readonly kind: "other-side" }
  | { readonly kind: "comment"; readonly text: string }
);

/** What was read of one role so far. */
export interface RoleRow {
  readonly placed: Placed[];
  /** Whether something stands in the text, even if it cannot be read. */
  tried: boolean;
  /** Whether its steps are placed by S and Q or by numbers; null before the first count. */
  byRhythm: boolean | null;
  /** The last beat number read, 0 before the first. */
  beat: number;
  /** Where what was read so far ends; what stands without a count begins there. */
  end: Ticks;
  /** Some of it has no count of its own. */
  uncounted: boolean;
  /** An element that was said last, while what follows may only spell its steps out. */
  spelling: Spelling | null;
}

/** An element of which the steps are said as well: `rock, recover`. */
export interface Spelling {
  readonly element: Element;
  readonly place: Placed & { readonly kind: "item" };
  /** How many of its steps were said, the first by its name. */
  said: number;
  last: Token;
}

/** A role before anything is read of it. */
export const emptyRow = (): RoleRow => ({
  placed: [],
  tried: false,
  byRhythm: null,
  beat: 0,
  end: 0,
  uncounted: false,
  spelling: null,
});

/** What reading takes of the dance for a row of steps. */
export interface RowContext extends ItemContext {
  /** Beats to the bar, where it is known. */
  readonly meter?: number | undefined;
  readonly rhythm: RhythmBeats;
  /** Whether `&` and `a` lie at two thirds of the beat. */
  readonly swung: boolean;
}

/** A count with the moment that it says. */
export interface Counted {
  readonly at: Token;
  readonly onset: Ticks;
}

/** Where the next beat begins. */
export const nextBeat = (onset: Ticks): Ticks => (Math.floor(onset / TICKS_PER_BEAT) + 1) * TICKS_PER_BEAT;
