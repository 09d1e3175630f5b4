import { Board, randomFrom } from "./board.ts";
import { insertBest } from "./insert.ts";
import { keepsLimits, type Problem, scoreOf } from "./problem.ts";
import { shake } from "./shake.ts";

/** Tries for each two figures; more find better plans and take longer in proportion. */
const TRIES_PER_PAIR = 350;
const MOST_TRIES = 520_000;
const HOT = 1.2;
const COLD = 0.006;
/** How much a broken limit costs at the beginning and at the end, in times of the most that a figure is worth. */
const LENIENT = 1.2;
const STRICT = 2.5;

/** So often on the way the placement is brought within its limits: what keeps all limits may lie close by. */
const LOOKS = 30;

/**
 * The part of a placement that keeps all limits, week by week, with what waits let in where it is worth most.
 */
function keepingLimits(problem: Problem, places: ArrayLike<number>): number[] {
  const kept = [...problem.fixed];
  const order = Array.from(places, (w, f) => ({ w, f })).filter(({ w, f }) => w >= 0 && (kept[f] ?? -1) < 0);
  for (const { w, f } of order.sort((one, two) => one.w - two.w || one.f - two.f)) {
    kept[f] = w;
    if (!keepsLimits(problem, kept)) kept[f] = -1;
  }
  insertBest(problem, kept);
  return kept;
}

/**
 * Searches for a better placement by simulated annealing (Kirkpatrick, Gelatt and Vecchi, 1983): figures are moved
 * and exchanged at random, let in with what they need, and let wait with what builds on them. Limits may be broken
 * on the way, at a price that rises; now and then the placement is brought within its limits. Gives back the best one met that keeps
 * all limits. The same seed gives the same placement.
 * @param warmth how boldly it begins; 1 as usual
 * @param effort the share of its usual tries
 * @example
 * anneal(problemOf(LEVEL), [0, 5, -1], 1) // [1, 3, 4]
 */
export function anneal(
  problem: Problem,
  start: readonly number[],
  seed: number,
  warmth = 1,
  effort = 1,
): number[] {
  const random = randomFrom(seed);
  const board = new Board(problem, start);
  const shaking = shake(problem, board, random);
  const { free } = shaking;
  if (free.length < 2) return [...start];
  const { places } = board;
  const scale = free.reduce((sum, f) => sum + Math.max(0, ...(problem.value[f] ?? [])), 0) / free.length;
  const dearest = free.reduce((most, f) => Math.max(most, ...(problem.value[f] ?? [])), 1);
  let now = board.look();
  let best = [...start];
  let most = keepsLimits(problem, best) ? scoreOf(problem, best) : Number.NEGATIVE_INFINITY;
  const consider = (candidate: number[]): void => {
    const score = scoreOf(problem, candidate);
    if (score > most + 1e-9 && keepsLimits(problem, candidate)) [best, most] = [candidate, score];
  };
  const tries = Math.ceil(effort * Math.min(MOST_TRIES, TRIES_PER_PAIR * free.length ** 2));
  const every = Math.ceil(tries / LOOKS);
  for (let at = 1; at <= tries; at++) {
    const done = at / tries;
    const heat = scale * HOT * warmth * (COLD / HOT) ** done;
    const price = dearest * (LENIENT + (STRICT - LENIENT) * done);
    if (shaking.change()) {
      const next = board.look();
      const gain = next.score - now.score - price * (next.broken - now.broken);
      if (gain >= 0 || random() < Math.exp(gain / heat)) {
        now = next;
        if (next.broken < 1e-9 && next.score > most + 1e-9) consider(Array.from(places));
      } else shaking.takeBack();
    }
    if (at % every === 0 && done > 0.3) consider(keepingLimits(problem, places));
  }
  return best;
}
