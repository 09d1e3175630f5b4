import {
  type Arc,
  islands,
  type RoutineOptions,
  routineModel,
  routineOrder,
  type TransitionGraph,
} from "@map-step/core/sequence";
import fc from "fast-check";
import loadHighs from "highs";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../../core/testing/runs.ts";
import { proveRoutine } from "./prove-routine.ts";

const highs = await loadHighs();

const graphOf = (size: number, arcs: readonly Arc[]): TransitionGraph => ({
  states: Array.from({ length: size }, (_, at) => ({
    hold: `hold ${at}`,
    free: {},
    facing: null,
    room: 0,
    changed: false,
  })),
  arcs,
});
const arc = (figureId: string | null, from: number, to: number, beats = 2, turn = 0): Arc => ({
  figureId,
  side: "written",
  from,
  to,
  beats: figureId === null ? 0 : beats,
  turn,
});

/** Small graphs of which every routine can be tried; a figure may begin in several states. */
const anyGraph: fc.Arbitrary<TransitionGraph> = fc.integer({ min: 1, max: 4 }).chain((size) =>
  fc
    .array(
      fc.record({
        figure: fc.constantFrom(null, "a", "b", "c", "d", "e"),
        from: fc.nat(size - 1),
        to: fc.nat(size - 1),
        turn: fc.constantFrom(0, 0, 90, 180, -90),
      }),
      { minLength: 1, maxLength: 8 },
    )
    .map((drafts) =>
      graphOf(
        size,
        drafts.map(({ figure, from, to, turn }) =>
          arc(figure, from, to, { a: 2, b: 3, c: 4, d: 2, e: 5 }[figure ?? "a"], figure === null ? 0 : turn),
        ),
      ),
    ),
);

/** The fewest beats of a routine, found by trying all walks breadth first; null where there is none up to a length. */
function shortest(
  { states, arcs }: TransitionGraph,
  wanted: readonly string[],
  { loops, phraseBeats, facesAgain = false, from, to }: RoutineOptions,
  most: number,
): number | null {
  let best: number | null = null;
  for (const start of states.keys()) {
    if (!loops && from && !from.includes(start)) continue;
    const seen = new Set<string>();
    let waiting = [{ at: start, beats: 0, had: 0, turn: 0 }];
    while (waiting.length > 0) {
      const next: typeof waiting = [];
      for (const { at, beats, had, turn } of waiting) {
        const key = `${at} ${beats} ${had} ${turn}`;
        if (seen.has(key)) continue;
        seen.add(key);
        const isWhole = had === (1 << wanted.length) - 1 && beats % phraseBeats === 0;
        if (
          isWhole &&
          (loops ? at === start : (to?.includes(at) ?? true)) &&
          (!facesAgain || turn === 0) &&
          (best === null || beats < best)
        )
          best = beats;
        for (const one of arcs) {
          if (one.from !== at || beats + one.beats > most) continue;
          const bit = one.figureId === null ? -1 : wanted.indexOf(one.figureId);
          next.push({
            at: one.to,
            beats: beats + one.beats,
            had: bit < 0 ? had : had | (1 << bit),
            turn: (((turn + one.turn) % 360) + 360) % 360,
          });
        }
      }
      waiting = next;
    }
  }
  return best;
}

const options = fc.record({
  loops: fc.boolean(),
  phraseBeats: fc.constantFrom(1, 4),
  facesAgain: fc.boolean(),
  from: fc.option(fc.uniqueArray(fc.nat(3), { minLength: 1, maxLength: 2 }), { nil: undefined }),
  to: fc.option(fc.uniqueArray(fc.nat(3), { minLength: 1, maxLength: 2 }), { nil: undefined }),
});
const beatsOf = ({ arcs }: TransitionGraph, walk: readonly number[]) =>
  walk.reduce((sum, at) => sum + (arcs[at]?.beats ?? 0), 0);

