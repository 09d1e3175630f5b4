import { insertBest } from "./insert.ts";
import { keepsLimits, type Problem, scoreOf, VALUE } from "./problem.ts";

/** Tries for each two figures; more find better plans and take longer in proportion. */
const TRIES_PER_PAIR = 350;
const MOST_TRIES = 520_000;
const HOT = 1.2;
const COLD = 0.006;
/** How much a broken limit costs at the beginning and at the end, in times of the most that a figure is worth. */
const LENIENT = 1.2;
const STRICT = 2.5;

/** Numbers from 0 to 1 that look random and are the same each time (xorshift, Marsaglia, 2003). */
function randomFrom(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 4_294_967_296;
  };
}

/** A placement with everything kept up to date that its worth and its broken limits are made of. */
class Board {
  readonly places: Int16Array;
  readonly #load: Float64Array;
  readonly #fresh: Float64Array;
  readonly #room: Float64Array;
  readonly #most: Float64Array;
  readonly #rows: readonly (readonly Float64Array[])[];
  readonly #value: readonly (readonly number[])[];
  readonly #edges: readonly (readonly number[])[];
  readonly #gaps: readonly (readonly number[])[];
  readonly #pairs: readonly (readonly number[])[];
  readonly #near: readonly (readonly number[])[];
  readonly #countsBind: boolean;
  #worth = 0;
  #unmet = 0;
  #together = 0;
  #followed = 0;

  constructor(
    private readonly problem: Problem,
    start: readonly number[],
  ) {
    const { weeks, fixed, minutes, room, most, needs, apart, follows, value, countKinds, mostCounts } =
      problem;
    const none = () => start.map((): number[] => []);
    this.places = new Int16Array(start.length).fill(-1);
    this.#load = new Float64Array(weeks);
    this.#fresh = new Float64Array(weeks);
    this.#rows = minutes.map((rows) => rows.map((row) => Float64Array.from(row)));
    this.#value = value;
    // What stays may be too much already; then only nothing more may come.
    const standing = new Float64Array(weeks);
    const stays = new Float64Array(weeks);
    fixed.forEach((w, f) => {
      if (w < 0) return;
      stays[w] = (stays[w] ?? 0) + 1;
      minutes[f]?.[w]?.forEach((own, week) => {
        standing[week] = (standing[week] ?? 0) + own;
      });
    });
    this.#room = Float64Array.from(room, (own, w) => Math.max(own, standing[w] ?? 0));
    this.#most = Float64Array.from(most, (own, w) => Math.max(own, stays[w] ?? 0));
    const [edges, pairs, near] = [none(), none(), none()];
    needs.forEach(({ f, need }, edge) => {
      edges[f]?.push(edge);
      edges[need]?.push(edge);
    });
    apart.forEach(([a, b], pair) => {
      pairs[a]?.push(pair);
      pairs[b]?.push(pair);
    });
    follows.forEach(({ f, g }, one) => {
      near[f]?.push(one);
      near[g]?.push(one);
    });
    this.#edges = edges;
    this.#gaps = needs.map(({ gap }) => gap);
    this.#pairs = pairs;
    this.#near = near;
    this.#countsBind = countKinds > mostCounts;
    start.forEach((w, f) => {
      if (w >= 0) this.put(f, w);
    });
  }

