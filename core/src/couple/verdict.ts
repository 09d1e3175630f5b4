import { isSized, type Placing, type Point, usualPlacings } from "../figure/index.ts";
import { COUPLE_LIMITS, reachOf } from "../hold/index.ts";
import { type Figure, holdsSaid, stepsOf } from "../notation/index.ts";
import type { Dance, Ticks } from "../time/index.ts";
import { type Solved, solveApart } from "./bodies.ts";
import { both, type OfBoth, type Partner } from "./both.ts";
import { type CoupleFloor, type CoupleStands, coupleFloor, type Size, type TurnsFirst } from "./floor.ts";
import { above, below, type Keeping, placeIn, type Solve, solveWithin, strainProgram } from "./program.ts";

/** How a size differs from the usual one. */
export interface Changed extends Pick<Size, "role" | "step" | "what"> {
  /** A share of the usual length, above or below 0; metres of the others. */
  readonly by: number;
}

/** What of a dance a verdict rests on: its holds, and what people do, as the studio states it or as it ships. */
export type CoupleDance = Pick<Dance, "holds" | "coupleLimits">;

/** Whether usual steps keep a couple together. Everything in it is an estimate. */
export type CoupleVerdict =
  | {
      readonly together: true;
      /** The share of its range that the most strained size uses: 0 with usual sizes, 1 at the ends of what people do. */
      readonly strain: number;
      /** Sizes that are not the usual ones, the most strained first. */
      readonly changed: readonly Changed[];
      /** How the steps of each are danced, in their order. */
      readonly placings: OfBoth<readonly Placing[]>;
      /** Where the follower stands at first, from where the hold usually has them, in metres. */
      readonly begins: Point;
      /** How far apart the two end, in metres, and by how many degrees the follower is turned from where the leader faces. */
      readonly ends: { readonly apart: number; readonly turned: number };
    }
  | CoupleFault;

/** Where no sizes that people do keep a couple together. */
export interface CoupleFault {
  readonly together: false;
  /** The first moment that no sizes keep to, in ticks, and the hold in force then. */
  readonly onset: Ticks;
  readonly hold: string;
  /** How far apart the two are then at the least and how far arms reach, in metres; `null` where they are within reach but not where the hold has them. */
  readonly tooFar: { readonly least: number; readonly reach: number } | null;
}

/** Figures with more moments than this are not looked at: they are several in one. */
const MOST_MOMENTS = 160;
/** So many ways of turning first or last are tried at most. */
const MOST_WAYS = 24;
/** So many programs are solved at most; where that does not do, nothing is said. */
const MOST_PROGRAMS = 200;
/** Up to this strain nobody would say a word of it. */
export const EASY = 0.3;
/** Less than this is nothing, in metres. */
const NOTHING = 1e-3;

/** A way of turning in which a couple stays together. */
interface Way {
  readonly floor: CoupleFloor;
  readonly way: TurnsFirst;
  readonly strain: number;
  readonly found: Solved;
}

/** Steps whose text leaves open whether the dancer turns before them. */
const openTurns = (figure: Figure): readonly (readonly [Partner, number])[] =>
  (["leader", "follower"] as const).flatMap((role) =>
    stepsOf(figure, role).flatMap((step, index) =>
      step.turn && !step.turn.first && isSized(step) ? [[role, index] as const] : [],
    ),
  );

/** Ways of turning to try: as written, all first, then every other, those of fewest first where there are too many. */
function waysOf(figure: Figure): { readonly ways: readonly TurnsFirst[]; readonly all: boolean } {
  const open = openTurns(figure);
  const wayOf = (isFirst: (at: number) => boolean): TurnsFirst => {
    const first = { leader: [] as boolean[], follower: [] as boolean[] };
    open.forEach(([role, index], at) => {
      first[role][index] = isFirst(at);
    });
    return first;
  };
  const all = open.length < 5;
  const some = all
    ? Array.from({ length: 2 ** open.length }, (_, bits) => wayOf((at) => ((bits >> at) & 1) === 1))
    : [
        wayOf(() => false),
        wayOf(() => true),
        ...open.map((_, one) => wayOf((at) => at === one)),
        ...open.map((_, one) => wayOf((at) => at !== one)),
      ];
  return { ways: some.slice(0, MOST_WAYS), all };
}

const changesIn = ({ sizes }: CoupleFloor, columns: readonly number[]): (Changed & { strain: number })[] =>
  sizes
    .map(({ role, step, what, down, up }, size) => {
      const by = (columns[above(size)] ?? 0) - (columns[below(size)] ?? 0);
      return { role, step, what, by, strain: by < 0 ? -by / down : by / up };
    })
    .filter(({ by }) => Math.abs(by) > 1e-4)
    .sort((a, b) => b.strain - a.strain);

