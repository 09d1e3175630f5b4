import { describe, expect, it } from "vitest";
import { figure, levelOf } from "../../testing/levels.ts";
import { FIGURE_KINDS } from "../figure/index.ts";
import { randomFrom } from "./board.ts";
import {
  anneal,
  construct,
  improve,
  insertBest,
  type LevelPlan,
  LIMITS,
  type Places,
  problemOf,
  scoreOf,
  WISHES,
  whyNot,
} from "./index.ts";
import { ruinAndRecreate } from "./ruin.ts";

/*
 * What each way of searching finds in levels that are too full for all that is wanted, as it was looked at. The searches
 * draw their chances from a seed, so the same one finds the same plan; a change of the search shows here, to be looked
 * at beside `npm run bench` and approved with `npx vitest run --project core plan/approved -u`.
 */

/** A level of many figures, most of which need others, in too few minutes, with look-alikes. */
function tight(seed: number): LevelPlan {
  const random = randomFrom(seed);
  const below = (most: number) => Math.floor(random() * most);
  const figures = Array.from({ length: 40 }, (_, at) =>
    figure(`f${at}`, {
      kind: FIGURE_KINDS[below(4)] ?? "basic",
      minutes: 6 + below(14),
      needs: at < 4 ? [] : [...new Set([`f${below(at)}`, `f${below(at)}`])].slice(0, below(3)),
      wish: WISHES[below(9)] ?? "may",
      worth: 1 + below(9),
      pieces: 1 + below(2),
      pinned: at % 13 === 12,
    }),
  );
  const alike = figures.slice(1, 20).map(({ id }, at) => ({
    a: `f${at}`,
    b: id,
    likeness: 0.8,
    decides: at % 3 === 0 ? null : "2",
  }));
  return {
    ...levelOf(
      figures,
      [
        ["f12", 2],
        ["f25", 4],
      ],
      { weeks: 10, mostNew: 4, settledLessons: 1 },
    ),
    alike,
    special: [{ week: 6, kind: "short", minutes: 20 }],
  };
}

const SEEDS = [11, 12, 13] as const;

describe("what the searches find in levels that are too full", () => {
  it.each([1, 2, 3])("is as it was approved: level %i", async (number) => {
    const problem = problemOf(tight(number));
    const told = (what: string, places: Places) =>
      `${what}: ${scoreOf(problem, places).toFixed(3)} at ${places.join(" ")}`;
    const first = construct(problem);
    const byWorth = [...problem.fixed];
    insertBest(problem, byWorth);
    const drawn = [...problem.fixed];
    const random = randomFrom(5);
    insertBest(problem, drawn, (most) => Math.floor(random() * most));
    const empty = [...problem.fixed];
    const waits = problem.figures.flatMap(({ id }, f) => ((first[f] ?? -1) < 0 ? [{ id, f }] : []));
    const lines = [
      told("in order", first),
      told("by worth", byWorth),
      told("by worth and chance", drawn),
      ...SEEDS.flatMap((seed) => [
        told(`cooled slowly, ${seed}`, anneal(problem, first, seed, 1, 0.003)),
        told(`cooled slowly and less warm, from nothing, ${seed}`, anneal(problem, empty, seed, 0.35, 0.003)),
        told(`torn out and put back, ${seed}`, ruinAndRecreate(problem, first, seed, 0.004)),
        told(`all of them, ${seed}`, improve(problem, byWorth, { seed, effort: 0.002 })),
      ]),
      ...LIMITS.map((limit) => {
        const without = problemOf(tight(number), {}, new Set([limit]));
        const places = construct(without);
        return `without ${limit}: ${scoreOf(without, places).toFixed(3)} at ${places.join(" ")}`;
      }),
      ...waits
        .slice(0, 6)
        .flatMap(({ id, f }) =>
          Array.from({ length: 10 }, (_, w) => `${id} in ${w + 1}: ${whyNot(problem, first, f, w) ?? "may"}`),
        ),
    ];
    await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot(`../../testing/approved/search-${number}.txt`);
  });
});
