import { ROLES, type Role } from "../notation/index.ts";
import { beatsInWords, spokenCount, TICKS_PER_BEAT, type Ticks, ticksToBeats } from "../time/index.ts";
import { counted, inWords } from "../words/index.ts";
import type { Pair } from "./align.ts";
import { type FootMove, type Moment, sameFoot, sameHold } from "./moment.ts";

/**
 * What differs where two figures part: only the turn, only where a step goes, the hold, the rhythm, which foot; that one
 * of them has more; on which side all of it is danced; or the steps themselves.
 */
export type PartingKind = "turn" | "direction" | "hold" | "rhythm" | "foot" | "length" | "side" | "steps";

/** A place where two figures part. */
export interface Parting {
  readonly kinds: readonly PartingKind[];
  /** Whose part it is; nobody's where it is everybody's, or neither's as with the rhythm. */
  readonly who: readonly Role[];
  /** In words that go on behind: they differ only in: `the follower's turn on 3 and 4`. */
  readonly words: string;
}

type Met = readonly [Moment, Moment];

/** What goes somewhere with the weight, and differs in where alone. */
const WAYS =
  /^(?:forward|back|side|place|close|replace|cross-front|cross-behind|diagonal-forward|diagonal-back)$/;

function moveKinds(one: FootMove | undefined, two: FootMove | undefined): PartingKind[] {
  if (!one || !two) return one === two ? [] : ["steps"];
  const kinds: PartingKind[] = [];
  if (one.action !== two.action) {
    const [mine, theirs] = [one.action, two.action].map((action) => action.split(" ")[0] ?? "");
    const isWay = mine === theirs || [mine, theirs].every((word) => WAYS.test(word ?? ""));
    kinds.push(isWay && one.weight === two.weight ? "direction" : "steps");
  }
  if (one.turn !== two.turn || one.turnsFirst !== two.turnsFirst) kinds.push("turn");
  if (!sameFoot(one.foot, two.foot)) kinds.push("foot");
  return kinds;
}

interface Found {
  readonly kinds: readonly PartingKind[];
  readonly who: readonly Role[];
}

/** What differs between two moments that are set against each other. */
function betweenMoments([one, two]: Met, roles: readonly Role[]): Found {
  const byRole = roles.map((role) => ({ role, kinds: moveKinds(one.moves[role], two.moves[role]) }));
  const who = byRole.filter(({ kinds }) => kinds.length > 0).map(({ role }) => role);
  const isTimed = one.part !== two.part || one.lasts !== two.lasts;
  const all = new Set(byRole.flatMap(({ kinds }) => kinds));
  if (isTimed) all.add("rhythm");
  if (!sameHold(one, two)) all.add("hold");
  // Where the steps differ, what else differs there is no longer worth telling.
  const kinds: PartingKind[] = all.has("steps")
    ? ["steps", ...(all.has("hold") ? ["hold" as const] : [])]
    : [...all];
  return { kinds, who: who.length < roles.length ? who : [] };
}

/** Counts in order, neighbours as a stretch: `3 and 5 to 6`. */
export function countsInWords(onsets: readonly Ticks[]): string {
  const beats = [...new Set(onsets.map((onset) => Math.floor(onset / TICKS_PER_BEAT)))].sort((a, b) => a - b);
  const runs: [number, number][] = [];
  for (const beat of beats) {
    const last = runs.at(-1);
    if (last && last[1] === beat - 1) last[1] = beat;
    else runs.push([beat, beat]);
  }
  const said = (beat: number) => spokenCount(beat * TICKS_PER_BEAT);
  return inWords(
    runs.flatMap(([from, to]) =>
      to === from
        ? [said(from)]
        : to === from + 1
          ? [said(from), said(to)]
          : [`${said(from)} to ${said(to)}`],
    ),
  );
}

/** At most so many steps of what was put in are named. */
const NAMED = 4;

/** Rows of two figures with the pairs that set them against each other. */
interface Rows {
  readonly one: readonly Moment[];
  readonly two: readonly Moment[];
  readonly pairs: readonly Pair[];
}

const endOf = (row: readonly Moment[]): Ticks => (row.at(-1)?.onset ?? 0) + (row.at(-1)?.lasts ?? 0);

const lastsOf = (row: readonly Moment[]): Ticks => row.reduce((sum, { lasts }) => sum + lasts, 0);

/** How much later the second figure is at a pair than the first; beyond the last pair, as they end. */
function offsetAt({ one, two }: Rows, pair: Pair | undefined, atEnd: boolean): Ticks {
  const [mine, theirs] = [one[pair?.a ?? -1], two[pair?.b ?? -1]];
  if (mine && theirs) return theirs.onset - mine.onset;
  return atEnd ? endOf(two) - endOf(one) : (two[0]?.onset ?? 0) - (one[0]?.onset ?? 0);
}

const isMet = ({ a, b }: Pair): boolean => a !== null && b !== null;

/**
 * What one figure has and the other has not: `2 beats more in the second, after 4 (back, replace)`; where it takes no
 * longer, steps.
 * @param from the first pair of it, up to the last
 */
