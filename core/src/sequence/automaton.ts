import { beatsToTicks, gcd } from "../time/index.ts";
import type { Side, TransitionGraph } from "./graph.ts";

/** A figure as it stands in a sequence. */
export interface Danced {
  readonly figureId: string;
  readonly side: Side;
}

/** What sequences are asked for. States are told by their index in the graph. */
export interface CountOptions {
  /** Where they begin and end; any state where nothing is said. */
  readonly from?: number | undefined;
  readonly to?: number | undefined;
  /** Figures that must be in them, at most `MOST_MUSTS`. */
  readonly must?: readonly string[] | undefined;
  /** How often one figure may stand in a row, at least 1; as often as one likes where nothing is said. */
  readonly inARow?: number | undefined;
  /** Whether the first figure can follow the last, so that they go round. */
  readonly loops?: boolean | undefined;
}

/** More figures that must be in a sequence than these are a routine to be found rather than a number. */
export const MOST_MUSTS = 12;

interface AutomatonState {
  /** The state after each symbol; -1 where it can't be danced. */
  readonly next: readonly number[];
  /** Whether a sequence may end here. */
  readonly accepts: boolean;
}

/**
 * Reads sequences figure by figure and stands, after each, in one state: the set of all states of the graph in which
 * the dancers may be. So each sequence is one way through it, and ways can be counted.
 */
export interface Automaton {
  readonly symbols: readonly (Danced & { readonly units: number })[];
  /** The first is the one before the first figure. */
  readonly states: readonly AutomatonState[];
  /** Ticks of one unit: every figure lasts a whole number of them. 0 where there is no figure. */
  readonly unit: number;
}

const MOST_STATES = 200_000;

/** Where the dancers may be, for each state in which they may have begun; -1 for all beginnings together. */
type Parts = readonly (readonly [begun: number, at: readonly number[]])[];

interface Reading {
  readonly parts: Parts;
  /** The figure danced last, and how often in a row. */
  readonly last: string;
  readonly run: number;
  /** Bits of the musts that were danced. */
  readonly had: number;
}

const unique = (list: Iterable<number>): number[] => [...new Set(list)].sort((a, b) => a - b);

/** The states of the graph that a state leads to by a free change of hold, itself among them. */
const changedFrom = ({ states, arcs }: TransitionGraph): readonly (readonly number[])[] => {
  const all = states.map((_, state) => [state]);
  for (const { figureId, from, to } of arcs) if (figureId === null) all[from]?.push(to);
  return all;
};

/**
 * The automaton of a graph for what is asked.
 * @throws RangeError when it has more states than can be told apart
 */
export function automatonOf(graph: TransitionGraph, options: CountOptions): Automaton {
  const { from, to, must = [], inARow = Number.POSITIVE_INFINITY, loops = false } = options;
  if (must.length > MOST_MUSTS) throw new RangeError(`At most ${MOST_MUSTS} figures that must be in it`);
  const danced = graph.arcs.filter((arc) => arc.figureId !== null);
  const unit = danced.reduce((all, { beats }) => gcd(beatsToTicks(beats), all), 0);
  const symbols = new Map<
    string,
    Danced & { readonly units: number; readonly after: Map<number, number[]> }
  >();
  for (const { figureId, side, from: at, to: then, beats } of danced) {
    const key = JSON.stringify([figureId, side]);
    const symbol = symbols.get(key) ?? {
      figureId: figureId as string,
      side,
      units: beatsToTicks(beats) / unit,
      after: new Map<number, number[]>(),
    };
    symbols.set(key, symbol);
    symbol.after.set(at, [...(symbol.after.get(at) ?? []), then]);
  }
  const all = [...symbols.values()];
  const reach = changedFrom(graph);
  const bits = new Map(must.map((id, bit) => [id, 1 << bit]));
  const everyMust = (1 << must.length) - 1;
  const after = (nodes: readonly number[], { after: leads }: (typeof all)[number]): number[] =>
    unique(nodes.flatMap((node) => (reach[node] ?? []).flatMap((ready) => leads.get(ready) ?? [])));
  const firstOf = (begun: number, symbol: (typeof all)[number]): number[] =>
    loops ? unique(symbol.after.get(begun) ?? []) : after([begun], symbol);

  const states: { next: number[]; accepts: boolean }[] = [];
  const readings: Reading[] = [];
  const numbers = new Map<string, number>();
  const numberOf = (reading: Reading): number => {
    const key = JSON.stringify([
      // The beginning is a state of its own, in which nothing may end.
      readings.length === 0,
      reading.parts,
      inARow === Number.POSITIVE_INFINITY ? "" : reading.last,
      reading.run,
      reading.had,
    ]);
    const known = numbers.get(key);
    if (known !== undefined) return known;
    if (readings.length >= MOST_STATES) throw new RangeError("There are too many cases to count");
    numbers.set(key, readings.length);
    return readings.push(reading) - 1;
  };
  const begun = from === undefined ? [...graph.states.keys()] : [from];
  const start: Parts = loops ? begun.map((node) => [node, [node]] as const) : [[-1, begun]];
  numberOf({ parts: start, last: "", run: 0, had: 0 });
  for (let state = 0; state < readings.length; state++) {
    const { parts, last, run, had } = readings[state] as Reading;
    const next = all.map((symbol) => {
      const { figureId } = symbol;
      const inRow = figureId === last ? run + 1 : 1;
      if (inRow > inARow) return -1;
      const moved = parts.flatMap(([begins, nodes]): Parts => {
        const then = state === 0 && loops ? firstOf(begins, symbol) : after(nodes, symbol);
        return then.length === 0 ? [] : [[begins, then]];
      });
      if (moved.length === 0) return -1;
      const counted = inARow === Number.POSITIVE_INFINITY ? 0 : inRow;
      return numberOf({ parts: moved, last: figureId, run: counted, had: had | (bits.get(figureId) ?? 0) });
    });
    const ends = parts.some(([begins, nodes]) =>
      nodes.some((node) => {
        const ready = reach[node] ?? [];
        return (!loops || ready.includes(begins)) && (to === undefined || ready.includes(to));
      }),
    );
    states.push({ next, accepts: state > 0 && ends && (had & everyMust) === everyMust });
  }
  return { symbols: all.map(({ figureId, side, units }) => ({ figureId, side, units })), states, unit };
}
