import { type Figure, type Role, writtenRoles } from "../notation/index.ts";
import { ticksToBeats } from "../time/index.ts";
import { type Stretch, stretchOf } from "./compare.ts";
import { type Moment, momentKey, momentsOf, sameMoment } from "./moment.ts";

/** A figure that dancers know already. */
export interface KnownFigure {
  readonly id: string;
  readonly figure: Figure;
}

/** What of one role's part is known, and what is not. */
export interface RoleMaterial {
  readonly newBeats: number;
  /** Stretches of two moments or more that are danced alike in a known figure; no two overlapping, as few as can be. */
  readonly known: readonly (Stretch & { readonly figureId: string })[];
  readonly fresh: readonly Stretch[];
}

/** The beats of a figure that no known figure has, by role and of both together. */
export interface NewMaterial {
  readonly beats: number;
  /** Beats in which some role has to dance what no known figure holds for it: what really has to be taught. */
  readonly newBeats: number;
  readonly byRole: Readonly<Partial<Record<Role, RoleMaterial>>>;
}

/** A stretch of known moments that ends at a place: how long it may be at most, and where it is known from. */
interface Known {
  readonly length: number;
  readonly figureId: string;
}

/**
 * For each moment the longest stretch that ends with it and is danced alike in a known figure.
 * @param seen how the rows of known figures are looked at, such as without their times
 */
export function knownStretches(
  moments: readonly Moment[],
  role: Role,
  known: readonly KnownFigure[],
  seen: (row: readonly Moment[]) => readonly Moment[] = (row) => row,
): Known[] {
  const longest: Known[] = moments.map(() => ({ length: 0, figureId: "" }));
  const numbers = new Map<string, number>();
  const numberOf = (moment: Moment): number => {
    const key = momentKey(moment);
    const number = numbers.get(key) ?? numbers.size;
    numbers.set(key, number);
    return number;
  };
  const own = moments.map(numberOf);
  const same = new Map<number, boolean>();
  const kinds = new Map<number, Moment>();
  for (const [i, moment] of moments.entries()) kinds.set(own[i] as number, moment);
  const alike = (one: number, other: number): boolean => {
    if (one === other) return true;
    const key = one * 100_000 + other;
    const found = same.get(key) ?? sameMoment(kinds.get(one) as Moment, kinds.get(other) as Moment);
    same.set(key, found);
    return found;
  };
  for (const { id, figure } of known) {
    const row = seen(momentsOf(figure, [role]));
    const theirs = row.map((moment) => {
      const number = numberOf(moment);
      kinds.set(number, moment);
      return number;
    });
    const likeOf = new Map<number, Uint8Array>();
    const rowLike = (one: number): Uint8Array => {
      const found = likeOf.get(one) ?? Uint8Array.from(theirs, (other) => (alike(one, other) ? 1 : 0));
      likeOf.set(one, found);
      return found;
    };
    // lengths[j + 1]: how long the stretch is that ends at the moment before this one here and at j there.
    let lengths = new Int32Array(row.length + 1);
    for (let i = 0; i < own.length; i++) {
      const like = rowLike(own[i] as number);
      const here = new Int32Array(row.length + 1);
      let best = 0;
      for (let j = 0; j < theirs.length; j++) {
        if (like[j] === 0) continue;
        const length = (lengths[j] as number) + 1;
        here[j + 1] = length;
        if (length > best) best = length;
      }
      if (best > (longest[i] as Known).length) longest[i] = { length: best, figureId: id };
      lengths = here;
    }
  }
  return longest;
}

/**
 * Covers a row with known stretches of two moments or more, no two overlapping, so that the fewest beats are left and,
 * among those covers, the fewest stretches are used: dynamic programming over the places at which a cover may end.
 */
export function materialOf(moments: readonly Moment[], longest: readonly Known[]): RoleMaterial {
  interface Cover {
    readonly left: number;
    readonly pieces: number;
    /** The first moment of the last piece, and of which figure; a moment that is left is a piece of none. */
    readonly from: number;
    readonly figureId: string | null;
  }
  const covers: Cover[] = [{ left: 0, pieces: 0, from: 0, figureId: null }];
  moments.forEach(({ lasts }, i) => {
    const before = covers[i] as Cover;
    let best: Cover = { left: before.left + lasts, pieces: before.pieces, from: i, figureId: null };
    const { length, figureId } = longest[i] as Known;
    for (let size = length; size >= 2; size--) {
      const { left, pieces } = covers[i + 1 - size] as Cover;
      if (left < best.left || (left === best.left && pieces + 1 < best.pieces))
        best = { left, pieces: pieces + 1, from: i + 1 - size, figureId };
    }
    covers.push(best);
  });
  const known: (Stretch & { readonly figureId: string })[] = [];
  const left: boolean[] = moments.map(() => false);
  for (let end = moments.length; end > 0; ) {
    const { from, figureId } = covers[end] as Cover;
    if (figureId === null) left[from] = true;
    else known.unshift({ ...stretchOf(moments, from, end - 1), figureId });
    end = from;
  }
  const fresh: Stretch[] = [];
  for (let start = 0; start < moments.length; start++) {
    if (!left[start]) continue;
    let end = start;
    while (left[end + 1]) end += 1;
    fresh.push(stretchOf(moments, start, end));
    start = end;
  }
  return { newBeats: lengthOf(fresh), known, fresh };
}

/** Beats that lie in any of the stretches; where they overlap, once. */
function lengthOf(stretches: readonly Stretch[]): number {
  let [sum, done] = [0, Number.NEGATIVE_INFINITY];
  for (const { from, to } of [...stretches].sort((a, b) => a.from - b.from)) {
    sum += Math.max(0, to - Math.max(from, done));
    done = Math.max(done, to);
  }
  return sum;
}

/**
 * What of a figure is new to somebody who dances the known ones, role by role: the fewest beats that stretches of two
 * moments or more of known figures leave. The more is known, the less is new.
 * @example
 * newMaterial(TURN, [{ id: "basic", figure: BASIC }]).newBeats // 4
 */
export function newMaterial(figure: Figure, known: readonly KnownFigure[]): NewMaterial {
  const parts = writtenRoles(figure).map((role) => {
    const moments = momentsOf(figure, [role]);
    return [role, materialOf(moments, knownStretches(moments, role, known))] as const;
  });
  return {
    beats: ticksToBeats(figure.length),
    newBeats: lengthOf(parts.flatMap(([, { fresh }]) => fresh)),
    byRole: Object.fromEntries(parts),
  };
}