function more(rows: Rows, from: number, to: number, side: "a" | "b"): Parting {
  const { one, two, pairs } = rows;
  const [row, others] = side === "a" ? [one, two] : [two, one];
  const other = side === "a" ? "b" : "a";
  const own = pairs.slice(from, to + 1).flatMap((pair) => row[pair[side] ?? -1] ?? []);
  const [first, last] = [own[0], own.at(-1)];
  const beats = ticksToBeats((last?.onset ?? 0) + (last?.lasts ?? 0) - (first?.onset ?? 0));
  const [met, next] = [pairs.slice(0, from).findLast(isMet), pairs.slice(to + 1).find(isMet)];
  const shift = Math.abs(offsetAt(rows, next, true) - offsetAt(rows, met, false));
  const before = others[pairs.slice(0, from).findLast((pair) => pair[other] !== null)?.[other] ?? -1];
  const lastBeat = before && Math.floor((before.onset + before.lasts - 1) / TICKS_PER_BEAT) * TICKS_PER_BEAT;
  const place = before ? `after ${spokenCount(Math.max(before.onset, lastBeat ?? 0))}` : "at the beginning";
  const steps = own.flatMap(({ moves }) => {
    const move = ROLES.map((role) => moves[role]).find((each) => each !== undefined);
    return move ? [move.action.replaceAll("-", " ")] : [];
  });
  const named = steps.length <= NAMED ? ` (${steps.join(", ")})` : "";
  // Where both last equally long, one has no beats more: it has steps for a longer one.
  const isLonger = lastsOf(one) !== lastsOf(two) && shift === beats * TICKS_PER_BEAT;
  const much = isLonger ? beatsInWords(beats) : counted(own.length, "step");
  return {
    kinds: ["length"],
    who: [],
    words: `${much} more in the ${side === "a" ? "first" : "second"}, ${place}${named}`,
  };
}

/** Kinds that are nobody's own, and those that are told in words of their own. */
const OF_BOTH = ["rhythm", "hold"] as const;
const NOT_NAMED: ReadonlySet<PartingKind> = new Set([...OF_BOTH, "length", "side"]);

/** `the follower's turn`, `the direction and turn`, `the steps and the hold`. */
function named({ kinds, who }: Found): string {
  const whose = who.length > 0 ? `the ${inWords(who.map((role) => `${role}'s`))}` : "the";
  const own = kinds.filter((kind) => !NOT_NAMED.has(kind));
  return inWords([
    ...(own.length > 0 ? [`${whose} ${inWords(own)}`] : []),
    ...OF_BOTH.filter((kind) => kinds.includes(kind)).map((kind) => `the ${kind}`),
  ]);
}

/**
 * All that differs between two figures that are set against each other, what is alike in kind told together; each place
 * once and none that is the same.
 * @param pairs from `align`, of rows `one` and `two`
 */
export function partingsOf(
  one: readonly Moment[],
  two: readonly Moment[],
  pairs: readonly Pair[],
  roles: readonly Role[],
): Parting[] {
  const partings: Parting[] = [];
  const byWords = new Map<string, { found: Found; onsets: Ticks[] }>();
  for (let at = 0; at < pairs.length; at++) {
    const pair = pairs[at] as Pair;
    const [mine, theirs] = [
      pair.a === null ? undefined : one[pair.a],
      pair.b === null ? undefined : two[pair.b],
    ];
    if (mine && theirs) {
      const found = betweenMoments([mine, theirs], roles);
      if (found.kinds.length === 0) continue;
      const words = named(found);
      const known = byWords.get(words) ?? { found, onsets: [] };
      known.onsets.push(mine.onset);
      byWords.set(words, known);
      continue;
    }
    // All that one of them has more, up to where both go on.
    const side = mine ? "a" : "b";
    let end = at;
    while (
      pairs[end + 1] &&
      pairs[end + 1]?.[side] !== null &&
      pairs[end + 1]?.[side === "a" ? "b" : "a"] === null
    )
      end += 1;
    partings.push(more({ one, two, pairs }, at, end, side));
    at = end;
  }
  const told = [...byWords.entries()].map(
    ([words, { found, onsets }]): Parting => ({ ...found, words: `${words} on ${countsInWords(onsets)}` }),
  );
  return [...told, ...partings];
}

/** More places than these are not told one by one. */
const MOST_TOLD = 3;

/**
 * All that differs between two figures, as it goes on behind: they differ in; where it is much, on which counts.
 * @example
 * partingsInWords(compareFigures(BASIC, BASIC)) // ""
 */
export const partingsInWords = ({
  partings,
  partsAt,
}: {
  readonly partings: readonly Parting[];
  readonly partsAt: string | null;
}): string =>
  partings.length <= MOST_TOLD
    ? partings.map(({ words }) => words).join("; ")
    : `${partings.length} places${partsAt === null ? "" : `, first at ${partsAt}`}`;

/**
 * How alike two figures are, in whole percent; 100 only where they are danced alike.
 * @example
 * percentAlike(0.999) // 99
 */
export const percentAlike = (likeness: number): number =>
  likeness === 1 ? 100 : Math.min(99, Math.round(100 * likeness));
