import { countStructure, figureFacts } from "../figure/index.ts";
import { holdNamed } from "../hold/index.ts";
import { type KnownFigure, newMaterial } from "../likeness/index.ts";
import { type Figure, stepsOf, writtenRoles } from "../notation/index.ts";
import type { Dance, Tier } from "../time/index.ts";

/** What a plan reads off the steps of a figure. */
export interface PlanFacts {
  /** How it is counted; see `countStructure`. */
  readonly counts: string;
  /** Danced in one's own time: it brings no new counting. */
  readonly timed: boolean;
  readonly beats: number;
  /** Goes through a hold in which the bodies are close. */
  readonly closeHold: boolean;
  /** The fastest comfortable tempo for dancers of its level; null when it has none. */
  readonly fastestBpm: number | null;
  /** Beats in which each role has something to learn, given what it needs. */
  readonly newBeats: Readonly<Record<string, number>>;
  /** The steps themselves, to see what flows into what. */
  readonly steps: Figure;
}

/**
 * The facts of one figure, given the steps of those it needs.
 * @example
 * planFacts(BASIC, 1, DANCE, []).fastestBpm // 200
 */
export function planFacts(
  steps: Figure,
  tier: Tier,
  dance: Dance,
  needed: readonly KnownFigure[],
): PlanFacts {
  const { beats, fastestBpm, timed } = figureFacts(steps, dance);
  const holds = writtenRoles(steps).flatMap((role) => stepsOf(steps, role).flatMap(({ hold }) => hold ?? []));
  const { byRole } = newMaterial(steps, needed);
  return {
    counts: countStructure(steps),
    timed,
    beats,
    closeHold: holds.some((name) => holdNamed(name, dance.holds)?.close === true),
    fastestBpm: fastestBpm?.[tier] ?? null,
    newBeats: Object.fromEntries(Object.entries(byRole).map(([role, material]) => [role, material.newBeats])),
    steps,
  };
}
