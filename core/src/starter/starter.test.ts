import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { readingOf } from "../element/index.ts";
import { figureFacts, join, warningsOf } from "../figure/index.ts";
import { nameKey, openLibrary } from "../notation/index.ts";
import { findCircle } from "../step-map/index.ts";
import { STARTER_SETS } from "./index.ts";

describe.each(STARTER_SETS.map((set) => [set.name, set] as const))("%s", (_name, set) => {
  const dance = { ...IN_FOUR, ...set.dance };
  const read = openLibrary(set.figures, readingOf(dance));
  const figures = set.figures.map(({ name }) => ({ name, parsed: read(name) }));
  const all = figures.flatMap(({ parsed }) => (parsed ? [parsed.figure] : []));

  it("has eight to fifteen figures, complete, that need only each other", () => {
    expect(set.figures.length).toBeGreaterThanOrEqual(8);
    expect(set.figures.length).toBeLessThanOrEqual(15);
    const names = new Set(set.figures.map(({ name }) => nameKey(name)));
    expect(names.size).toBe(set.figures.length);
    for (const { name, needs, variantOf, cues, slips, kind, cautions, notation } of set.figures) {
      for (const other of [...needs, ...(variantOf ? [variantOf] : [])])
        expect(names.has(nameKey(other)), `${name} needs ${other}`).toBe(true);
      expect(cues.length * slips.length, name).toBeGreaterThan(0);
      // What turns or touches carries its cautions.
      if (kind === "turn" && /turn [LR]|three-step/.test(notation) && !dance.alone)
        expect(cautions.length, name).toBeGreaterThan(0);
    }
    const needs = new Map(set.figures.map(({ name, needs: own }) => [name, own]));
    for (const { name } of set.figures) expect(findCircle(needs, name)).toBeNull();
  });

  it.each(figures)(
    "$name can be read and danced, with nothing that a teacher would warn of",
    ({ parsed }) => {
      expect(parsed?.faults).toEqual([]);
      if (!parsed) return;
      const { roles } = figureFacts(parsed.figure, dance);
      expect(roles.flatMap(({ footFaults }) => footFaults)).toEqual([]);
      expect(warningsOf(parsed.figure, dance, all).map(({ text }) => text)).toEqual([]);
    },
  );

  it.each(set.figures.map(({ name, tier }) => [name, tier] as const))(
    "%s is comfortable for its tier at every tempo of the set",
    (name, tier) => {
      const figure = read(name)?.figure;
      const facts = figure && figureFacts(figure, dance);
      if (!facts?.fastestBpm) return;
      expect(facts.fastestBpm[tier]).toBeGreaterThanOrEqual(dance.fastestBpm);
    },
  );

  it("joins: every figure leads on, and is led to", () => {
    for (const { name, parsed } of figures) {
      if (!parsed) continue;
      const others = figures.filter((other) => other.name !== name && other.parsed);
      const leads = others.filter(
        (other) => other.parsed && join(parsed.figure, other.parsed.figure, dance).fits,
      );
      const led = others.filter(
        (other) => other.parsed && join(other.parsed.figure, parsed.figure, dance).fits,
      );
      expect([name, leads.length > 0, led.length > 0]).toEqual([name, true, true]);
    }
  });
});
