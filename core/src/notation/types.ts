import type { Ticks } from "../time/index.ts";
import type { Action, Direction, Role } from "./words.ts";

/** How a follower's steps follow from the leader's; see `oppositeSteps` and `imageSteps`. */
export type FollowerBy = "opposite" | "image";

/** The foot that acts: left, right, or both at once. */
export type Foot = "L" | "R" | "both";

/** A turn of the body during a step: its sense and its size in degrees, above 0. */
export interface Turn {
  readonly sense: "L" | "R";
  readonly degrees: number;
  /** The body turns before the foot goes, so that the step goes where the dancer faces after the turn. */
  readonly first?: true;
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
  /** Feet, sides and senses of turns exchanged. */
  readonly otherSide?: true;
  /** How often it is danced, one after the other; once without it. */
  readonly times?: number;
}

/** Steps that were written as an element: which of the role's steps it made, and on which foot it began. */
export interface SaidElement {
  /** The element's name, as its dance has it. */
  readonly name: string;
  /** Its count, in ticks from count 1. */
  readonly onset: Ticks;
  /** The onset of its first step, and how many steps it has. */
  readonly from: Ticks;
  readonly steps: number;
  readonly foot: "L" | "R";
  /** Where it was said to go. */
  readonly direction?: Direction;
  /** A turn that was said with it, done on its last step. */
  readonly turn?: Turn;
  readonly size?: Step["size"];
}

/** A line that is only for those who read the text. */
export interface Comment {
  /** The role among whose steps it stands; `null` before the first role. */
  readonly role: Role | null;
  /** The onset of the step that it stands before; `null` behind the last. */
  readonly before: Ticks | null;
  readonly text: string;
}

/** A step of an element, as it is danced from the left foot. */
export interface ElementStep extends Pick<Step, "onset" | "foot" | "action" | "direction" | "turn" | "size"> {
  /** It goes where the element is said to go; without that, as it is written. */
  readonly goes?: true;
}

/** One way in which an element is danced. */
export interface ElementWay {
  readonly length: Ticks;
  readonly steps: readonly ElementStep[];
}

/** A named piece of footwork that many figures hold. */
export interface Element {
  readonly name: string;
  readonly otherNames: readonly string[];
  /** The first is the one that is written; the others are known by the same name. */
  readonly ways: readonly ElementWay[];
  /** The dance has usual words for the same: this name is read, and said only where they do not do, or not at all. */
  readonly said?: "rarely" | "never";
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
 * A figure: its length and what each role does. A follower by rule is derived, not written. In a composed figure the
 * steps are already put together, and those of elements are written out.
 */
export interface Figure {
  readonly length: Ticks;
  readonly steps: Readonly<Partial<Record<Role, readonly Step[]>>>;
  /** The rule by which the follower's steps follow from the leader's; without it they are written. */
  readonly followerBy?: FollowerBy;
  /** Danced in one's own time: the counts are only an order. */
  readonly free?: true;
  readonly composition?: Composition;
  /** Which of the written steps were said as elements, in order. */
  readonly said?: Readonly<Partial<Record<Role, readonly SaidElement[]>>>;
  readonly comments?: readonly Comment[];
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
  /** What is asked, where nothing is wrong and something is left open. */
  readonly question?: string;
}

/** One way in which a stretch may be meant: what would be written in its place, and what that comes to. */
export interface DoubtChoice {
  readonly text: string;
  readonly steps: number;
  readonly beats: number;
}

/** Something that was read in the likeliest way and may be meant otherwise. Lines and columns count from 1. */
export interface Doubt extends Pick<Fault, "line" | "column" | "length" | "found"> {
  /** As it was read first, then the other ways; each reads back without a doubt. */
  readonly choices: readonly DoubtChoice[];
}

/**
 * A fault as one sentence: what to write, instead of what.
 * @example
 * faultText({ found: "sied", expected: "an action", suggestion: "side" })
 * // "Write an action instead of “sied”. Did you mean “side”?"
 */
export const faultText = ({ found, expected, suggestion, question }: Fault): string =>
  question ??
  `${found === "" ? `Write ${expected} here` : `Write ${expected} instead of “${found}”`}.${
    suggestion ? ` Did you mean “${suggestion}”?` : ""
  }`;