describe("the shortest routine", () => {
  test("is as short as the shortest of all that can be tried, and can be danced in the order that is given", () => {
    fc.assert(
      fc.property(
        anyGraph,
        fc.uniqueArray(fc.constantFrom("a", "b", "c", "d"), { minLength: 1, maxLength: 3 }),
        options,
        (graph, wanted, asked) => {
          const most = 60;
          const task = routineModel(graph, wanted, { ...asked, mostBeats: most });
          const { times, best, impossible } = proveRoutine(highs, task, 20);
          const least = shortest(graph, wanted, asked, most);
          expect(impossible).toBe(least === null);
          if (least === null) return;
          expect(times).not.toBeNull();
          const { from, to } = asked;
          const begins = from && to ? from.filter((state) => to.includes(state)) : (from ?? to);
          if (!times) return;
          expect(best).toBe(true);
          const walk = routineOrder(graph, times, { from: begins }) ?? [];
          if (!asked.loops && asked.from) expect(asked.from).toContain(graph.arcs[walk[0] as number]?.from);
          if (!asked.loops && asked.to) expect(asked.to).toContain(graph.arcs[walk.at(-1) as number]?.to);
          expect(walk.length).toBe(times.reduce((sum, own) => sum + own, 0));
          walk.slice(1).forEach((at, index) => {
            expect(graph.arcs[at]?.from).toBe(graph.arcs[walk[index] as number]?.to);
          });
          const danced = walk.map((at) => graph.arcs[at]?.figureId);
          for (const id of wanted) expect(danced).toContain(id);
          const [first, last] = [graph.arcs[walk[0] as number], graph.arcs[walk.at(-1) as number]];
          if (asked.loops) expect(last?.to).toBe(first?.from);
          if (asked.facesAgain)
            expect(Math.abs(walk.reduce((sum, at) => sum + (graph.arcs[at]?.turn ?? 0), 0) % 360)).toBe(0);
          expect(beatsOf(graph, walk)).toBe(least);
        },
      ),
      runs(120),
    );
  });

  test("shows one of each set asked for, in as few beats as the best choice of them", () => {
    const sets = fc.array(
      fc.uniqueArray(fc.constantFrom("a", "b", "c", "d"), { minLength: 1, maxLength: 3 }),
      {
        minLength: 1,
        maxLength: 3,
      },
    );
    fc.assert(
      fc.property(anyGraph, sets, fc.boolean(), (graph, oneOfEach, loops) => {
        const asked = { loops, phraseBeats: 1 };
        const task = routineModel(graph, [], { ...asked, oneOfEach, mostBeats: 40 });
        const { times, impossible } = proveRoutine(highs, task, 20);
        // Every way to choose one of each, and the shortest of the routines that dance those.
        const choices = oneOfEach.reduce<string[][]>(
          (all, set) => all.flatMap((before) => set.map((id) => [...before, id])),
          [[]],
        );
        const least = choices.flatMap((chosen) => shortest(graph, [...new Set(chosen)], asked, 40) ?? []);
        expect(impossible).toBe(least.length === 0);
        if (!times) return;
        const walk = routineOrder(graph, times, {}) ?? [];
        const danced = walk.map((at) => graph.arcs[at]?.figureId ?? "");
        for (const set of oneOfEach) expect(set.some((id) => danced.includes(id))).toBe(true);
        expect(beatsOf(graph, walk)).toBe(Math.min(...least));
      }),
      runs(80),
    );
  });

  it("holds together what would be two rounds by themselves", () => {
    const rounds = graphOf(3, [arc("a", 0, 0), arc("b", 1, 1), arc("on", 0, 1, 4), arc("back", 1, 0, 6)]);
    const { times, best } = proveRoutine(
      highs,
      routineModel(rounds, ["a", "b"], { loops: true, phraseBeats: 1 }),
      10,
    );
    expect([times, best]).toEqual([[1, 1, 1, 1], true]);
    const open = proveRoutine(highs, routineModel(rounds, ["a", "b"], { loops: false, phraseBeats: 1 }), 10);
    expect(open.times).toEqual([1, 1, 1, 0]);
  });

  it("fills up to the phrase only with what is on the way", () => {
    const filled = graphOf(2, [arc("a", 0, 0, 6), arc("b", 0, 0, 4), arc("far", 1, 1, 2)]);
    const { times } = proveRoutine(highs, routineModel(filled, ["a"], { loops: true, phraseBeats: 8 }), 10);
    expect(times).toEqual([2, 1, 0]);
  });

  it("is none of a figure that is not there, or too long", () => {
    const one = graphOf(1, [arc("a", 0, 0, 6)]);
    expect(
      proveRoutine(highs, routineModel(one, ["b"], { loops: true, phraseBeats: 1 }), 10).impossible,
    ).toBe(true);
    const short = { loops: true, phraseBeats: 8, mostBeats: 16 };
    expect(proveRoutine(highs, routineModel(one, ["a"], short), 10).impossible).toBe(true);
  });

  it("is none where its way ends beside what is wanted, which is proven too", () => {
    // From 3 to 0 by a change of hold; the wanted figure goes round by itself.
    const apart = graphOf(4, [arc("c", 2, 2, 4), arc(null, 3, 0), arc(null, 0, 0)]);
    const task = routineModel(apart, ["c"], { loops: false, phraseBeats: 1, from: [3], to: [0] });
    expect(proveRoutine(highs, task, 10).impossible).toBe(true);
  });

  test("there is one as soon as the links that are named are figures, and none with fewer", () => {
    fc.assert(
      fc.property(anyGraph, (graph) => {
        const wanted = [...new Set(graph.arcs.flatMap(({ figureId }) => figureId ?? []))];
        const { links } = islands(graph);
        const ask = (more: typeof links) => {
          const joined = [...graph.arcs, ...more.map(({ from, to }, at) => arc(`link ${at}`, from, to))];
          const task = routineModel({ ...graph, arcs: joined }, wanted, { loops: true, phraseBeats: 1 });
          return proveRoutine(highs, task, 20).times !== null;
        };
        expect(ask(links)).toBe(true);
        if (links.length > 0) expect(ask(links.slice(1))).toBe(false);
        if (links.length !== 2) return;
        const states = [...graph.states.keys()];
        for (const from of states) for (const to of states) expect(ask([{ from, to }])).toBe(false);
      }),
      runs(150),
    );
  });
});

