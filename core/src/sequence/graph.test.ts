import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { readingOf } from "../element/index.ts";
import { carryOn, join, stateIn } from "../figure/index.ts";
import { type Figure, parseFigure } from "../notation/index.ts";
import { type SequenceFigure, type TransitionGraph, transitionGraph } from "./index.ts";

const figure = (text: string): Figure => {
  const { figure: read, faults } = parseFigure(text, readingOf(IN_FOUR));
  expect(faults).toEqual([]);
  return read;
};
const named = (texts: Readonly<Record<string, string>>): SequenceFigure[] =>
  Object.entries(texts).map(([id, text]) => ({ id, figure: figure(text) }));

/** The states after some figures, from any state; none when they can't be danced one after the other. */
function reached(graph: TransitionGraph, ids: readonly string[]): ReadonlySet<number> {
  let states = new Set(graph.states.keys());
  for (const id of ids) {
    const changed = graph.arcs.filter(({ figureId, from }) => figureId === null && states.has(from));
    const ready = new Set([...states, ...changed.map(({ to }) => to)]);
    states = new Set(
      graph.arcs.flatMap(({ figureId, from, to }) => (figureId === id && ready.has(from) ? [to] : [])),
    );
  }
  return states;
}

/** The same asked of the figures themselves, two by two. */
function joins(figures: readonly Figure[]): boolean {
  let before = figures[0] ? stateIn(figures[0], IN_FOUR) : undefined;
  return figures.every((one, at) => {
    const next = figures[at + 1];
    if (!next || !before) return true;
    const { fits } = join(one, next, IN_FOUR, before);
    const out = carryOn(one, IN_FOUR, before);
    const begin = stateIn(next, IN_FOUR);
    before = begin.hold === null ? out : begin;
    return fits;
  });
}

describe("the graph of a dance", () => {
  const figures = named({
    basic: 'leader\n1 L side hold "closed"\n2 R close\nfollower opposite',
    open: 'leader\n1 L back hold "closed"\n2 R close hold "open two-hand"\nfollower opposite',
    wrap: 'leader\n1 L forward hold "shadow"\n2 R close\nfollower opposite',
    hand: 'leader\n1 L back hold "open one-hand"\n2 R close\nfollower opposite',
    vine: "leader\n1 L side\n2 R cross-behind\n3 L side\nfollower opposite",
  });
  const graph = transitionGraph(figures, IN_FOUR);

  it("has an arc for each figure from each state in which it can begin, with its beats and its turn", () => {
    const basics = graph.arcs.filter(({ figureId }) => figureId === "basic");
    expect(basics.length).toBeGreaterThan(0);
    for (const { from, to, beats, turn, side } of basics) {
      expect([beats, turn, side]).toEqual([2, 0, "written"]);
      expect(["closed", null]).toContain(graph.states[from]?.hold);
      expect(graph.states[to]).toMatchObject({
        hold: "closed",
        free: { leader: "L", follower: "R" },
        facing: 180,
      });
    }
  });

  it("keeps a hold through a figure that says none", () => {
    const holds = graph.arcs.flatMap(({ figureId, from, to }) =>
      figureId === "vine" ? [[graph.states[from]?.hold, graph.states[to]?.hold]] : [],
    );
    expect(new Set(holds.map((pair) => pair.join())).size).toBeGreaterThan(2);
    for (const [before, later] of holds) expect(later).toBe(before);
  });

  it("changes holds freely where the dance says so, once, and in no time", () => {
    const changes = graph.arcs.filter(({ figureId }) => figureId === null);
    expect(changes.length).toBeGreaterThan(0);
    for (const { from, to, beats } of changes) {
      expect(beats).toBe(0);
      expect(graph.states[from]?.changed).toBe(false);
      expect(graph.states[to]?.changed).toBe(true);
    }
  });

  it("leads nowhere out of a vine that ends on the other foot", () => {
    expect(reached(graph, ["basic", "vine"]).size).toBeGreaterThan(0);
    expect(reached(graph, ["vine", "basic"]).size).toBe(0);
    expect(reached(graph, ["open", "wrap"]).size).toBe(0);
  });

  it("dances both sides where one dances alone, and only what is written in a couple", () => {
    const solo = [{ id: "vine", figure: figure("solo\n1 R side\n2 L cross-behind\n3 R side\n4 L touch") }];
    const alone = transitionGraph(solo, { ...IN_FOUR, alone: true });
    expect(new Set(alone.arcs.map(({ side }) => side))).toEqual(new Set(["written", "other"]));
    expect(new Set(graph.arcs.map(({ side }) => side))).toEqual(new Set(["written"]));
  });

  test("figures follow each other in it exactly as they join", () => {
    fc.assert(
      fc.property(
        fc.array(anyFigure, { minLength: 1, maxLength: 4 }),
        fc.array(fc.nat(3), { minLength: 2, maxLength: 4 }),
        (all, order) => {
          const own = all.map((one, at) => ({ id: `f${at}`, figure: one }));
          const drawn = transitionGraph(own, IN_FOUR);
          const chosen = order.map((at) => own[at % own.length] as SequenceFigure);
          const fits = joins(chosen.map((one) => one.figure));
          expect(
            reached(
              drawn,
              chosen.map(({ id }) => id),
            ).size > 0,
          ).toBe(fits);
        },
      ),
      runs(400),
    );
  });
});
