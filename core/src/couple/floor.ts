import {
  centreOf,
  type FootPlacement,
  isSet,
  isSized,
  type Placing,
  type Point,
  pathFrom,
  pathOfRole,
  usualPlacings,
} from "../figure/index.ts";
import { type CoupleLimits, type Hold, holdNamed } from "../hold/index.ts";
import { type Figure, holdsSaid, type Role, type Step, stepsOf } from "../notation/index.ts";
import type { Ticks } from "../time/index.ts";
import { both, type OfBoth, type Partner } from "./both.ts";

/** A size that is open: how long a step is, how far aside it goes, or where the follower stands at first. */
export interface Size {
  readonly role: Partner;
  /** Index of the step in its role; `null` for where the follower stands at first. */
  readonly step: number | null;
  readonly what: "length" | "aside" | "x" | "y";
  /** How far below and above the usual it may be: shares of a length, metres of the others. */
  readonly down: number;
  readonly up: number;
}

/** A place that depends on sizes: where it is with the usual ones, and metres for each unit of each size. */
export interface Affine {
  readonly x: number;
  readonly y: number;
  readonly dx: readonly number[];
  readonly dy: readonly number[];
}

/** The couple at one moment, once all that begins then has landed. */
export interface CoupleMoment {
  /** Ticks from count 1; before everything at first. */
  readonly onset: Ticks;
  /** From the leader to the follower. */
  readonly between: Affine;
  /** Where either faces, in degrees. */
  readonly leader: number;
  readonly follower: number;
  /** The hold in force; `null` where none was said or the dance has none of that name. */
  readonly hold: Hold | null;
}

/** A couple's figure with its open sizes. */
export interface CoupleFloor {
  readonly sizes: readonly Size[];
  readonly moments: readonly CoupleMoment[];
}

/** How both of a couple stand. */
export type CoupleStands = OfBoth<FootPlacement>;

/** For each step of both roles whether the dancer turns before it. */
export type TurnsFirst = OfBoth<readonly boolean[]>;

/** What of a verdict says how a couple dances. */
export type DancedCouple =
  | {
      readonly together: true;
      readonly placings: OfBoth<readonly Placing[]>;
      readonly begins: Point;
    }
  | { readonly together: false };

const stands = (path: readonly FootPlacement[]) => path.map((one) => centreOf(one.rest ?? one));

interface RolePath {
  readonly path: readonly FootPlacement[];
  /** Where the body is at each placement, for each of the role's sizes what one unit more of it changes. */
  readonly usual: ReturnType<typeof stands>;
  readonly changed: readonly ReturnType<typeof stands>[];
  readonly sizes: readonly Size[];
}

/** Steps that go nowhere of their own. */
const STAYS: ReadonlySet<string> = new Set(["place", "replace", "close"]);

/** What of a step is open. A step that goes nowhere is only set a little otherwise. */
function sizesOf(role: Size["role"], step: Step, index: number, limits: CoupleLimits): Size[] {
  if (!isSet(step)) return [];
  const aside = STAYS.has(step.direction ?? step.action) ? limits.aside / 3 : limits.aside;
  const set: Size = { role, step: index, what: "aside", down: aside, up: aside };
  const length: Size = { ...set, what: "length", down: 1 - limits.shortest, up: limits.longest - 1 };
  return isSized(step) ? [length, set] : [set];
}

function rolePath(
  role: Partner,
  steps: readonly Step[],
  begin: FootPlacement,
  turnsFirst: readonly boolean[],
  limits: CoupleLimits,
): RolePath {
  const placings = usualPlacings(steps, turnsFirst, begin);
  const danced = (all: readonly Placing[]) => pathFrom(begin, steps, all);
  const path = danced(placings);
  const sizes = steps.flatMap((step, index) => sizesOf(role, step, index, limits));
  const changed = sizes.map(({ step, what }) =>
    stands(
      danced(
        placings.map((placing, index) =>
          index === step ? { ...placing, ...(what === "length" ? { length: 2 } : { aside: 1 }) } : placing,
        ),
      ),
    ),
  );
  return { path, usual: stands(path), changed, sizes };
}

