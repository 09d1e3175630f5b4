import { Board, randomFrom } from "./board.ts";
import { dependants } from "./insert.ts";
import { keepsLimits, type Problem, scoreOf } from "./problem.ts";

/** So often a part of the plan is torn out and put back another way. */
const RUINS = 9000;
/** The share of figures that a ruin tears out at most, and how seldom a week that would do is passed over. */
const MOST_TORN = 0.4;
const PASSED_OVER = 0.04;
/** How often what others build on is put back as early as can be, so that all of them find a week. */
const BUILT_EARLY = 0.5;
/** How much worse a plan may be and still be gone on from, at the beginning and at the end, in score. */
const HOT = 120;
const COLD = 1;

/**
 * Tears out part of a plan, a stretch of weeks or some families of figures, and puts back what waits in another
 * order, each figure with what it needs, in the week where it is worth most; goes on from plans that are a little
 * worse while it is warm (ruin and recreate, Schrimpf and others, 2000; with blinks, Christiaens and Vanden
 * Berghe, 2020). Gives back the best plan met that keeps all limits. The same seed gives the same plan.
 * @param effort the share of its usual tries
 */
export function ruinAndRecreate(
  problem: Problem,
  start: readonly number[],
  seed: number,
  effort: number,
): number[] {
  const { fixed, allowed, value, needs, weeks } = problem;
  const free = start.map((_, f) => f).filter((f) => (fixed[f] ?? -1) < 0 && allowed[f]?.includes(true));
  if (free.length < 3) return [...start];
  const isFree = new Set(free);
  const weeksOf = start.map((_, f) => (allowed[f] ?? []).flatMap((can, w) => (can ? [w] : [])));
  const needed = start.map((_, f) => needs.flatMap((one) => (one.f === f ? [one.need] : [])));
  const family = start.map((_, f) => dependants(problem, f));
  const worth = start.map((_, f) => Math.max(0, ...(value[f] ?? [])));
  const random = randomFrom(seed);
  const below = (most: number): number => Math.floor(random() * most);
  const board = new Board(problem, start);
  const { places } = board;

  const tear = (): void => {
    const most = 2 + below(Math.max(1, Math.ceil(MOST_TORN * free.length)));
    if (random() < 0.5) {
      const first = below(weeks);
      const out = free.filter((f) => places[f] === first || places[f] === first + 1);
      for (const f of out) for (const one of family[f] as readonly number[]) board.put(one, -1);
      return;
    }
    for (let torn = 0; torn < most; torn++) {
      const f = free[below(free.length)] as number;
      if ((places[f] as number) < 0) continue;
      for (const one of family[f] as readonly number[]) board.put(one, -1);
    }
  };
  /** Puts one figure where the whole is worth most, or as early as it can be; leaves it out where no week takes it. */
  const putBest = (f: number, early: boolean): boolean => {
    let best = -1;
    let most = Number.NEGATIVE_INFINITY;
    for (const w of weeksOf[f] as readonly number[]) {
      if (random() < PASSED_OVER) continue;
      board.put(f, w);
      const { score, broken } = board.look();
      if (broken < 1e-9 && score > most) [best, most] = [w, score];
      if (early && best >= 0) break;
    }
    board.put(f, best);
    return best >= 0;
  };
  const withNeeds = (f: number, all: number[] = []): number[] => {
    for (const need of needed[f] as readonly number[])
      if ((places[need] as number) < 0 && isFree.has(need) && !all.includes(need)) withNeeds(need, all);
    if (!all.includes(f)) all.push(f);
    return all;
  };
  const rebuild = (): void => {
    const early = random() < BUILT_EARLY;
    const waiting = free.filter((f) => (places[f] as number) < 0);
    const rank = new Map(waiting.map((f) => [f, (worth[f] as number) * (0.3 + random())]));
    // A figure that others build on is worth a part of what they are worth.
    for (const f of waiting)
      for (const one of family[f] as readonly number[])
        if (one !== f) rank.set(f, (rank.get(f) ?? 0) + 0.5 * (rank.get(one) ?? 0) * random());
    waiting.sort((a, b) => (rank.get(b) ?? 0) - (rank.get(a) ?? 0) || a - b);
    for (const f of waiting) {
      if ((places[f] as number) >= 0) continue;
      const all = withNeeds(f);
      const done: number[] = [];
      for (const one of all) {
        if (!putBest(one, early && (family[one] as readonly number[]).length > 1)) break;
        done.push(one);
      }
      if (done.length < all.length) for (const one of done) board.put(one, -1);
    }
  };

  let best = [...start];
  let most = scoreOf(problem, best);
  let now = Array.from(places);
  let score = board.look().score;
  const ruins = Math.ceil(RUINS * effort);
  for (let ruin = 1; ruin <= ruins; ruin++) {
    const heat = HOT * (COLD / HOT) ** (ruin / ruins);
    tear();
    rebuild();
    const next = board.look();
    if (next.broken < 1e-9 && next.score > score + heat * Math.log(random() + 1e-12)) {
      now = Array.from(places);
      score = next.score;
      if (score > most + 1e-9 && keepsLimits(problem, now)) [best, most] = [now, score];
    } else
      now.forEach((w, f) => {
        if (places[f] !== w) board.put(f, w);
      });
  }
  return best;
}
