import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { runs } from "../../testing/runs.ts";
import type { Arc, GraphState, TransitionGraph } from "./graph.ts";
import { type OrderPreferences, routineOrder } from "./order.ts";

const STATE: GraphState = { hold: null, free: {}, facing: null, room: 0, changed: false };
/** A graph from its arcs as `[figure, from, to]`; no figure is a free change. */
const graphOf = (arcs: readonly (readonly [string | null, number, number])[]): TransitionGraph => ({
  states: Array.from({ length: Math.max(...arcs.flatMap(([, from, to]) => [from, to])) + 1 }, () => STATE),
  arcs: arcs.map(([figureId, from, to]): Arc => ({ figureId, side: "written", from, to, beats: 4, turn: 0 })),
});
/** The figures in their order where all of them go from one state into itself. */
const ordered = (ids: readonly string[], preferences: OrderPreferences, times = ids.map(() => 1)) =>
  routineOrder(graphOf(ids.map((id) => [id, 0, 0] as const)), times, preferences)?.map((at) => ids[at]);

/** A walk through a graph, and how often it takes each arc. */
const walked = fc
  .tuple(
    fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 })), {
      minLength: 1,
      maxLength: 10,
    }),
    fc.array(fc.nat(), { minLength: 1, maxLength: 14 }),
  )
  .chain(([ends, choices]) => {
    const arcs = ends.map(([from, to], at) => [`f${at}`, from, to] as const);
    const times = arcs.map(() => 0);
    let state = arcs[0]?.[1] ?? 0;
    for (const choice of choices) {
      const ways = arcs.flatMap(([, from], at) => (from === state ? [at] : []));
      const way = ways[choice % Math.max(1, ways.length)];
      if (way === undefined) break;
      times[way] = (times[way] ?? 0) + 1;
      state = arcs[way]?.[2] ?? 0;
    }
    return fc.constant({ graph: graphOf(arcs), times });
  });

describe("the order of a routine", () => {
  it("dances each arc as often as it is to be, each where the one before ended", () => {
    fc.assert(
      fc.property(walked, ({ graph, times }) => {
        const walk = routineOrder(graph, times);
        if (!walk) throw new Error("there is a walk, and none was found");
        expect(graph.arcs.map((_, at) => walk.filter((one) => one === at).length)).toEqual(times);
        walk.slice(1).forEach((at, index) => {
          expect(graph.arcs[at]?.from).toBe(graph.arcs[walk[index] ?? 0]?.to);
        });
      }),
      runs(200),
    );
  });

  it("is none where what is to be danced falls apart", () => {
    const apart = graphOf([
      ["one", 0, 0],
      ["other", 1, 1],
    ]);
    expect(routineOrder(apart, [1, 1])).toBeNull();
    expect(routineOrder(apart, [2, 0])).toEqual([0, 0]);
  });

  it("keeps look-alikes apart, whichever of the two comes first", () => {
    for (const apart of [[["pass", "whip"]], [["whip", "pass"]]] as const)
      expect(ordered(["pass", "whip", "basic"], { apart })).toEqual(["pass", "basic", "whip"]);
    // Nothing else is there to stand between them.
    expect(ordered(["pass", "whip"], { apart: [["pass", "whip"]] })).toEqual(["pass", "whip"]);
    // Others than those named may follow each other.
    expect(ordered(["pass", "whip", "basic"], { apart: [["whip", "basic"]] })).toEqual([
      "pass",
      "whip",
      "basic",
    ]);
  });

  it("begins with what comes first, but not where look-alikes would meet for it", () => {
    const rank = new Map([
      ["turn", 2],
      ["basic", 0],
      ["pattern", 1],
    ]);
    expect(ordered(["turn", "pattern", "basic"], { rank })).toEqual(["basic", "pattern", "turn"]);
    expect(ordered(["turn", "pattern", "basic"], { rank, apart: [["basic", "pattern"]] })).toEqual([
      "basic",
      "turn",
      "pattern",
    ]);
    // However far behind something is ranked.
    const far = new Map([
      ["turn", 500],
      ["pattern", 1],
    ]);
    expect(ordered(["turn", "pattern", "basic"], { rank: far, apart: [["basic", "pattern"]] })).toEqual([
      "basic",
      "turn",
      "pattern",
    ]);
  });

  it("puts a figure after what it is danced better after, also where look-alikes meet for it", () => {
    const needs = new Map([["spin", ["basic", "turn"]]]);
    expect(ordered(["spin", "turn", "basic"], { needs })).toEqual(["turn", "basic", "spin"]);
    expect(ordered(["spin", "turn", "basic"], { needs, apart: [["turn", "basic"]] })).toEqual([
      "turn",
      "basic",
      "spin",
    ]);
  });

  it("stands one figure no more often in a row than asked, where it can", () => {
    const often = ["basic", "pass"];
    expect(ordered(often, { inARow: 2 }, [4, 2])).toEqual([
      "basic",
      "basic",
      "pass",
      "basic",
      "basic",
      "pass",
    ]);
    expect(ordered(often, {}, [4, 2])).toEqual(["basic", "basic", "basic", "basic", "pass", "pass"]);
    expect(ordered(often, { inARow: 1 }, [3, 0])).toEqual(["basic", "basic", "basic"]);
  });

  it("begins in the first state that is liked and danced in, or where it has to", () => {
    const round = graphOf([
      ["out", 0, 1],
      ["back", 1, 0],
      ["else", 2, 2],
    ]);
    expect(routineOrder(round, [1, 1, 0])).toEqual([0, 1]);
    expect(routineOrder(round, [1, 1, 0], { from: [2, 1, 0] })).toEqual([1, 0]);
    // Open ended: it goes out once more than back.
    expect(routineOrder(round, [2, 1, 0], { from: [1] })).toEqual([0, 1, 0]);
  });

  it("goes round by a free change of hold only where a figure reads worse", () => {
    const changing = graphOf([
      [null, 0, 0],
      ["pass", 0, 0],
      ["whip", 0, 0],
    ]);
    expect(routineOrder(changing, [1, 1, 1], { rank: new Map([["whip", 1]]) })).toEqual([1, 0, 2]);
    // A change is no figure: what stands before it is still the last one danced.
    expect(routineOrder(changing, [1, 1, 1], { apart: [["pass", "whip"]] })).toEqual([1, 0, 2]);
  });
});
