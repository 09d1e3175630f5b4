import type { Ticks } from "../time/index.ts";
import type { Action, Direction, Role } from "./words.ts";

export type Foot = "L" | "R" | "both";

/** A turn of the body during a step: its sense and its size in degrees, above 0. */
export interface Turn {
  readonly sense: "L" | "R";
  readonly degrees: number;
}

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

/** A figure as written: its length and what each role does. A mirrored follower is derived, not written. */
export interface Figure {
  readonly length: Ticks;
  readonly parts: Readonly<Partial<Record<Role, readonly Step[]>>>;
  readonly followerMirrors: boolean;
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

/** A fault as one sentence. */
export const faultText = (fault: Fault): string =>
  `${fault.found === "" ? "Something is missing here" : `“${fault.found}” cannot stand here`}: expected ${fault.expected}.${
    fault.suggestion ? ` Did you mean “${fault.suggestion}”?` : ""
  }`;
