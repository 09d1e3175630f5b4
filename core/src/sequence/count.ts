import { beatsToTicks } from "../time/index.ts";
import { type Automaton, automatonOf, type CountOptions, type Danced } from "./automaton.ts";
import type { TransitionGraph } from "./graph.ts";

/** How many sequences there are from each state of the automaton on, by what is left of the time. */
interface Table {
  readonly automaton: Automaton;
  /** Units of time left, to the number for each state. */
  readonly ways: readonly (readonly bigint[])[];
  /** For a time left and a state: after each symbol, how many sequences begin with it or one before it. */
  readonly upTo: (left: number, state: number) => readonly bigint[];
}

/** Tables are kept for what was asked of late: dealing a thousand sequences counts them once. */
const MOST_KEPT = 6;
const tables = new WeakMap<TransitionGraph, Map<string, Table | null>>();

/** Steps out of a state, those of one length to one state put together. */
function stepsOf({ symbols, states }: Automaton, state: number) {
  const grouped = new Map<string, { readonly to: number; readonly units: number; times: bigint }>();
  states[state]?.next.forEach((to, symbol) => {
    if (to < 0) return;
    const units = symbols[symbol]?.units ?? 0;
    const known = grouped.get(`${to} ${units}`);
    if (known) known.times += 1n;
    else grouped.set(`${to} ${units}`, { to, units, times: 1n });
  });
  return [...grouped.values()];
}

/** `null` where no figures last so many beats together. */
function countUp(graph: TransitionGraph, beats: number, options: CountOptions): Table | null {
  const automaton = automatonOf(graph, options);
  const ticks = beatsToTicks(beats);
  if (automaton.unit === 0 || ticks % automaton.unit !== 0) return null;
  const steps = automaton.states.map((_, state) => stepsOf(automaton, state));
  const ways: bigint[][] = [];
  for (let left = 0; left <= ticks / automaton.unit; left++)
    ways.push(
      automaton.states.map(({ accepts }, state) => {
        let sum = left === 0 && accepts ? 1n : 0n;
        for (const { to, units, times } of steps[state] ?? []) {
          const rest = ways[left - units]?.[to] ?? 0n;
          if (rest !== 0n) sum += times === 1n ? rest : times * rest;
        }
        return sum;
      }),
    );
  return { automaton, ways, upTo: sumsOf(automaton, ways) };
}

/** Sums over the symbols of a state, each worked out when it is first asked for. */
function sumsOf({ symbols, states }: Automaton, ways: readonly (readonly bigint[])[]): Table["upTo"] {
  const known = new Map<number, readonly bigint[]>();
  return (left, state) => {
    const place = left * states.length + state;
    const before = known.get(place);
    if (before) return before;
    let sum = 0n;
    const sums = symbols.map(({ units }, index) => {
      sum += ways[left - units]?.[states[state]?.next[index] ?? -1] ?? 0n;
      return sum;
    });
    known.set(place, sums);
    return sums;
  };
}

/** The first place in rising sums that is above a number. */
function firstAbove(sums: readonly bigint[], number: bigint): number {
  let [low, high] = [0, sums.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sums[middle] as bigint) > number) high = middle;
    else low = middle + 1;
  }
  return low;
}

