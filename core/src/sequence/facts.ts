import { figureFacts, missingRole } from "../figure/index.ts";
import type { Figure, Role } from "../notation/index.ts";
import { type Dance, phraseFit } from "../time/index.ts";
import {
  type DancedFigure,
  extentOf,
  type FigureOf,
  figureItemsOf,
  roundOf,
  type Sequence,
} from "./sequence.ts";
import { type SequenceJoin, walkSequence } from "./walk.ts";
import { asOneFigure } from "./whole.ts";

/** What one role does in one round. Degrees, right turns above 0; metres, an estimate. */
export interface RoundOfRole {
  readonly role: Role;
  readonly netTurn: number;
  /** Rounds until the dancer faces the first way again; 1 when each does. */
  readonly facesAgainAfter: number;
  /** From where the dancer stood first to where they stand last, as they faced first. */
  readonly right: number;
  readonly forward: number;
}

/** One round, of the shortest or the longest way through the choices. */
export interface RoundFacts {
  readonly danced: readonly DancedFigure[];
  readonly beats: number;
  /** Whole phrases, and beats beyond them. */
  readonly phrases: number;
  readonly remainder: number;
  /** Rounds until it begins on a phrase again; 1 when each round does; `null` where nothing is danced. */
  readonly meetsAgainAfter: number | null;
  /** How long a round lasts; `null` where no tempo is set. */
  readonly seconds: number | null;
  readonly roles: readonly RoundOfRole[];
  /** Floor for the couple with elbow room, in metres; an estimate; `null` where nobody steps. */
  readonly floor: { readonly width: number; readonly depth: number } | null;
  /** All steps of the round as one figure; `null` where nobody steps. */
  readonly whole: Figure | null;
}

/** A role whose steps were never written in some figures. */
export interface Unwritten {
  readonly role: "leader" | "follower";
  readonly figureIds: readonly string[];
}

/** What follows from a sequence. */
export interface SequenceFacts {
  readonly least: RoundFacts;
  readonly most: RoundFacts;
  readonly joins: readonly SequenceJoin[];
  /** Whether all joins fit and every figure is there. */
  readonly fits: boolean;
  /** Of a dance for two: roles whose steps were never written, so that nothing can be said of the couple there. */
  readonly unwritten: readonly Unwritten[];
  /** Ids of figures that are not there any more, or have no steps. */
  readonly missing: readonly string[];
  /** How many figures it names, each once. */
  readonly figures: number;
}

/**
 * What follows from one way through a sequence.
 * @param danced as `roundOf` gives it
 * @example
 * roundFacts(roundOf(SEQUENCE.items, () => BASIC), SEQUENCE, DANCE).remainder // 0
 */
export function roundFacts(
  danced: readonly DancedFigure[],
  { phraseBeats, bpm }: Pick<Sequence, "phraseBeats" | "bpm">,
  dance: Dance,
): RoundFacts {
  const whole = asOneFigure(danced);
  const beats = danced.reduce((sum, one) => sum + one.beats, 0);
  const facts = whole && figureFacts(whole, dance);
  return {
    danced,
    beats,
    phrases: Math.floor(beats / phraseBeats),
    remainder: beats % phraseBeats,
    meetsAgainAfter: beats === 0 ? null : phraseFit(beats, phraseBeats).repeats,
    seconds: bpm === null ? null : (beats * 60) / bpm,
    roles: (facts?.roles ?? []).map(({ role, netTurn, facesAgainAfter, space: { right, forward } }) => ({
      role,
      netTurn,
      facesAgainAfter,
      right,
      forward,
    })),
    floor: facts?.floor ?? null,
    whole,
  };
}

/** Roles whose steps were never written, with the figures in which they stand still. */
function unwrittenIn(ids: readonly string[], library: FigureOf): Unwritten[] {
  return (["leader", "follower"] as const).flatMap((role) => {
    const figureIds = ids.filter((id) => {
      const figure = library(id);
      return figure !== null && missingRole(figure) === role;
    });
    return figureIds.length > 0 ? [{ role, figureIds }] : [];
  });
}

/**
 * All that follows from a sequence, worked out each time: of its shortest and its longest round, and at every join.
 * @param library the steps of a figure by its id
 * @example
 * sequenceFacts(SEQUENCE, () => BASIC, DANCE).least.beats // 24
 */
export function sequenceFacts(sequence: Sequence, library: FigureOf, dance: Dance): SequenceFacts {
  const { items } = sequence;
  const of = (which: "least" | "most") =>
    roundFacts(roundOf(items, library, extentOf(items, library, which).picks), sequence, dance);
  const { joins } = walkSequence(sequence, library, dance);
  const ids = [...new Set(figureItemsOf(items).map(({ figureId }) => figureId))];
  const missing = ids.filter((id) => library(id) === null);
  return {
    least: of("least"),
    most: of("most"),
    joins,
    fits: missing.length === 0 && joins.every(({ fits }) => fits),
    missing,
    unwritten: dance.alone ? [] : unwrittenIn(ids, library),
    figures: ids.length,
  };
}
