import { type Figure, otherSide, ROLES, type Role, stepsOf, writtenRoles } from "../notation/index.ts";
import { spokenCount, ticksToBeats } from "../time/index.ts";
import { align, type Pair } from "./align.ts";
import { type Moment, momentsOf, sameHold, sameMoment } from "./moment.ts";
import { type Parting, partingsOf } from "./parting.ts";

/** A stretch of a figure in beats from its count 1: `from` 0 is count 1, below 0 a pick-up; `to` is its end. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** Consecutive moments that two figures have in common. */
export interface SharedStretch {
  readonly a: Stretch;
  readonly b: Stretch;
}

/** Where two rows of moments are the same and where they part. */
export interface RowComparison {
  /** 0 to 1; 1 exactly when the two are danced alike, on whichever foot they begin. */
  readonly likeness: number;
  /** Stretches of two moments or more in which both dance the same, in order. */
  readonly shared: readonly SharedStretch[];
  /** What differs between the shared stretches; null where a figure has nothing there. */
  readonly differing: readonly { readonly a: Stretch | null; readonly b: Stretch | null }[];
  /** The spoken count of the first figure at which they part; null when they never do. */
  readonly partsAt: string | null;
}

/** Two figures beside each other: how alike they are, what they share, what tells them apart. */
export interface Comparison extends RowComparison {
  /** The same for each role that both figures have: one role may dance alike while the other does not. */
  readonly byRole: Readonly<Partial<Record<Role, RowComparison>>>;
  /** Easily taken for each other: very alike, begun in the same hold, with one or two differences that decide. */
  readonly lookAlike: boolean;
  /** All in which the two differ, each with its counts in the first figure. */
  readonly partings: readonly Parting[];
  /**
   * All in which look-alikes differ, in words that go on behind: they differ only in, such as `the follower's turn on 3`
   * or `2 beats more in the second, after 4 (back, replace)`; null for others.
   */
  readonly decides: string | null;
}

/** From this on, one difference decides between two figures, or two. */
export const LOOK_ALIKE = 0.75;
/** Look-alikes are danced alike on so much of the longer one at least. */
const LEAST_SAME = 2 / 3;
/** What parts more often nobody takes for the other. */
const MOST_PARTINGS = 2;

/** The stretch from one moment to another, as onsets. */
export const stretchOf = (moments: readonly Moment[], from: number, to: number): Stretch => {
  const [first, last] = [moments[from], moments[to]];
  return {
    from: ticksToBeats(first?.onset ?? 0),
    to: ticksToBeats((last?.onset ?? 0) + (last?.lasts ?? 0)),
  };
};

interface Sight {
  readonly one: readonly Moment[];
  readonly two: readonly Moment[];
  /** What counts as a difference. */
  readonly same: (a: Moment, b: Moment) => boolean;
}

type Met = readonly [Moment | undefined, Moment | undefined];
const met = ({ one, two }: Omit<Sight, "same">, { a, b }: Pair): Met => [
  a === null ? undefined : one[a],
  b === null ? undefined : two[b],
];

function isSame(sight: Sight, pair: Pair): boolean {
  const [mine, theirs] = met(sight, pair);
  return mine !== undefined && theirs !== undefined && sight.same(mine, theirs);
}

interface Run {
  readonly shared: boolean;
  readonly pairs: readonly Pair[];
}

/** Runs of pairs that are the same, and what lies between; a single same moment belongs to what lies round it. */
function runsOf(sight: Sight, pairs: readonly Pair[]): Run[] {
  const raw: { same: boolean; pairs: Pair[] }[] = [];
  for (const pair of pairs) {
    const same = isSame(sight, pair);
    const last = raw.at(-1);
    if (last?.same === same) last.pairs.push(pair);
    else raw.push({ same, pairs: [pair] });
  }
  const runs: { shared: boolean; pairs: Pair[] }[] = [];
  for (const { same, pairs: run } of raw) {
    const shared = same && (run.length > 1 || raw.length === 1);
    const last = runs.at(-1);
    if (last && !last.shared && !shared) last.pairs.push(...run);
    else runs.push({ shared, pairs: [...run] });
  }
  return runs;
}

/** A run without the same moments at its ends. */
function trimmed(sight: Sight, pairs: readonly Pair[]): readonly Pair[] {
  const differs = pairs.map((pair) => !isSame(sight, pair));
  return pairs.slice(differs.indexOf(true), differs.lastIndexOf(true) + 1);
}

const sideOf = (pairs: readonly Pair[], side: "a" | "b", moments: readonly Moment[]): Stretch | null => {
  const places = pairs.flatMap((pair) => pair[side] ?? []);
  const [first] = places;
  return first === undefined ? null : stretchOf(moments, first, places.at(-1) ?? first);
};

