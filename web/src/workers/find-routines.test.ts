import { USUAL_HOLDS } from "@map-step/core/hold";
import { parseFigure } from "@map-step/core/notation";
import {
  newFigureItem,
  type RoutineOptions,
  type SequenceFigure,
  sequenceFacts,
  transitionGraph,
} from "@map-step/core/sequence";
import loadHighs from "highs";
import { describe, expect, it } from "vitest";
import { DANCE } from "../../test/dance.ts";
import { findRoutines } from "./find-routines.ts";

const highs = await loadHighs();
const READING = { slowBeats: 2, quickBeats: 1, elements: [], holds: USUAL_HOLDS };
const figure = (id: string, first: string, last: string, beats: number): SequenceFigure => {
  const rows = Array.from({ length: beats }, (_, beat) => {
    const hold =
      beat === 0 ? ` hold "${first}"` : beat === beats - 1 && last !== first ? ` hold "${last}"` : "";
    return `${beat + 1} ${beat % 2 === 0 ? "L" : "R"} ${beat % 2 === 0 ? "side" : "close"}${hold}`;
  });
  const { figure: read, faults } = parseFigure(["leader", ...rows, "follower opposite"].join("\n"), READING);
  expect(faults).toEqual([]);
  return { id, figure: read };
};
const LIBRARY = [
  figure("basic", "closed", "closed", 4),
  figure("open", "closed", "open two-hand", 6),
  figure("turn", "open one-hand", "open one-hand", 6),
  figure("window", "open two-hand", "open two-hand", 8),
  figure("home", "open one-hand", "closed", 2),
  figure("wrap", "shadow", "shadow", 4),
];
const graph = transitionGraph(LIBRARY, DANCE);
const find = (wanted: readonly string[], options: Partial<RoutineOptions> = {}) =>
  findRoutines(highs, {
    graph,
    wanted,
    options: { loops: true, phraseBeats: 8, ...options },
    preferences: { inARow: 2 },
    seconds: 10,
  });
const stepsOf = (id: string) => LIBRARY.find((one) => one.id === id)?.figure ?? null;

describe("three routines", () => {
  it("differ, hold what is wanted, can be danced round and round, and the first is the shortest, proven", () => {
    const { routines, impossible } = find(["basic", "turn", "window"]);
    expect(impossible).toBe(false);
    expect(routines).toHaveLength(3);
    const orders = routines.map(({ walk }) => walk.flatMap((at) => graph.arcs[at]?.figureId ?? []));
    expect(new Set(orders.map((order) => order.join())).size).toBe(3);
    for (const [at, order] of orders.entries()) {
      for (const id of ["basic", "turn", "window"]) expect(order).toContain(id);
      const items = order.map((id, index) => newFigureItem(`${index}`, id));
      const facts = sequenceFacts({ items, loops: true, phraseBeats: 8, bpm: null }, stepsOf, DANCE);
      expect(facts.fits).toBe(true);
      expect(facts.least.beats).toBe(routines[at]?.beats);
      expect(facts.least.remainder).toBe(0);
    }
    expect(routines[0]).toMatchObject({ best: true });
    expect(Math.min(...routines.map(({ beats }) => beats))).toBe(routines[0]?.beats);
  });

  it("say what their beats are for: the figures, what leads from one to another, what fills the phrase", () => {
    const [first] = find(["basic", "turn"]).routines;
    // Closed changes freely into one hand, and home leads back in 2; 12 beats are 4 short of two phrases.
    expect(first).toMatchObject({ beats: 16, wanted: 10, connection: 2, filling: 4 });
    expect(find(["basic"], { phraseBeats: 1 }).routines[0]).toMatchObject({
      beats: 4,
      wanted: 4,
      connection: 0,
      filling: 0,
    });
  });

  it("one that does not go round begins and ends in the holds asked for", () => {
    const inHold = (hold: string) => graph.states.flatMap((state, at) => (state.hold === hold ? [at] : []));
    const [first] = find(["turn"], {
      loops: false,
      phraseBeats: 1,
      from: inHold("closed"),
      to: inHold("closed"),
    }).routines;
    const order = first?.walk.flatMap((at) => graph.arcs[at]?.figureId ?? []);
    expect(order?.at(-1)).toBe("home");
    expect(first?.beats).toBe(8);
  });

  it("where there is none, say so with the figures that are missing", () => {
    const { routines, impossible, links } = find(["basic", "wrap"]);
    expect([routines, impossible, links.length > 0]).toEqual([[], true, true]);
    expect(find(["basic", "turn"], { mostBeats: 8 })).toMatchObject({ routines: [], impossible: true });
  });
});
