import { coupleOf, EASY } from "@map-step/core/couple";
import { readingOf } from "@map-step/core/element";
import { USUAL_HOLDS } from "@map-step/core/hold";
import { openLibrary } from "@map-step/core/notation";
import { STARTER_SETS } from "@map-step/core/starter";
import loadHighs from "highs";
import { expect, it } from "vitest";
import { PROGRAMS } from "../demo/src/figures/index.ts";
import { couplesWith } from "../web/src/workers/solve-couple.ts";

const solve = couplesWith(await loadHighs());

const SETS = [
  ...PROGRAMS.map(({ dance, figures }) => ({ dance, figures })),
  ...STARTER_SETS.map(({ name, dance, figures }) => ({
    dance: { ...dance, name, countFrom: 1, ownElements: [], holds: USUAL_HOLDS },
    figures,
  })),
];

it("finds sizes for every couple that ships, and few that need a word in class", () => {
  const verdicts = SETS.flatMap(({ dance, figures }) => {
    const find = openLibrary(figures, readingOf(dance));
    return figures.flatMap(({ name }) => {
      const figure = find(name)?.figure;
      const verdict = figure ? coupleOf(figure, dance, solve) : null;
      return verdict ? [{ name: `${dance.name}: ${name}`, verdict }] : [];
    });
  });
  expect(verdicts.length).toBeGreaterThan(120);
  expect(verdicts.flatMap(({ name, verdict }) => (verdict.together ? [] : [name]))).toEqual([]);
  const strained = verdicts.flatMap(({ name, verdict }) =>
    verdict.together && verdict.strain > EASY ? [name] : [],
  );
  expect(strained).toMatchInlineSnapshot(`
    [
      "Hustle: Two-hand wrap",
      "Cross-step waltz: Drift apart",
      "Collegiate shag: Out and in",
      "Six beats, swung: Change places under the arm",
      "Box in three: Left turning box",
    ]
  `);
});
