import {
  apartFromOpposite,
  type Figure,
  isWeightAction,
  type Role,
  type Step,
  stepsOf,
  writtenRoles,
} from "../notation/index.ts";
import {
  type Dance,
  fastestFor,
  gcd,
  hardestOf,
  limitsOf,
  type Pace,
  type PhraseFit,
  paceOf,
  phraseFit,
  TICKS_PER_BEAT,
  TIERS,
  type Ticks,
  type Tier,
  ticksToBeats,
  withinBeat,
} from "../time/index.ts";
import { type FootFault, followFeet } from "./feet.ts";
import { pathOfRole } from "./path.ts";
import { type FootPlacement, turnOf } from "./place.ts";
import { floorOf, type Space, spaceOf } from "./space.ts";

export { type FootFault, footFaultText } from "./feet.ts";

/** What follows from the steps of one role. Ticks, degrees (right turns above 0) and metres. */
export interface RoleFacts {
  readonly role: Role;
  /** Actions with a weight change, those of a foot or the body without one, and counts on which nothing is done. */
  readonly steps: number;
  readonly weightless: number;
  readonly pauses: number;
  /** Slow and quick, such as `Q Q & Q`; empty in one's own time. */
  readonly rhythm: string;
  readonly startFree: "L" | "R" | null;
  readonly endFree: "L" | "R" | null;
  /** Ends with the weight on both feet, so that either is free. */
  readonly endsOnBoth: boolean;
  /** Ends so that it can be danced again as written. */
  readonly closes: boolean;
  readonly footFaults: readonly FootFault[];
  readonly holdIn: string | null;
  readonly holdOut: string | null;
  /** Every hold it goes through, in order. */
  readonly holds: readonly string[];
  /** Degrees, right turns positive. */
  readonly netTurn: number;
  /** The most degrees within one beat. */
  readonly largestTurnInBeat: number;
  /** How often it is danced until the dancer faces the first way again; 1 when each time does. */
  readonly facesAgainAfter: number;
  /** Beats between the two weight changes that lie closest, round the end too; null with fewer than two. */
  readonly shortestGap: number | null;
  /** What its weight changes ask at any tempo. */
  readonly pace: Pace;
  readonly space: Space;
}

/** What follows from a figure's steps: of each role, and of both together. */
export interface FigureFacts {
  readonly beats: number;
  readonly roles: readonly RoleFacts[];
  /** False when it is danced in one's own time; then there is no phrase and no tempo. */
  readonly timed: boolean;
  readonly phrase: PhraseFit | null;
  /** The shortest gap of any role, in beats. */
  readonly shortestGap: number | null;
  /** What it asks at any tempo, of whichever role it asks more. */
  readonly pace: Pace;
  /** Whether both partners step at the same moments. */
  readonly onsetsMatch: boolean;
  /** Whether the follower dances the natural opposite of the leader throughout: feet, directions and turns. */
  readonly naturalOpposite: boolean;
  /** Floor for the couple with elbow room, in metres; an estimate. */
  readonly floor: { readonly width: number; readonly depth: number };
  /** The fastest comfortable tempo in beats per minute for each tier; null when no two steps follow each other. */
  readonly fastestBpm: Readonly<Record<Tier, number>> | null;
}

/**
 * When a step ends: at the next one's beginning, the last one as the figure comes round again.
 * @example
 * stepEnd(stepsOf(BASIC, "leader"), 0, 192) // 24
 */
export const stepEnd = (steps: readonly Step[], index: number, length: Ticks): Ticks =>
  steps[index + 1]?.onset ?? length + (steps[0]?.onset ?? 0);

const weightSteps = (steps: readonly Step[]): Step[] => steps.filter(({ action }) => isWeightAction(action));

/**
 * The rhythm word of one step: `e`, `&` and `a` off the beat; on it S when it lasts a slow of the dance or
 * longer, otherwise Q.
 */
function rhythmWord(
  onset: Ticks,
  lasts: Ticks,
  dance: Pick<Dance, "slowBeats">,
): "S" | "Q" | "e" | "&" | "a" {
  const part = withinBeat(onset);
  if (part !== 0) return part < 12 ? "e" : part < 18 ? "&" : "a";
  return lasts >= dance.slowBeats * TICKS_PER_BEAT ? "S" : "Q";
}

/**
 * The rhythm words of a role's weight changes, such as `S & S`. An `&` or `a` is taken out of the step before it, which
 * keeps its word, as it is typed.
 * @example
 * rhythmWords(stepsOf(BASIC, "leader").slice(0, 3), 96, DANCE) // ["Q", "Q", "S"]
 */
