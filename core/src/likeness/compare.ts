import { type Figure, ROLES, type Role, writtenRoles } from "../notation/index.ts";
import { beatsToTicks, spokenCount, ticksToBeats } from "../time/index.ts";
import { inWords } from "../words/index.ts";
import { align, type Pair } from "./align.ts";
import { type Moment, momentsOf, sameHold, sameMoment, sameMove } from "./moment.ts";

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
  /**
   * All counts of the first figure on which look-alikes differ, such as `3 to 6` or `4 and 8`, and what differs
   * where it is not all: `3 (follower)`, `4 to 6 (hold)`; null for others.
   */
  readonly decides: string | null;
}

/** A stretch by its counts, such as `3` or `3 to 6`, from its first to its last whole count. */
function countsOf({ from, to }: Stretch): string {
  const first = spokenCount(beatsToTicks(from));
  const last = spokenCount(beatsToTicks(Math.max(from, Math.ceil(to) - 1)));
  return first === last ? first : `${first} to ${last}`;
}

/** From this on, one difference decides between two figures, or two. */
export const LOOK_ALIKE = 0.75;
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

/** Whose part it is that differs, where it is not all of them: `follower`, `hold`, `follower and hold`. */
function partsApart(sight: Sight, pairs: readonly Pair[], roles: readonly Role[]): string[] {
  const all = pairs.map((pair) => met(sight, pair));
  const apart = roles.filter((role) => all.some(([mine, theirs]) => !sameMove(mine, theirs, role)));
  const hold = all.some(([mine, theirs]) => !sameHold(mine, theirs)) ? ["hold"] : [];
  if (apart.length < roles.length) return [...apart, ...hold];
  return hold.length > 0 ? ["steps", ...hold] : [];
}

/** Both roles together, and whether the two are easily taken for each other. */
export function compareWhole(a: Figure, b: Figure): Omit<Comparison, "byRole"> {
  const [one, two] = [momentsOf(a), momentsOf(b)];
  const aligned = align(one, two);
  const whole = compareRows(one, two, aligned);
  const same = (mine: Moment, theirs: Moment) => sameMoment(mine, theirs) && sameHold(mine, theirs);
  const sight = { one, two, same };
  const stretches = runsOf(sight, aligned.pairs)
    .filter(({ shared }) => !shared)
    .flatMap(({ pairs }) => {
      const apart = trimmed(sight, pairs);
      return sideOf(apart, "a", one) ?? sideOf(apart, "b", two) ?? [];
    });
  const few = stretches.length > 0 && stretches.length <= MOST_PARTINGS;
  const lookAlike = whole.likeness >= LOOK_ALIKE && few && holdIn(a) === holdIn(b);
  if (!lookAlike) return { ...whole, lookAlike, decides: null };
  const roles = ROLES.filter((role) => writtenRoles(a).includes(role) || writtenRoles(b).includes(role));
  const whose = partsApart(sight, aligned.pairs, roles);
  const whoseText = whose.length > 0 ? ` (${inWords(whose)})` : "";
  return { ...whole, lookAlike, decides: `${inWords(stretches.map(countsOf))}${whoseText}` };
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