function compareRows(
  one: readonly Moment[],
  two: readonly Moment[],
  { pairs, score } = align(one, two),
): RowComparison {
  const sight = { one, two, same: sameMoment };
  const sides = (run: readonly Pair[]) => ({ a: sideOf(run, "a", one), b: sideOf(run, "b", two) });
  const runs = runsOf(sight, pairs);
  const parting = pairs.find((pair) => !isSame(sight, pair));
  const at = parting && (parting.a === null ? two[parting.b ?? 0] : one[parting.a]);
  return {
    likeness: one.length + two.length === 0 ? 1 : Math.min(1, (2 * score) / (one.length + two.length)),
    shared: runs.flatMap((run): SharedStretch[] => {
      const { a, b } = sides(run.pairs);
      return run.shared && a && b ? [{ a, b }] : [];
    }),
    differing: runs.filter(({ shared }) => !shared).map((run) => sides(trimmed(sight, run.pairs))),
    partsAt: at ? spokenCount(at.onset) : null,
  };
}

/** The hold in which a figure begins, as its text names it, whichever role's lines say it. */
const holdIn = (figure: Figure): string | null => momentsOf(figure)[0]?.hold ?? null;

const OTHER_SIDE: readonly Parting[] = [
  { kinds: ["side"], who: [], words: "the side on which it is danced" },
];

const firstFoot = (figure: Figure): string | undefined =>
  ROLES.flatMap((role) => (writtenRoles(figure).includes(role) ? stepsOf(figure, role) : [])).find(
    ({ foot }) => foot === "L" || foot === "R",
  )?.foot ?? undefined;

/** Whether one is the other on the other side: begun with the other foot, every turn the other way. */
function isOtherSide(a: Figure, b: Figure, partings: readonly Parting[]): boolean {
  if (partings.some(({ kinds }) => kinds.some((kind) => kind !== "turn"))) return false;
  if (firstFoot(a) === firstFoot(b)) return false;
  const [one, two] = [momentsOf(a), momentsOf(otherSide(b))];
  return one.length === two.length && one.every((moment, at) => sameMoment(moment, two[at] as Moment));
}

/** Whether two that are very alike are easily taken for each other, where `pairs` sets them against each other. */
function isEasilyTaken(a: Figure, b: Figure, pairs: readonly Pair[]): boolean {
  const same = (mine: Moment, theirs: Moment) => sameMoment(mine, theirs) && sameHold(mine, theirs);
  const [one, two] = [momentsOf(a), momentsOf(b)];
  const sight = { one, two, same };
  const alike = pairs.reduce(
    (sum, pair) => sum + (isSame(sight, pair) ? (one[pair.a ?? 0]?.lasts ?? 0) : 0),
    0,
  );
  if (alike < LEAST_SAME * Math.max(a.length, b.length)) return false;
  const apart = runsOf(sight, pairs).filter(({ shared }) => !shared).length;
  return apart > 0 && apart <= MOST_PARTINGS;
}

function partingsBetween(a: Figure, b: Figure, pairs: readonly Pair[]): readonly Parting[] {
  const roles = ROLES.filter((role) => writtenRoles(a).includes(role) || writtenRoles(b).includes(role));
  const byCount = partingsOf(momentsOf(a), momentsOf(b), pairs, roles);
  return isOtherSide(a, b, byCount) ? OTHER_SIDE : byCount;
}

const decidesIn = (partings: readonly Parting[]): string => partings.map(({ words }) => words).join("; ");

/**
 * What decides between two figures that are very alike (`LOOK_ALIKE`), as `compareFigures` tells it; null for those that
 * nobody takes for each other.
 * @param likenessOf of two moments by their places
 */
export function decidesBetween(
  a: Figure,
  b: Figure,
  likenessOf: (row: number, column: number) => number,
): string | null {
  if (holdIn(a) !== holdIn(b)) return null;
  const { pairs } = align(momentsOf(a), momentsOf(b), likenessOf);
  return isEasilyTaken(a, b, pairs) ? decidesIn(partingsBetween(a, b, pairs)) : null;
}

/** Both roles together, and whether the two are easily taken for each other. */
function compareWhole(a: Figure, b: Figure): Omit<Comparison, "byRole"> {
  const [one, two] = [momentsOf(a), momentsOf(b)];
  const aligned = align(one, two);
  const whole = compareRows(one, two, aligned);
  const partings = partingsBetween(a, b, aligned.pairs);
  const lookAlike =
    whole.likeness >= LOOK_ALIKE && holdIn(a) === holdIn(b) && isEasilyTaken(a, b, aligned.pairs);
  return { ...whole, partings, lookAlike, decides: lookAlike ? decidesIn(partings) : null };
}

/**
 * Where two figures are danced alike and where they part: both roles together, and each role by itself.
 * @example
 * compareFigures(BASIC, BASIC).likeness // 1
 */
export function compareFigures(a: Figure, b: Figure): Comparison {
  const both = writtenRoles(a).filter((role) => writtenRoles(b).includes(role));
  return {
    ...compareWhole(a, b),
    byRole: Object.fromEntries(
      both.map((role) => [role, compareRows(momentsOf(a, [role]), momentsOf(b, [role]))]),
    ),
  };
}
