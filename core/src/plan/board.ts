import type { Problem } from "./problem.ts";
import { VALUE } from "./terms.ts";

/** Numbers from 0 to 1 that look random and are the same each time (xorshift, Marsaglia, 2003). */
export function randomFrom(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 4_294_967_296;
  };
}

/** A placement with everything kept up to date that its worth and its broken limits are made of. */
export class Board {
  readonly places: Int16Array;
  readonly #load: Float64Array;
  readonly #fresh: Float64Array;
  readonly #capacity: Float64Array;
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
    const { weeks, fixed, minutes, capacity, most, needs, apart, follows, value, countKinds, mostCounts } =
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
    this.#capacity = Float64Array.from(capacity, (own, w) => Math.max(own, standing[w] ?? 0));
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
      (this.#load[w] as number) > (this.#capacity[w] as number)
    );
  }

  /** Rhythms beyond what a lesson takes. */
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
      const [more, many] = [load - (this.#capacity[w] as number), fresh - (this.#most[w] as number)];
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
