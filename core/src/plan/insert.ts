import { keepsLimits, type Problem, scoreOf } from "./problem.ts";

/** A figure that may move and all that builds on it. */
export function dependants({ needs, fixed }: Problem, f: number): number[] {
  const found = new Set([f]);
  for (const at of found) for (const { f: next, need } of needs) if (need === at) found.add(next);
  return [...found].filter((one) => (fixed[one] ?? -1) < 0);
}

/** A figure that waits together with what it needs and waits too, in the order in which they must come. */
function packageOf({ needs, figures }: Problem, places: readonly number[], f: number): number[] {
  const order: number[] = [];
  const seen = new Set<number>();
  const visit = (at: number): void => {
    if (seen.has(at) || seen.size > figures.length) return;
    seen.add(at);
    for (const { f: one, need } of needs) if (one === at && (places[need] ?? -1) < 0) visit(need);
    order.push(at);
  };
  visit(f);
  return order;
}

const mostWorth = ({ value }: Problem, f: number): number => Math.max(0, ...(value[f] ?? []));

/** Minutes that a figure takes over the whole level when it begins early. */
const costOf = ({ minutes, allowed }: Problem, f: number): number => {
  const first = (allowed[f] ?? []).indexOf(true);
  return first < 0
    ? Number.POSITIVE_INFINITY
    : Math.max(
        1,
        (minutes[f]?.[first] ?? []).reduce((a, b) => a + b, 0),
      );
};

/** Puts one figure where the whole is worth most with it; leaves it out where no week takes it. */
function putBest(problem: Problem, places: number[], f: number): boolean {
  let best = -1;
  let most = Number.NEGATIVE_INFINITY;
  for (let w = 0; w < problem.weeks; w++) {
    if (!problem.allowed[f]?.[w]) continue;
    places[f] = w;
    const score = scoreOf(problem, places);
    if (score > most && keepsLimits(problem, places)) [best, most] = [w, score];
  }
  places[f] = best;
  return best >= 0;
}

/**
 * Lets waiting figures in, those first that are worth most for the minutes they and what they need take. With
 * random numbers the order is shaken a little, so that other plans are found too.
 * @example
 * insertBest(problemOf(LEVEL), [0, -1, -1]) // undefined
 */
export function insertBest(problem: Problem, places: number[], random?: (below: number) => number): void {
  const rank = (f: number): number => {
    const all = packageOf(problem, places, f);
    const worth = all.reduce((sum, one) => sum + mostWorth(problem, one), 0);
    const minutes = all.reduce((sum, one) => sum + costOf(problem, one), 0);
    return (worth / minutes) * (random ? 0.7 + random(600) / 1000 : 1);
  };
  const waiting = places
    .map((w, f) => ({ w, f }))
    .filter(({ w, f }) => w < 0 && (problem.allowed[f] ?? []).includes(true))
    .map(({ f }) => ({ f, rank: rank(f) }))
    .sort((a, b) => b.rank - a.rank || a.f - b.f);
  for (const { f } of waiting) {
    if ((places[f] ?? -1) >= 0) continue;
    const all = packageOf(problem, places, f);
    const done: number[] = [];
    for (const one of all) {
      if (!putBest(problem, places, one)) break;
      done.push(one);
    }
    // Half a package is worth keeping only when each of it stands for itself; the rest may find room later.
    if (done.length < all.length && done.length > 1) for (const one of done.slice(1)) places[one] = -1;
  }
}
