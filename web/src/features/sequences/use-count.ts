import {
  type CountOptions,
  countSequences,
  type Danced,
  dealSequence,
  figureItemsOf,
  type TransitionGraph,
  transitionGraph,
  unrankSequence,
} from "@map-step/core/sequence";
import { useMemo, useState } from "react";
import { asItems } from "./as-items.ts";
import type { Builder } from "./use-builder.ts";

/** So many are shown at once. */
export const PAGE = 5n;
/** So often is dealt anew until one holds a turn. */
const MOST_DEALS = 5000;

type Counted = { readonly total: bigint } | { readonly tooMany: true };

function countedOf(count: () => bigint): Counted {
  try {
    return { total: count() };
  } catch (error) {
    if (error instanceof RangeError) return { tooMany: true };
    throw error;
  }
}

/** Routines of so many counts: how many there are, one dealt, and some of them in order. */
export function useCount(builder: Builder, onClose: () => void) {
  const { library, content, actions, round } = builder;
  const { dance, figures, records } = library;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(figureItemsOf(content.items).map(({ figureId }) => figureId)),
  );
  const [beats, setBeats] = useState(round.beats > 0 ? round.beats : 4 * content.phraseBeats);
  const [inARow, setInARow] = useState(0);
  const [isLoop, setLoop] = useState(content.loops);
  const [withTurn, setWithTurn] = useState(false);
  const [first, setFirst] = useState(0n);
  const [dealt, setDealt] = useState<readonly Danced[] | null>(null);
  const own = useMemo(() => figures.filter(({ id }) => chosen.has(id)), [figures, chosen]);
  const graph = useMemo(() => transitionGraph(own, dance), [own, dance]);
  const turns = useMemo(
    () => new Set(records.flatMap(({ id, kind }) => (kind === "turn" ? [id] : []))),
    [records],
  );
  const options: CountOptions = { loops: isLoop, ...(inARow > 0 ? { inARow } : {}) };
  const key = JSON.stringify(options);
  const counted = useMemo((): Counted => {
    const asked = JSON.parse(key) as CountOptions;
    return countedOf(() => {
      const all = countSequences(graph, beats, asked);
      if (!withTurn) return all;
      // What holds no turn is counted and taken away.
      const bare: TransitionGraph = {
        states: graph.states,
        arcs: graph.arcs.filter(({ figureId }) => figureId === null || !turns.has(figureId)),
      };
      return all - countSequences(bare, beats, asked);
    });
  }, [graph, beats, key, withTurn, turns]);
  const total = "total" in counted ? counted.total : 0n;
  const hasTurn = (one: readonly Danced[]): boolean => one.some(({ figureId }) => turns.has(figureId));
  const deal = () => {
    for (let time = 0; time < MOST_DEALS; time++) {
      const one = dealSequence(graph, beats, options, Math.random);
      if (one === null || !withTurn || hasTurn(one)) return setDealt(one);
    }
  };
  const page = useMemo(() => {
    if (withTurn || total === 0n) return [];
    const asked = JSON.parse(key) as CountOptions;
    return Array.from({ length: Number(PAGE) }, (_, at) => first + BigInt(at)).flatMap((rank) => {
      const one = rank < total ? unrankSequence(graph, beats, rank, asked) : null;
      return one ? [{ rank, one }] : [];
    });
  }, [withTurn, total, key, first, graph, beats]);
  const put = (one: readonly Danced[]) => {
    actions.setItems(asItems(one));
    onClose();
  };
  const again = (change: () => void) => {
    change();
    setFirst(0n);
    setDealt(null);
  };
  return {
    chosen,
    setChosen,
    beats,
    setBeats,
    inARow,
    setInARow,
    isLoop,
    setLoop,
    withTurn,
    setWithTurn,
    first,
    setFirst,
    dealt,
    deal,
    counted,
    total,
    page,
    put,
    again,
  };
}
/** Routines that are counted. */
export type Counting = ReturnType<typeof useCount>;
