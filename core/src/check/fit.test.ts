import { describe, expect, it, test } from "vitest";
import { LSAT6 } from "../../testing/lsat6.ts";
import { type Evidence, fitMarks, MARKS, type Mark } from "./index.ts";

const entry = (about: Partial<Evidence> & Pick<Evidence, "studentId" | "figureId" | "mark">): Evidence => ({
  id: `${about.studentId} ${about.figureId} ${about.markerId} ${about.layer}`,
  role: "leader",
  layer: "steps",
  markerId: "one",
  at: "2027-02-01",
  where: "check",
  offset: null,
  corrects: null,
  ...about,
});

const table = Object.entries(LSAT6).flatMap(([pattern, many]) =>
  Array.from({ length: many }, (_, person) =>
    [...pattern].map((right, item) =>
      entry({
        studentId: `${pattern} ${person}`,
        figureId: String(item + 1),
        mark: right === "1" ? "alone" : "not-yet",
      }),
    ),
  ).flat(),
);

/** The marginal likelihood of the table written down once more, over a finer grid and further out. */
function likelihoodOf([logSlope = 0, ...difficulties]: readonly number[]): number {
  const [reach, points] = [7, 141];
  const grid = Array.from({ length: points }, (_, at) => -reach + (2 * reach * at) / (points - 1));
  const weights = grid.map((theta) => Math.exp(-(theta ** 2) / 2));
  const whole = weights.reduce((sum, own) => sum + own, 0);
  const chances = grid.map((theta) =>
    difficulties.map((own) => 1 / (1 + Math.exp(-Math.exp(logSlope) * (theta - own)))),
  );
  let sum = 0;
  for (const [pattern, many] of Object.entries(LSAT6)) {
    const marginal = grid.reduce((all, _, at) => {
      const given = [...pattern].reduce((product, right, item) => {
        const chance = chances[at]?.[item] ?? 0;
        return product * (right === "1" ? chance : 1 - chance);
      }, 1);
      return all + ((weights[at] ?? 0) / whole) * given;
    }, 0);
    sum += many * Math.log(marginal);
  }
  return sum;
}

/** Its maximum by going up one direction after the other, in steps that get smaller: nothing of the fit's own. */
function climbed(start: readonly number[]): number[] {
  let place = [...start];
  let best = likelihoodOf(place);
  for (let step = 0.5; step > 2e-4; step /= 2) {
    let isBetter = true;
    while (isBetter) {
      isBetter = false;
      for (let at = 0; at < place.length; at++)
        for (const by of [step, -step]) {
          const next = place.map((own, index) => (index === at ? own + by : own));
          const value = likelihoodOf(next);
          if (value > best) [place, best, isBetter] = [next, value, true];
        }
    }
  }
  return place;
}

describe("a published table of five items and a thousand people", () => {
  const model = fitMarks(table, { priors: "flat" });
  const difficulties = ["1", "2", "3", "4", "5"].map((item) => model.difficulty[item] ?? 0);

  it("gives the estimates of the literature", () => {
    expect(model.slope).toBeCloseTo(0.755, 2);
    [-3.615, -1.322, -0.318, -1.73, -2.78].forEach((published, item) => {
      expect(Math.abs((difficulties[item] ?? 0) - published)).toBeLessThan(0.02);
    });
  });

  it("lies at the maximum of the likelihood, which another way up over a finer grid finds too", () => {
    const [logSlope = 0, ...found] = climbed([0, 0, 0, 0, 0, 0]);
    expect(Math.abs(model.slope - Math.exp(logSlope))).toBeLessThan(0.02);
    found.forEach((own, item) => {
      expect(Math.abs((difficulties[item] ?? 0) - own)).toBeLessThan(0.02);
    });
    expect(model.logLikelihood).toBeCloseTo(likelihoodOf([logSlope, ...found]), 1);
    expect(model.thresholds).toEqual([0, 0, null]);
  });
});

