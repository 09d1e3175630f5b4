import { anneal } from "./anneal.ts";
import { keepsLimits, type Problem, scoreOf } from "./problem.ts";
import { ruinAndRecreate } from "./ruin.ts";
import type { DraftOptions } from "./terms.ts";

/** So many rounds over all figures are made at most. */
const MOST_ROUNDS = 8;
/** Annealings from different seeds, bolder and more careful ones; each may end in another valley. */
const WARMTHS = [1, 0.35, 0.12] as const;
/** A change that loses more than this on its own figures cannot win it back elsewhere. */
const HOPELESS = 150;

/** Moves, exchanges and admissions, each kept when the whole is worth more, until none helps. */
function climb(problem: Problem, places: number[]): void {
  const { weeks, fixed, value, allowed } = problem;
  const free = places.map((_, f) => f).filter((f) => (fixed[f] ?? -1) < 0);
  let score = scoreOf(problem, places);
  const worth = (f: number, w: number): number => (w < 0 ? 0 : (value[f]?.[w] ?? 0));
  const attempt = (f: number, w: number, g = -1, v = -1): boolean => {
    const [stood, other] = [places[f] as number, g < 0 ? -1 : (places[g] as number)];
    const gain = worth(f, w) - worth(f, stood) + (g < 0 ? 0 : worth(g, v) - worth(g, other));
    if (gain < -HOPELESS) return false;
    places[f] = w;
    if (g >= 0) places[g] = v;
    const next = scoreOf(problem, places);
    if (next > score + 1e-9 && keepsLimits(problem, places)) {
      score = next;
      return true;
    }
    places[f] = stood;
    if (g >= 0) places[g] = other;
    return false;
  };
  const move = (f: number): boolean => {
    let any = false;
    for (let w = 0; w < weeks; w++) if (w !== places[f] && allowed[f]?.[w] && attempt(f, w)) any = true;
    return any;
  };
  const exchange = (f: number): boolean => {
    for (const g of free) {
      const [w, v] = [places[f] as number, places[g] as number];
      if (g === f || v < 0 || v === w || !allowed[f]?.[v]) continue;
      if (w >= 0 && g > f && allowed[g]?.[w] && attempt(f, v, g, w)) return true;
      if (w < 0)
        for (let to = 0; to < weeks; to++) if (allowed[f]?.[to] && attempt(f, to, g, -1)) return true;
    }
    return false;
  };
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let any = false;
    for (const f of free) if (move(f)) any = true;
    for (const f of free) if (exchange(f)) any = true;
    if (!any) return;
  }
}

/**
 * Betters a placement: small changes first, then annealing from there, then small changes again. The same input
 * gives the same plan.
 * @example
 * improve(problemOf(LEVEL), [0, 5, -1]) // [1, 3, 4]
 */
export function improve(
  problem: Problem,
  start: readonly number[],
  { seed = 12_345, effort = 1 }: Pick<DraftOptions, "seed" | "effort"> = {},
): number[] {
  const first = [...start];
  climb(problem, first);
  let best = first;
  const runs = Math.ceil(WARMTHS.length * effort);
  for (let run = 0; run < runs; run++) {
    const annealed = anneal(problem, best, seed + run * 7919, WARMTHS[run], effort);
    climb(problem, annealed);
    if (scoreOf(problem, annealed) > scoreOf(problem, best)) best = annealed;
  }
  const rebuilt = ruinAndRecreate(problem, best, seed, effort);
  climb(problem, rebuilt);
  return scoreOf(problem, rebuilt) > scoreOf(problem, best) ? rebuilt : best;
}