/** Which placement of a path is in force once everything of a moment has landed. */
const landedAt = (path: readonly FootPlacement[], onset: Ticks): number =>
  path.findLastIndex((one) => one.onset <= onset);

/** How both stand at first where nothing is settled: where the hold usually has them, the follower moved so far. */
export function beginOf(figure: Figure, holds: readonly Hold[], moved: Point = { x: 0, y: 0 }): CoupleStands {
  const first = both((role) => pathOfRole(figure, role, holds)[0] as FootPlacement);
  const aside = ({ x, y }: Point): Point => ({ x: x + moved.x, y: y + moved.y });
  const { left, right } = first.follower;
  return { ...first, follower: { ...first.follower, left: aside(left), right: aside(right) } };
}

/** How far the follower may begin from where the hold usually has them, in metres. */
const BEGINS = 0.35;

/**
 * Where the two of a couple are at every moment, as it follows from sizes that are open.
 * @param turnsFirst which steps are danced after their turn, of those whose text leaves it open
 * @param from how both stand at first, where that is settled
 */
export function coupleFloor(
  figure: Figure,
  holds: readonly Hold[],
  turnsFirst: TurnsFirst,
  limits: CoupleLimits,
  from: CoupleStands | null = null,
): CoupleFloor {
  const said = holdsSaid(figure);
  const holdAt = (onset: Ticks): Hold | null => {
    const name = said.findLast((one) => one.onset <= onset)?.hold;
    return name === undefined ? null : holdNamed(name, holds);
  };
  const begin = from ?? beginOf(figure, holds);
  const { leader, follower } = both((role) =>
    rolePath(role, stepsOf(figure, role), begin[role], turnsFirst[role], limits),
  );
  const begins: Size = { role: "follower", step: null, what: "x", down: BEGINS, up: BEGINS };
  const free: Size[] = from ? [] : [begins, { ...begins, what: "y" }];
  const sizes: Size[] = [...leader.sizes, ...follower.sizes, ...free];
  const onsets = [...new Set([...leader.path, ...follower.path].map(({ onset }) => onset))].sort(
    (a, b) => a - b,
  );
  const moments = onsets.map((onset): CoupleMoment => {
    const [l, f] = [landedAt(leader.path, onset), landedAt(follower.path, onset)];
    const along = (axis: "x" | "y"): number[] => [
      ...leader.changed.map((places) => (leader.usual[l]?.[axis] ?? 0) - (places[l]?.[axis] ?? 0)),
      ...follower.changed.map((places) => (places[f]?.[axis] ?? 0) - (follower.usual[f]?.[axis] ?? 0)),
      ...free.map(({ what }) => (axis === what ? 1 : 0)),
    ];
    return {
      onset,
      between: {
        x: (follower.usual[f]?.x ?? 0) - (leader.usual[l]?.x ?? 0),
        y: (follower.usual[f]?.y ?? 0) - (leader.usual[l]?.y ?? 0),
        dx: along("x"),
        dy: along("y"),
      },
      leader: leader.path[l]?.heading ?? 0,
      follower: follower.path[f]?.heading ?? 0,
      hold: holdAt(onset === Number.NEGATIVE_INFINITY ? (onsets[1] ?? 0) : onset),
    };
  });
  return { sizes, moments };
}

/**
 * The path of a role as a verdict has the couple dance it: `pathOfRole` with its sizes.
 * @param verdict none, or one that found no sizes, leaves the usual ones
 * @example
 * pathInCouple(BASIC, "leader", USUAL_HOLDS, FITS).length // 9
 */
export function pathInCouple(
  figure: Figure,
  role: Role,
  holds: readonly Hold[],
  verdict: DancedCouple | null | undefined,
): FootPlacement[] {
  if (!verdict?.together || role === "solo") return pathOfRole(figure, role, holds);
  const begin = beginOf(figure, holds, verdict.begins);
  return pathFrom(begin[role], stepsOf(figure, role), verdict.placings[role]);
}