/** Numbers that look drawn, from a seed; and normal ones of them. */
function drawnFrom(seed: number) {
  let state = seed;
  const uniform = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

test("parameters that marks were made from are found again", () => {
  const { uniform, normal } = drawnFrom(20_270_301);
  const truth = { slope: 1.6, thresholds: [-1.2, 0, 1.2], severity: [-0.4, 0, 0.4], ease: 0.6 };
  const difficulty = Array.from({ length: 12 }, (_, at) => -1.4 + at * 0.25);
  const evidence: Evidence[] = [];
  const abilities: number[] = [];
  for (let student = 0; student < 400; student++) {
    const theta = normal();
    abilities.push(theta);
    difficulty.forEach((own, figure) => {
      for (const layer of ["steps", "partner"] as const) {
        const marker = Math.floor(uniform() * 3);
        const base =
          truth.slope * (theta - own - (layer === "partner" ? truth.ease : 0)) -
          (truth.severity[marker] ?? 0);
        const draw = uniform();
        const rank = truth.thresholds.filter(
          (threshold) => draw < 1 / (1 + Math.exp(-(base - truth.slope * threshold))),
        ).length;
        const mark: Mark = MARKS[rank] ?? "not-yet";
        evidence.push(
          entry({ studentId: `${student}`, figureId: `${figure}`, layer, mark, markerId: `${marker}` }),
        );
      }
    });
  }
  for (const priors of ["stated", "flat"] as const) {
    const model = fitMarks(evidence, { priors });
    expect(Math.abs(model.slope - truth.slope)).toBeLessThan(0.12);
    // Which of the two layers is the measure is chosen by their number: only the difference is known.
    expect(Math.abs((model.ease.steps ?? 0) - (model.ease.partner ?? 0) - truth.ease)).toBeLessThan(0.12);
    truth.severity.forEach((own, marker) => {
      expect(Math.abs((model.severity[marker] ?? 9) - own)).toBeLessThan(0.12);
    });
    truth.thresholds.forEach((own, at) => {
      expect(Math.abs((model.thresholds[at] ?? 9) - own)).toBeLessThan(0.15);
    });
    const shift = model.ease.partner === 0 ? truth.ease : 0;
    difficulty.forEach((own, figure) => {
      expect(Math.abs((model.difficulty[figure] ?? 9) - own - shift)).toBeLessThan(0.3);
    });
    // Nineteen of twenty lie within two of their own deviations, about.
    const within = abilities.filter(
      (own, student) => Math.abs((model.ability[student] ?? 9) - own) < 2 * (model.spread[student] ?? 0),
    );
    expect(within.length / abilities.length).toBeGreaterThan(0.92);
  }
});

test("dancers of whom much was seen are summed as exactly as others", () => {
  const { uniform, normal } = drawnFrom(7);
  const evidence = Array.from({ length: 8 }, (_, student) => {
    const theta = normal();
    return Array.from({ length: 200 }, (__, at) => {
      const rank = [-0.7, 0, 0.7].filter((bound) => theta - (at % 9) / 4 + 1 + 0.4 * normal() > bound).length;
      return entry({
        studentId: `${student}`,
        figureId: `${at % 9}`,
        mark: MARKS[rank] ?? "alone",
        markerId: `${Math.floor(uniform() * 2)}`,
        id: `${student} ${at}`,
      });
    });
  }).flat();
  const [usual, fine] = [undefined, 61].map((quadrature) =>
    fitMarks(evidence, quadrature ? { priors: "stated", quadrature } : { priors: "stated" }),
  );
  expect(usual?.logLikelihood).toBeCloseTo(fine?.logLikelihood ?? 0, 1);
  expect(Math.abs((usual?.slope ?? 0) - (fine?.slope ?? 0))).toBeLessThan(0.02);
  for (const [figure, own] of Object.entries(fine?.difficulty ?? {}))
    expect(Math.abs((usual?.difficulty[figure] ?? 9) - own)).toBeLessThan(0.01);
  expect(Math.min(...Object.values(usual?.spread ?? {}))).toBeLessThan(0.1);
});

describe("few marks", () => {
  it("lean on the stated priors, and none at all are no fault", () => {
    const one = fitMarks([entry({ studentId: "ana", figureId: "basic", mark: "dances-it" })], {
      priors: "stated",
    });
    expect(one.ability.ana).toBeGreaterThan(0.1);
    expect(one.spread.ana).toBeGreaterThan(0.5);
    expect(one.difficulty.basic).toBeLessThan(0);
    const none = fitMarks([], { priors: "stated" });
    expect(none.ability).toEqual({});
    expect(none.slope).toBeCloseTo(1.5, 2);
  });

  it("leave out what was corrected, and are the same each time", () => {
    const wrong = { ...entry({ studentId: "ana", figureId: "basic", mark: "not-yet" }), id: "wrong" };
    const right = { ...wrong, id: "right", mark: "alone" as const, corrects: "wrong" };
    const fitted = (evidence: readonly Evidence[]) => fitMarks(evidence, { priors: "stated" });
    expect(fitted([wrong, right])).toEqual(fitted([{ ...right, corrects: null }]));
    expect(fitted([wrong, right])).toEqual(fitted([wrong, right]));
  });
});
