import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../testing/runs.ts";
import {
  type Arc,
  type CountOptions,
  countSequences,
  type Danced,
  dealSequence,
  type GraphState,
  islands,
  rankSequence,
  type TransitionGraph,
  unrankSequence,
} from "./index.ts";

const state = (at: number): GraphState => ({
  hold: `hold ${at}`,
  free: { leader: "L", follower: "R" },
  facing: 180,
  room: 0,
  changed: false,
});

/** A graph of a few states with figures between them, some of which are free changes. */
const anyGraph: fc.Arbitrary<TransitionGraph> = fc.integer({ min: 1, max: 4 }).chain((size) =>
  fc
    .array(
      fc.record({
        figure: fc.option(fc.constantFrom("a", "b", "c", "d"), { freq: 5 }),
        from: fc.nat(size - 1),
        to: fc.nat(size - 1),
      }),
      { minLength: 1, maxLength: 9 },
    )
    .map((drafts) => ({
      states: Array.from({ length: size }, (_, at) => state(at)),
      arcs: drafts.map(
        ({ figure, from, to }): Arc => ({
          figureId: figure,
          side: "written",
          from,
          to,
          beats: figure === null ? 0 : { a: 2, b: 3, c: 4, d: 2 }[figure],
          turn: 0,
        }),
      ),
    })),
);
const options = fc.record(
  {
    must: fc.uniqueArray(fc.constantFrom("a", "b"), { maxLength: 2 }),
    inARow: fc.integer({ min: 1, max: 2 }),
    loops: fc.boolean(),
    to: fc.constant(0),
    from: fc.constant(0),
  },
  { requiredKeys: [] },
);

/** Every sequence of so many beats, found by trying all of them. */
function listed({ states, arcs }: TransitionGraph, beats: number, asked: CountOptions): string[] {
  const { from, to, must = [], inARow = 99, loops = false } = asked;
  const found = new Set<string>();
  const changed = (at: number) => [
    at,
    ...arcs.flatMap((arc) => (arc.figureId === null && arc.from === at ? [arc.to] : [])),
  ];
  const go = (begun: number, first: number, at: number, left: number, ids: readonly string[]): void => {
    if (left === 0) {
      const ends = changed(at);
      const isRight =
        must.every((id) => ids.includes(id)) &&
        (to === undefined || ends.includes(to)) &&
        (!loops || ends.includes(first));
      if (isRight && ids.length > 0) found.add(ids.join(" "));
      return;
    }
    for (const ready of ids.length === 0 && loops ? [at] : changed(at))
      for (const arc of arcs) {
        if (arc.figureId === null || arc.from !== ready || arc.beats > left) continue;
        const next = [...ids, arc.figureId];
        if (next.slice(-inARow - 1).length > inARow && new Set(next.slice(-inARow - 1)).size === 1) continue;
        go(begun, ids.length === 0 ? ready : first, arc.to, left - arc.beats, next);
      }
  };
  for (const begun of from === undefined ? states.keys() : [from]) go(begun, begun, begun, beats, []);
  return [...found];
}
const idsOf = (sequence: readonly Danced[] | null) => sequence?.map(({ figureId }) => figureId).join(" ");

describe("counting sequences", () => {
  test("counts as many as there are when all are tried", () => {
    fc.assert(
      fc.property(anyGraph, fc.integer({ min: 1, max: 11 }), options, (graph, beats, asked) => {
        expect(countSequences(graph, beats, asked)).toBe(BigInt(listed(graph, beats, asked).length));
      }),
      runs(600),
    );
  });

  test("lists each once: a place has one sequence, and a sequence one place", () => {
    fc.assert(
      fc.property(anyGraph, fc.integer({ min: 1, max: 10 }), options, (graph, beats, asked) => {
        const all = listed(graph, beats, asked);
        const told = all.map((_, rank) => unrankSequence(graph, beats, BigInt(rank), asked));
        expect(told.map(idsOf).sort()).toEqual(all.toSorted());
        told.forEach((one, rank) => {
          expect(rankSequence(graph, beats, one ?? [], asked)).toBe(BigInt(rank));
        });
        expect(unrankSequence(graph, beats, BigInt(all.length), asked)).toBeNull();
        expect(unrankSequence(graph, beats, -1n, asked)).toBeNull();
      }),
      runs(300),
    );
  });

  it("has no place for what can't be danced, is too long, or was not asked", () => {
    const graph: TransitionGraph = {
      states: [state(0)],
      arcs: [{ figureId: "a", side: "written", from: 0, to: 0, beats: 2, turn: 0 }],
    };
    const a: Danced = { figureId: "a", side: "written" };
    expect(rankSequence(graph, 4, [a, a])).toBe(0n);
    expect(rankSequence(graph, 4, [a])).toBeNull();
    expect(rankSequence(graph, 4, [a, a, a])).toBeNull();
    expect(rankSequence(graph, 4, [a, { ...a, side: "other" }])).toBeNull();
    expect(rankSequence(graph, 4, [a, a], { inARow: 1 })).toBeNull();
    expect(countSequences(graph, 3)).toBe(0n);
    expect(countSequences({ states: [], arcs: [] }, 8)).toBe(0n);
    expect(dealSequence(graph, 3, {}, () => 0.5)).toBeNull();
    expect(() => countSequences(graph, 4, { must: Array.from({ length: 13 }, (_, at) => `${at}`) })).toThrow(
      RangeError,
    );
  });

  it("deals each as often as any other (chi-square)", () => {
    const arc = (figureId: string, beats: number, from: number, to: number): Arc => ({
      figureId,
      side: "written",
      from,
      to,
      beats,
      turn: 0,
    });
    const graph: TransitionGraph = {
      states: [state(0), state(1)],
      arcs: [arc("a", 1, 0, 1), arc("b", 2, 0, 0), arc("c", 1, 1, 0), arc("d", 3, 1, 1), arc("e", 2, 1, 0)],
    };
    const all = Number(countSequences(graph, 7));
    let seed = 1;
    const random = () => {
      seed = (seed * 48_271) % 2_147_483_647;
      return seed / 2_147_483_647;
    };
    const times = new Map<string, number>();
    const deals = 200 * all;
    for (let deal = 0; deal < deals; deal++) {
      const key = idsOf(dealSequence(graph, 7, {}, random)) ?? "";
      times.set(key, (times.get(key) ?? 0) + 1);
    }
    expect(times.size).toBe(all);
    const square = [...times.values()].reduce((sum, own) => sum + (own - 200) ** 2 / 200, 0);
    // Three standard deviations above its mean.
    expect(square).toBeLessThan(all - 1 + 3 * Math.sqrt(2 * (all - 1)));
  });
});

