import type { Ticks } from "../time/index.ts";
import type { Action, Direction, Role } from "./words.ts";

/** The foot that acts: left, right, or both at once. */
export type Foot = "L" | "R" | "both";

/** A turn of the body during a step: its sense and its size in degrees, above 0. */
export interface Turn {
  readonly sense: "L" | "R";
  readonly degrees: number;
}

/** One action at one time. Onsets in ticks from count 1; below 0 for a pick-up. */
export interface Step {
  /** When it begins, in ticks from count 1; below 0 for a pick-up. */
  readonly onset: Ticks;
  /** `null` for an action of the whole body. */
  readonly foot: Foot | null;
  readonly action: Action;
  readonly direction?: Direction;
  readonly turn?: Turn;
  readonly size?: "small" | "long";
  /** The hold the couple is in from here on. */
  readonly hold?: string;
  /** The signal the leader gives. */
  readonly lead?: string;
  readonly cue?: string;
}

/** A stretch of another figure, danced here. */
export interface Use {
  readonly name: string;
  /** First and last count of the stretch; without them, all of it. */
  readonly counts?: readonly [from: number, to: number];
  /** Only what this role does there. */
  readonly role?: "leader" | "follower";
}

/** How a figure is made of others: the stretches in order, and what is danced differently here. */
export interface Composition {
  readonly uses: readonly Use[];
  /** Steps that replace those of the stretches at the same count, or come between them. */
  readonly changes: Readonly<Partial<Record<Role, readonly Step[]>>>;
  /** Counts whose step is left out. */
  readonly omitted: Readonly<Partial<Record<Role, readonly Ticks[]>>>;
  /** Its length when one is written; otherwise it follows from the stretches. */
  readonly length?: Ticks;
  /** It says itself that it is danced in one's own time, whatever its stretches are. */
  readonly free?: true;
}

/**
 * A figure: its length and what each role does. A mirrored follower is derived, not written. In a composed
 * figure the steps are already put together.
 */
export interface Figure {
  readonly length: Ticks;
  readonly steps: Readonly<Partial<Record<Role, readonly Step[]>>>;
  readonly followerMirrors: boolean;
  /** Danced in one's own time: the counts are only an order. */
  readonly free?: true;
  readonly composition?: Composition;
}

/** Something in the text that cannot be read, with its place and a way out. Lines and columns count from 1. */
export interface Fault {
  readonly line: number;
  readonly column: number;
  /** How many characters the fault covers, at least 1. */
  readonly length: number;
  readonly found: string;
  readonly expected: string;
  readonly suggestion?: string;
}

/**
 * A fault as one sentence: what to write, instead of what.
 * @example
 * faultText({ found: "sied", expected: "an action", suggestion: "side" })
 * // "Write an action instead of “sied”. Did you mean “side”?"
 */
export const faultText = ({ found, expected, suggestion }: Fault): string =>
  `${found === "" ? `Write ${expected} here` : `Write ${expected} instead of “${found}”`}.${
    suggestion ? ` Did you mean “${suggestion}”?` : ""
  }`;