describe("the order of a routine", () => {
  const graph = graphOf(1, [arc("a", 0, 0), arc("b", 0, 0), arc("c", 0, 0)]);
  const named = (times: readonly number[], preferences: Parameters<typeof routineOrder>[2]) =>
    routineOrder(graph, times, preferences)?.map((at) => graph.arcs[at]?.figureId);

  it("dances nothing more often in a row than is asked, where it can", () => {
    expect(named([3, 2, 0], { inARow: 1 })).toEqual(["a", "b", "a", "b", "a"]);
    expect(named([3, 0, 0], { inARow: 1 })).toEqual(["a", "a", "a"]);
  });

  it("begins with what comes first, and dances figures after what they need", () => {
    expect(
      named([1, 1, 1], {
        rank: new Map([
          ["a", 2],
          ["b", 1],
        ]),
      }),
    ).toEqual(["c", "b", "a"]);
    expect(
      named([1, 1, 1], {
        needs: new Map([
          ["a", ["c"]],
          ["b", ["a"]],
        ]),
      }),
    ).toEqual(["c", "a", "b"]);
  });

  it("keeps look-alikes from following each other", () => {
    expect(named([1, 1, 1], { apart: [["b", "a"]] })).toEqual(["a", "c", "b"]);
  });

  it("is none where no walk goes through all", () => {
    const apart = graphOf(2, [arc("a", 0, 0), arc("b", 1, 1)]);
    expect(routineOrder(apart, [1, 1])).toBeNull();
    expect(routineOrder(apart, [0, 0])).toEqual([]);
  });
});