describe("islands", () => {
  /** A graph in which each arc is a figure of its own. */
  const apart: fc.Arbitrary<TransitionGraph> = fc.integer({ min: 1, max: 7 }).chain((size) =>
    fc.array(fc.tuple(fc.nat(size - 1), fc.nat(size - 1)), { maxLength: 10 }).map((pairs) => ({
      states: Array.from({ length: size }, (_, at) => state(at)),
      arcs: [
        // Each state is danced in, so that none is idle.
        ...Array.from({ length: size }, (_, at) => [at, at] as const),
        ...pairs,
      ].map(([from, to], at) => ({
        figureId: `f${at}`,
        side: "written" as const,
        from,
        to,
        beats: 2,
        turn: 0,
      })),
    })),
  );
  const reaches = (pairs: readonly (readonly [number, number])[], size: number): boolean[][] => {
    const can = Array.from({ length: size }, (_, a) => Array.from({ length: size }, (_, b) => a === b));
    for (const [a, b] of pairs) (can[a] as boolean[])[b] = true;
    for (let k = 0; k < size; k++)
      for (let a = 0; a < size; a++)
        for (let b = 0; b < size; b++) if (can[a]?.[k] && can[k]?.[b]) (can[a] as boolean[])[b] = true;
    return can;
  };
  const pairsOf = ({ arcs }: TransitionGraph) => arcs.map(({ from, to }) => [from, to] as const);
  const isOne = (pairs: readonly (readonly [number, number])[], size: number) =>
    reaches(pairs, size).every((row) => row.every(Boolean));

  test("are the states among which one can go to and fro, and the links join them all", () => {
    fc.assert(
      fc.property(apart, (graph) => {
        const size = graph.states.length;
        const { islands: found, links } = islands(graph);
        const can = reaches(pairsOf(graph), size);
        for (const island of found)
          for (let a = 0; a < size; a++)
            for (const b of island.states)
              expect(island.states.includes(a)).toBe(can[a]?.[b] === true && can[b]?.[a] === true);
        expect(isOne([...pairsOf(graph), ...links.map(({ from, to }) => [from, to] as const)], size)).toBe(
          true,
        );
        const [into, out] = [found.filter((one) => one.nothingIn), found.filter((one) => one.nothingOut)];
        expect(links).toHaveLength(found.length < 2 ? 0 : Math.max(into.length, out.length));
      }),
      runs(500),
    );
  });

  test("are joined by no fewer links than those that are named", () => {
    const few = apart.filter(({ states }) => states.length <= 5);
    fc.assert(
      fc.property(few, (graph) => {
        const size = graph.states.length;
        const { links } = islands(graph);
        if (links.length === 0 || links.length > 2) return;
        const every = Array.from(
          { length: size * size },
          (_, at) => [Math.floor(at / size), at % size] as const,
        );
        const fewer = links.length === 1 ? [[]] : every.map((one) => [one]);
        for (const some of fewer) expect(isOne([...pairsOf(graph), ...some], size)).toBe(false);
      }),
      runs(200),
    );
  });

  it("leave out where one may only begin", () => {
    const arc = (figureId: string, from: number, to: number): Arc => ({
      figureId,
      side: "written",
      from,
      to,
      beats: 2,
      turn: 0,
    });
    const graph = {
      states: [state(0), state(1)],
      arcs: [arc("a", 0, 1), arc("a", 1, 1), arc("b", 0, 1), arc("b", 1, 1)],
    };
    expect(islands(graph)).toEqual({
      islands: [{ states: [1], nothingIn: true, nothingOut: true }],
      links: [],
    });
    const needed = { ...graph, arcs: [...graph.arcs, arc("c", 0, 1)] };
    expect(islands(needed).links).toEqual([{ from: 1, to: 0 }]);
  });
});
