import { FIGURE_KINDS, figureFacts } from "@map-step/core/figure";
import { parseFigure } from "@map-step/core/notation";
import { findCircle } from "@map-step/core/step-map";
import { describe, expect, it } from "vitest";
import { HUSTLE_FIGURES, LEVEL_FIGURES } from "./figures/index.ts";
import { HUSTLE } from "./load.ts";

const withSteps = HUSTLE_FIGURES.filter(({ notation }) => notation !== "");

describe("the demo's figures", () => {
  it("are twenty or more of every kind, each with a name of its own", () => {
    expect(HUSTLE_FIGURES.length).toBeGreaterThanOrEqual(20);
    expect(new Set(HUSTLE_FIGURES.map(({ kind }) => kind))).toEqual(new Set(FIGURE_KINDS));
    expect(new Set(HUSTLE_FIGURES.map(({ name }) => name)).size).toBe(HUSTLE_FIGURES.length);
  });

  it.each(withSteps)("$name can be read and danced", ({ notation }) => {
    const { figure, faults } = parseFigure(notation);
    expect(faults).toEqual([]);
    for (const { footFaults, closes } of figureFacts(figure, HUSTLE).roles) {
      expect(footFaults).toEqual([]);
      expect(closes).toBe(true);
    }
  });

  it.each(HUSTLE_FIGURES)("$name needs only what is there, and not itself", ({ name, needs = [] }) => {
    const names = HUSTLE_FIGURES.map((figure) => figure.name);
    for (const need of needs) expect(names).toContain(need);
    const graph = HUSTLE_FIGURES.map((figure) => ({ id: figure.name, needs: figure.needs ?? [] }));
    expect(findCircle(graph, name)).toBeNull();
  });

  it("say how to dance each, and what to take care of in every show move", () => {
    for (const { cues, slips, kind, cautions = [] } of HUSTLE_FIGURES) {
      expect(cues.length).toBeGreaterThan(0);
      expect(slips.length).toBeGreaterThan(0);
      if (kind === "show") expect(cautions.length).toBeGreaterThan(1);
    }
  });

  it("are all taught by the two levels, each once", () => {
    const taught = [...LEVEL_FIGURES.first, ...LEVEL_FIGURES.second];
    expect([...taught].sort()).toEqual(HUSTLE_FIGURES.map(({ name }) => name).sort());
  });
});
