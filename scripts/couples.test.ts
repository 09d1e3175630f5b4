import { coupleInRow, coupleOf, EASY, pathInCouple } from "@map-step/core/couple";
import { readingOf } from "@map-step/core/element";
import { centreOf, join } from "@map-step/core/figure";
import { COUPLE_LIMITS, USUAL_HOLDS } from "@map-step/core/hold";
import { openLibrary } from "@map-step/core/notation";
import { asOneFigure } from "@map-step/core/sequence";
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
      "Cross-step waltz: Drift apart",
      "Collegiate shag: Out and in",
      "Box in three: Left turning box",
    ]
  `);
});

it("carries where one figure ends into the next, so that a row of them is one floor", () => {
  const farthest = Math.max(...Object.values(COUPLE_LIMITS.reach));
  for (const { dance, figures } of SETS.slice(0, PROGRAMS.length)) {
    const find = openLibrary(figures, readingOf(dance));
    const all = figures.flatMap(({ name }) => find(name)?.figure ?? []);
    const [first] = all;
    const pairs = all
      .filter((figure) => first && join(first, figure, dance).fits && join(figure, first, dance).fits)
      .slice(0, 4);
    const row = [first, ...pairs.flatMap((figure) => [figure, first])].map((figure) => figure ?? null);
    const danced = row.map((figure, at) => ({
      figure,
      from: row.slice(0, at).reduce((sum, one) => sum + (one?.length ?? 0) / 24, 0),
      beats: (figure?.length ?? 0) / 24,
    }));
    const { goesOn, danced: couple } = coupleInRow(danced, dance, solve);
    expect(goesOn).toEqual(row.map(() => true));
    const whole = asOneFigure(danced);
    expect(whole).not.toBeNull();
    if (!whole) continue;
    const at = (role: "leader" | "follower", onset: number) => {
      const placed = pathInCouple(whole, role, dance.holds, couple).findLast((one) => one.onset <= onset);
      return placed ? centreOf(placed.rest ?? placed) : { x: 0, y: 0 };
    };
    for (const { onset } of pathInCouple(whole, "leader", dance.holds, couple)) {
      const [leader, follower] = [at("leader", onset), at("follower", onset)];
      expect(Math.hypot(follower.x - leader.x, follower.y - leader.y)).toBeLessThan(farthest + 0.05);
    }
  }
});