  #tied(f: number, sign: 1 | -1): void {
    const { problem, places } = this;
    for (const edge of this.#edges[f] as readonly number[]) {
      const { f: later, need } = problem.needs[edge] as Problem["needs"][number];
      if ((problem.fixed[later] as number) >= 0) continue;
      const [w, before] = [places[later] as number, places[need] as number];
      if (w >= 0 && (before < 0 || w - before < ((this.#gaps[edge] as readonly number[])[before] as number)))
        this.#unmet += sign;
    }
    for (const pair of this.#pairs[f] as readonly number[]) {
      const [a, b] = problem.apart[pair] as readonly [number, number];
      if ((places[a] as number) >= 0 && places[a] === places[b]) this.#together += sign;
    }
    for (const one of this.#near[f] as readonly number[]) {
      const { f: later, g } = problem.follows[one] as Problem["follows"][number];
      const by = (places[later] as number) - (places[g] as number);
      if ((places[later] as number) >= 0 && (places[g] as number) >= 0 && by >= 1 && by <= 2)
        this.#followed += sign;
    }
  }

  #count(f: number, w: number, sign: 1 | -1): void {
    if (w < 0) return;
    const row = this.#rows[f]?.[w] as Float64Array;
    const load = this.#load;
    for (let week = w; week < load.length; week++)
      load[week] = (load[week] as number) + sign * (row[week] as number);
    this.#fresh[w] = (this.#fresh[w] as number) + sign;
    this.#worth += sign * (this.#value[f]?.[w] as number);
  }

  /** Puts a figure into a week; -1 lets it wait. */
  put(f: number, w: number): void {
    this.#tied(f, -1);
    this.#count(f, this.places[f] as number, -1);
    this.places[f] = w;
    this.#count(f, w, 1);
    this.#tied(f, 1);
  }

  /** Whether a week has more new figures, or more minutes, than it takes. */
  isOver(w: number): boolean {
    return (
      (this.#fresh[w] as number) > (this.#most[w] as number) ||
      (this.#load[w] as number) > (this.#room[w] as number)
    );
  }

  /** Ways to count beyond what a lesson takes. */
  #overCounts(): number {
    const { counts, countKinds, knownCounts, weeks, mostCounts } = this.problem;
    const first = new Int16Array(countKinds).fill(weeks);
    for (let f = 0; f < this.places.length; f++) {
      const [kind, w] = [counts[f] as number, this.places[f] as number];
      if (kind >= 0 && w >= 0 && w < (first[kind] as number)) first[kind] = w;
    }
    const fresh = new Int16Array(weeks);
    first.forEach((w, kind) => {
      if (w < weeks && !knownCounts.has(kind)) fresh[w] = (fresh[w] as number) + 1;
    });
    let over = 0;
    fresh.forEach((own, w) => {
      if ((this.#fresh[w] as number) > 1) over += Math.max(0, own - mostCounts);
    });
    return over;
  }

  /** What it is worth and how much is broken; limits are counted in figures, minutes in tenths of one. */
  look(): { readonly score: number; readonly broken: number } {
    let [peak, pace, over] = [0, 0, 0];
    for (let w = 0; w < this.#load.length; w++) {
      const [load, fresh] = [this.#load[w] as number, this.#fresh[w] as number];
      if (load > peak) peak = load;
      if (fresh > pace) pace = fresh;
      const [more, many] = [load - (this.#room[w] as number), fresh - (this.#most[w] as number)];
      if (more > 1e-9) over += 0.6 + more / 6;
      if (many > 0) over += many;
    }
    if (this.#countsBind) over += this.#overCounts();
    return {
      score: this.#worth + VALUE.follows * this.#followed - VALUE.peak * peak - VALUE.pace * pace,
      broken: over + this.#unmet + this.#together,
    };
  }
}

/** So often on the way the placement is mended and looked at: what keeps all limits may lie close by. */
const LOOKS = 30;

/**
 * The part of a placement that keeps all limits, week by week, with what waits let in where it is worth most.
 */
function mended(problem: Problem, places: ArrayLike<number>): number[] {
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
 * on the way, at a price that rises; now and then the placement is mended. Gives back the best one met that keeps
 * all limits. The same seed gives the same placement.
 * @param warmth how boldly it begins; 1 as usual
 * @param effort the share of its usual tries
 */
export function anneal(
  problem: Problem,
  start: readonly number[],
  seed: number,
  warmth = 1,
  effort = 1,
): number[] {
  const { fixed, allowed, needs } = problem;
  const isFree = start.map((_, f) => (fixed[f] ?? -1) < 0 && allowed[f]?.includes(true) === true);
  const free = start.map((_, f) => f).filter((f) => isFree[f]);
  if (free.length < 2) return [...start];
  const weeksOf = new Map(free.map((f) => [f, (allowed[f] ?? []).flatMap((can, w) => (can ? [w] : []))]));
  const needed = start.map((_, f) => needs.flatMap((one) => (one.f === f ? [one.need] : [])));
  const needing = start.map((_, f) => needs.flatMap((one) => (one.need === f ? [one.f] : [])));
  const random = randomFrom(seed);
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const scale = free.reduce((sum, f) => sum + Math.max(0, ...(problem.value[f] ?? [])), 0) / free.length;
  const dearest = free.reduce((most, f) => Math.max(most, ...(problem.value[f] ?? [])), 1);
  const board = new Board(problem, start);
  const { places } = board;
  let undo: (readonly [f: number, w: number])[] = [];
  const put = (f: number, w: number): void => {
    undo.push([f, places[f] as number]);
    board.put(f, w);
  };
  const letWait = (f: number): void => {
    if (!isFree[f] || (places[f] as number) < 0) return;
    put(f, -1);
    for (const later of needing[f] as readonly number[]) letWait(later);
  };
  const letIn = (f: number, w: number): void => {
    put(f, w);
    for (const need of needed[f] as readonly number[]) {
      if (!isFree[need] || (places[need] as number) >= 0) continue;
      const before = (weeksOf.get(need) ?? []).filter((v) => v < w);
      if (before.length > 0) letIn(need, any(before));
    }
  };
  /** Makes room in a week that became too full: another figure of it has to wait, or goes elsewhere. */
  const makeRoom = (f: number): void => {
    const w = places[f] as number;
    if (w < 0 || !board.isOver(w)) return;
    const others = free.filter((g) => g !== f && places[g] === w && !(needed[f] ?? []).includes(g));
    if (others.length === 0) return;
    const g = any(others);
    if (random() < 0.5) letWait(g);
    else put(g, any(weeksOf.get(g) as readonly number[]));
  };
  const change = (f: number): void => {
    const stood = places[f] as number;
    const kind = random();
    if (kind < 0.3) {
      const g = any(free);
      const other = places[g] as number;
      const may = (one: number, w: number) => w < 0 || allowed[one]?.[w] === true;
      if (g === f || stood === other || !may(f, other) || !may(g, stood)) return;
      if (other >= 0 && stood >= 0) {
        put(f, other);
        put(g, stood);
      } else {
        const [out, into, w] = other < 0 ? [f, g, stood] : [g, f, other];
        letWait(out);
        if ((places[into] as number) < 0) letIn(into, w);
      }
    } else if (stood >= 0 && kind < 0.42) letWait(f);
    else {
      const to = any(weeksOf.get(f) as readonly number[]);
      if (to === stood) return;
      if (stood < 0) letIn(f, to);
      else put(f, to);
      if (random() < 0.6) makeRoom(f);
    }
  };
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
    undo = [];
    change(any(free));
    if (undo.length > 0) {
      const next = board.look();
      const gain = next.score - now.score - price * (next.broken - now.broken);
      if (gain >= 0 || random() < Math.exp(gain / heat)) {
        now = next;
        if (next.broken < 1e-9 && next.score > most + 1e-9) consider(Array.from(places));
      } else for (const [f, w] of undo.reverse()) board.put(f, w);
    }
    if (at % every === 0 && done > 0.3) consider(mended(problem, places));
  }
  return best;
}