function tableOf(graph: TransitionGraph, beats: number, options: CountOptions): Table | null {
  const kept = tables.get(graph) ?? new Map<string, Table | null>();
  tables.set(graph, kept);
  const key = JSON.stringify([beats, options]);
  const known = kept.get(key);
  if (known !== undefined) return known;
  const table = countUp(graph, beats, options);
  const [oldest] = kept.keys();
  if (kept.size >= MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  kept.set(key, table);
  return table;
}

const totalOf = (table: Table | null): bigint => table?.ways.at(-1)?.[0] ?? 0n;

/**
 * How many sequences of exactly so many beats can be danced: an exact whole number, of any size. Two are the same when
 * they dance the same figures on the same sides in the same order, whatever holds are changed into between them.
 * @param beats above 0
 * @param options without any, from any state to any, each figure as often as one likes
 * @returns 0 where none can be danced
 * @throws RangeError when what is asked has more cases than can be told apart (some hundred thousand)
 * @example
 * countSequences(GRAPH, 16) // 4n
 */
export const countSequences = (graph: TransitionGraph, beats: number, options: CountOptions = {}): bigint =>
  totalOf(tableOf(graph, beats, options));

/** A whole number from 0 to below another, each as likely. */
function drawnBelow(most: bigint, random: () => number): bigint {
  const bits = most.toString(2).length;
  for (;;) {
    let drawn = 0n;
    for (let left = bits; left > 0; left -= 24) {
      const own = Math.min(24, left);
      drawn = (drawn << BigInt(own)) | BigInt(Math.floor(random() * 2 ** own));
    }
    if (drawn < most) return drawn;
  }
}

/** The sequence of a rank that there is. */
function sequenceAt({ automaton, ways, upTo }: Table, rank: bigint): Danced[] {
  const { symbols, states } = automaton;
  const found: Danced[] = [];
  let [state, at, left] = [0, rank, ways.length - 1];
  while (left > 0) {
    const sums = upTo(left, state);
    const symbol = firstAbove(sums, at);
    at -= sums[symbol - 1] ?? 0n;
    const { figureId, side, units } = symbols[symbol] as (typeof symbols)[number];
    found.push({ figureId, side });
    state = states[state]?.next[symbol] as number;
    left -= units;
  }
  return found;
}

/**
 * One sequence of so many beats, each of all there are as likely.
 * @param random numbers from 0 to below 1
 * @returns `null` where none can be danced
 * @throws RangeError as `countSequences`
 * @example
 * dealSequence(GRAPH, 8, {}, () => 0) // [{ figureId: "basic", side: "written" }]
 */
export function dealSequence(
  graph: TransitionGraph,
  beats: number,
  options: CountOptions,
  random: () => number,
): Danced[] | null {
  const table = tableOf(graph, beats, options);
  const total = totalOf(table);
  return table && total > 0n ? sequenceAt(table, drawnBelow(total, random)) : null;
}

/**
 * The sequence that stands at a place in the list of all of so many beats, in the order of the graph's figures.
 * @param rank from 0
 * @returns `null` where the list is shorter
 * @throws RangeError as `countSequences`
 * @example
 * unrankSequence(GRAPH, 8, 0n) // [{ figureId: "basic", side: "written" }]
 */
export function unrankSequence(
  graph: TransitionGraph,
  beats: number,
  rank: bigint,
  options: CountOptions = {},
): Danced[] | null {
  const table = tableOf(graph, beats, options);
  return table && rank >= 0n && rank < totalOf(table) ? sequenceAt(table, rank) : null;
}

/**
 * The place of a sequence in the list of all of its length, from 0.
 * @returns `null` for one that is not in the list: it can't be danced, lasts otherwise, or is not what was asked
 * @throws RangeError as `countSequences`
 * @example
 * rankSequence(GRAPH, 8, [{ figureId: "basic", side: "written" }]) // 0n
 */
export function rankSequence(
  graph: TransitionGraph,
  beats: number,
  sequence: readonly Danced[],
  options: CountOptions = {},
): bigint | null {
  const table = tableOf(graph, beats, options);
  if (!table) return null;
  const { symbols, states } = table.automaton;
  let [state, rank, left] = [0, 0n, table.ways.length - 1];
  for (const { figureId, side } of sequence) {
    const next = states[state]?.next ?? [];
    const symbol = symbols.findIndex((one) => one.figureId === figureId && one.side === side);
    const units = symbols[symbol]?.units;
    if (units === undefined || units > left || (next[symbol] ?? -1) < 0) return null;
    rank += table.upTo(left, state)[symbol - 1] ?? 0n;
    state = next[symbol] as number;
    left -= units;
  }
  return left === 0 && states[state]?.accepts ? rank : null;
}