export function rhythmWords(
  changes: readonly Step[],
  length: Ticks,
  dance: Pick<Dance, "slowBeats">,
): ReturnType<typeof rhythmWord>[] {
  const onBeat = changes.filter(({ onset }) => withinBeat(onset) === 0);
  let at = -1;
  return changes.map((step) => {
    if (onBeat[at + 1] === step) at += 1;
    const lasts = onBeat[at] === step ? stepEnd(onBeat, at, length) - step.onset : 0;
    return rhythmWord(step.onset, lasts, dance);
  });
}

function shortestGap(changes: readonly Step[], length: Ticks): Ticks | null {
  if (changes.length < 2) return null;
  return Math.min(...changes.map(({ onset }, index) => stepEnd(changes, index, length) - onset));
}

function largestTurnInBeat(steps: readonly Step[]): number {
  const byBeat = new Map<number, number>();
  for (const step of steps) {
    const beat = Math.floor(step.onset / TICKS_PER_BEAT);
    // A turn back does not undo the turn before: both have to be danced within the beat.
    byBeat.set(beat, (byBeat.get(beat) ?? 0) + Math.abs(turnOf(step)));
  }
  return Math.max(0, ...byBeat.values());
}

function roleFacts(figure: Figure, role: Role, path: readonly FootPlacement[], dance: Dance): RoleFacts {
  const steps = stepsOf(figure, role);
  const { startFree, endFree, endsOnBoth, closes, faults } = followFeet(steps);
  const holds = steps.flatMap(({ hold }) => hold ?? []);
  const changes = weightSteps(steps);
  const pauses = steps.filter(({ action }) => action === "hold").length;
  const gap = shortestGap(changes, figure.length);
  const netTurn = steps.reduce((sum, step) => sum + turnOf(step), 0);
  return {
    role,
    steps: changes.length,
    weightless: steps.length - changes.length - pauses,
    pauses,
    // In one's own time nothing is slow or quick.
    rhythm: figure.free || dance.freeTimed ? "" : rhythmWords(changes, figure.length, dance).join(" "),
    startFree,
    endFree,
    endsOnBoth,
    closes,
    footFaults: faults,
    holdIn: steps[0]?.hold ?? null,
    holdOut: holds.at(-1) ?? null,
    holds,
    netTurn,
    largestTurnInBeat: largestTurnInBeat(steps),
    facesAgainAfter: 360 / gcd(netTurn, 360),
    shortestGap: gap === null ? null : ticksToBeats(gap),
    pace: paceOf(
      changes.map(({ onset }) => onset),
      figure.length,
    ),
    space: spaceOf(path),
  };
}

const sameOnsets = (a: readonly Step[], b: readonly Step[]): boolean =>
  a.length === b.length && a.every(({ onset }, index) => onset === b[index]?.onset);

/**
 * All that follows from the notation of a figure; derived each time, never stored.
 * Tempi rest on the limits of the dance, or on those of `TEMPO_LIMITS`.
 * @example
 * figureFacts(BASIC, DANCE).beats // 8
 */
export function figureFacts(figure: Figure, dance: Dance): FigureFacts {
  const written = writtenRoles(figure);
  const paths = written.map((role) => pathOfRole(figure, role, dance.holds));
  const roles = written.map((role, index) => roleFacts(figure, role, paths[index] ?? [], dance));
  const gaps = roles.flatMap(({ shortestGap: gap }) => gap ?? []);
  const gap = gaps.length === 0 ? null : Math.min(...gaps);
  const beats = ticksToBeats(figure.length);
  const timed = !figure.free && !dance.freeTimed;
  const leader = stepsOf(figure, "leader");
  const follower = stepsOf(figure, "follower");
  // A follower by this rule is the opposite, whatever the leader dances.
  const byRule = figure.followerBy === "opposite" && figure.steps.follower === undefined;
  const pace = hardestOf(roles.map((role) => role.pace));
  const fastest = (tier: Tier) => fastestFor(pace, limitsOf(dance)[tier], dance.swung);
  return {
    beats,
    roles,
    timed,
    phrase: timed ? phraseFit(beats, dance.phraseBeats) : null,
    shortestGap: gap,
    pace,
    onsetsMatch: byRule || follower.length === 0 || sameOnsets(weightSteps(leader), weightSteps(follower)),
    naturalOpposite: follower.length > 0 && (byRule || apartFromOpposite(leader, follower).length === 0),
    floor: floorOf(paths),
    fastestBpm:
      gap === null || !timed
        ? null
        : (Object.fromEntries(TIERS.map((tier) => [tier, fastest(tier)])) as Record<Tier, number>),
  };
}
