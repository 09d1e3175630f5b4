import { type Figure, type Role, writtenRoles } from "../notation/index.ts";
import { ticksToBeats } from "../time/index.ts";
import { type Stretch, stretchOf } from "./compare.ts";
import { type Moment, momentsOf, sameMoment } from "./moment.ts";

export interface KnownFigure {
  readonly id: string;
  readonly figure: Figure;
}

/** What of one role's part is known, and what is not. */
export interface RoleMaterial {
  readonly newBeats: number;
  /** Stretches of two moments or more that are danced alike in a known figure; the longest, no two overlapping. */
  readonly known: readonly (Stretch & { readonly figureId: string })[];
  readonly fresh: readonly Stretch[];
}

export interface NewMaterial {
  readonly beats: number;
  /** Beats in which some role has to dance what no known figure holds for it: what really has to be taught. */
  readonly newBeats: number;
  readonly byRole: Readonly<Partial<Record<Role, RoleMaterial>>>;
}

interface Run {
  readonly start: number;
  readonly length: number;
  readonly figureId: string;
}

/** Every longest run of two moments or more that both rows have, by where it starts in the first. */
function commonRuns(moments: readonly Moment[], other: readonly Moment[], figureId: string): Run[] {
  const runs: Run[] = [];
  let before = new Int32Array(other.length + 1);
  for (let i = 0; i < moments.length; i++) {
    const here = new Int32Array(other.length + 1);
    for (let j = 0; j < other.length; j++) {
      const [one, two] = [moments[i], other[j]];
      if (!one || !two || !sameMoment(one, two)) continue;
      const length = (before[j] ?? 0) + 1;
      here[j + 1] = length;
      if (length >= 2) runs.push({ start: i - length + 1, length, figureId });
    }
    before = here;
  }
  return runs;
}

function materialOf(moments: readonly Moment[], runs: readonly Run[]): RoleMaterial {
  const coveredBy: (Run | undefined)[] = Array(moments.length).fill(undefined);
  const taken: Run[] = [];
  for (const run of [...runs].sort((a, b) => b.length - a.length)) {
    const places = Array.from({ length: run.length }, (_, index) => run.start + index);
    if (places.some((place) => coveredBy[place])) continue;
    taken.push(run);
    for (const place of places) coveredBy[place] = run;
  }
  const fresh: Stretch[] = [];
  for (let start = 0; start < moments.length; start++) {
    if (coveredBy[start]) continue;
    let end = start;
    while (end + 1 < moments.length && !coveredBy[end + 1]) end += 1;
    fresh.push(stretchOf(moments, start, end));
    start = end;
  }
  return {
    newBeats: lengthOf(fresh),
    known: taken
      .sort((a, b) => a.start - b.start)
      .map(({ start, length, figureId }) => ({ ...stretchOf(moments, start, start + length - 1), figureId })),
    fresh,
  };
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
 * What of a figure is new to somebody who dances the known ones, role by role: the beats outside all stretches
 * that one of them has too. Longer stretches are taken first; of equal ones that of the earlier figure.
 */
export function newMaterial(figure: Figure, known: readonly KnownFigure[]): NewMaterial {
  const parts = writtenRoles(figure).map((role) => {
    const moments = momentsOf(figure, [role]);
    const runs = known.flatMap(({ id, figure: other }) => commonRuns(moments, momentsOf(other, [role]), id));
    return [role, materialOf(moments, runs)] as const;
  });
  return {
    beats: ticksToBeats(figure.length),
    newBeats: lengthOf(parts.flatMap(([, { fresh }]) => fresh)),
    byRole: Object.fromEntries(parts),
  };
}