function togetherIn(
  figure: Figure,
  floor: CoupleFloor,
  turnsFirst: TurnsFirst,
  { strain, columns }: { readonly strain: number; readonly columns: readonly number[] },
  from: CoupleStands | null,
): CoupleVerdict {
  const changed = changesIn(floor, columns);
  const byOf = (role: string, step: number | null, what: string): number | undefined =>
    changed.find((one) => one.role === role && one.step === step && one.what === what)?.by;
  const placings = (role: Partner): Placing[] =>
    usualPlacings(stepsOf(figure, role), turnsFirst[role], from?.[role]).map((placing, index) => ({
      ...placing,
      length: 1 + (byOf(role, index, "length") ?? 0),
      aside: byOf(role, index, "aside") ?? 0,
    }));
  const last = floor.moments.at(-1);
  const { x, y } = last ? placeIn(columns, last.between) : { x: 0, y: 0 };
  return {
    together: true,
    strain,
    changed: changed.map(({ strain: _, ...one }) => one),
    placings: both(placings),
    begins: { x: byOf("follower", null, "x") ?? 0, y: byOf("follower", null, "y") ?? 0 },
    ends: {
      apart: Math.hypot(x, y),
      turned: ((((last?.follower ?? 0) - (last?.leader ?? 0)) % 360) + 360) % 360,
    },
  };
}

/**
 * The first moment that no sizes keep to, by halving; `null` where only their bodies are in each other's way. What could
 * not be solved counts as kept to: a refusal is never guessed.
 */
function whereApart(floors: readonly CoupleFloor[], by: Keeping): CoupleFault | null {
  const lacking = (until: number, how = by): number =>
    Math.min(
      ...floors.map((floor) => solveWithin(strainProgram(floor), floor, how, [], [], until)?.at(-1) ?? 0),
    );
  const moments = floors[0]?.moments ?? [];
  if (lacking(moments.length) <= NOTHING) return null;
  let [fits, fails] = [0, moments.length];
  while (fails - fits > 1) {
    const middle = (fits + fails) >> 1;
    if (lacking(middle) > NOTHING) fails = middle;
    else fits = middle;
  }
  const moment = moments[fails - 1];
  if (!moment?.hold) return null;
  const reach = reachOf(moment.hold, by.limits);
  const tooFar = reach === null ? 0 : lacking(fails, { ...by, only: "reach" });
  return {
    together: false,
    onset: moment.onset,
    hold: moment.hold.name,
    tooFar: reach !== null && tooFar > NOTHING ? { least: reach + tooFar, reach } : null,
  };
}

/**
 * Whether any step sizes that people do keep a couple together through a figure: within reach of each hold at every
 * moment, in front of each other where the hold has them so, and never two bodies in one place. First the least strain,
 * then the fewest sizes changed. `null` where nothing can be said: nobody partners, no hold is said, or not every way of
 * turning could be tried.
 * @param solve a solver for linear programs
 * @param from how both stand at first; anywhere within the hold where it is not settled
 * @example
 * coupleOf(BASIC, DANCE, SOLVE).strain // 0
 */
export function coupleOf(
  figure: Figure,
  { holds, coupleLimits: limits = COUPLE_LIMITS }: CoupleDance,
  solve: Solve,
  from: CoupleStands | null = null,
): CoupleVerdict | null {
  const partnered = stepsOf(figure, "leader").length > 0 && stepsOf(figure, "follower").length > 0;
  if (!partnered || holdsSaid(figure).length === 0) return null;
  let left = MOST_PROGRAMS;
  const by: Keeping = { limits, solve: (program) => (left-- > 0 ? solve(program) : null) };
  const { ways, all } = waysOf(figure);
  const floors: CoupleFloor[] = [];
  let best: Way | null = null;
  for (const way of ways) {
    const floor = coupleFloor(figure, holds, way, limits, from);
    if (floor.moments.length > MOST_MOMENTS) return null;
    floors.push(floor);
    const found = solveApart(strainProgram(floor), floor, by);
    const strain = found?.columns.at(-2) ?? 0;
    if (found && (found.columns.at(-1) ?? 0) <= NOTHING && (!best || found.cost < best.found.cost - 1e-6))
      best = { floor, way, strain, found };
    if (best && best.strain <= EASY) break;
  }
  if (!best) {
    const fault = all ? whereApart(floors, by) : null;
    return left >= 0 ? fault : null;
  }
  const { floor, way } = best;
  const most = { strain: Math.max(EASY, best.strain + 0.02), lacking: 0 };
  const fewest = solveApart(strainProgram(floor, most), floor, by, best.found.sides) ?? best.found;
  return togetherIn(figure, floor, way, { strain: best.strain, columns: fewest.columns }, from);
}
