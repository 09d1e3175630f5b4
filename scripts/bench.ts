import { callOf, elementSet, readingOf } from "@map-step/core/element";
import { figureFacts } from "@map-step/core/figure";
import { USUAL_HOLDS } from "@map-step/core/hold";
import { compareLibrary } from "@map-step/core/likeness";
import { type Figure, formatFigure, parseFigure } from "@map-step/core/notation";
import {
  checkPlan,
  construct,
  insertBest,
  type LevelPlan,
  type PlanFigure,
  planLoads,
  problemOf,
  strandsOf,
} from "@map-step/core/plan";
import { chainOf } from "@map-step/core/sequence";
import type { Dance } from "@map-step/core/time";
import { comparedIfAsked } from "./lib/against.ts";
import { benchChecks } from "./lib/bench-checks.ts";
import { benchInBrowser } from "./lib/bench-pages.ts";
import { benchPlans, benchRepairs } from "./lib/bench-plans.ts";
import { benchSequences } from "./lib/bench-sequences.ts";
import { benchTaps } from "./lib/bench-taps.ts";
import { watchMachine } from "./lib/busy.ts";
import { numbersFrom } from "./lib/numbers.ts";

comparedIfAsked("bench");
const busy = watchMachine();

const DANCE: Dance = {
  name: "Bench",
  meter: 4,
  phraseBeats: 8,
  slowBeats: 2,
  quickBeats: 1,
  slowestBpm: 90,
  fastestBpm: 130,
  freeTimed: false,
  countFrom: 1,
  swung: false,
  alone: false,
  holds: USUAL_HOLDS,
  ownElements: [],
};

/** The median of several runs, in milliseconds, after some to warm up. */
function median(runs: number, work: () => void): number {
  for (let warm = 0; warm < Math.ceil(runs / 4); warm++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] ?? 0;
}

function notations(count: number): string[] {
  const next = numbersFrom(1);
  const actions = ["forward", "back", "side", "close", "place", "cross-front", "cross-behind"] as const;
  return Array.from({ length: count }, () => {
    const beats = 3 + next(14);
    const steps = Array.from({ length: beats }, (_, beat) => ({
      onset: beat * 24,
      foot: beat % 2 === 0 ? ("L" as const) : ("R" as const),
      action: actions[next(actions.length)] ?? "place",
      ...(next(4) === 0 ? { turn: { sense: "R" as const, degrees: 45 * (1 + next(8)) } } : {}),
    }));
    const figure: Figure = { length: beats * 24, steps: { leader: steps }, followerBy: "opposite" };
    return formatFigure(figure);
  });
}

function level(figures: number, weeks: number): LevelPlan {
  const next = numbersFrom(2);
  const kinds = ["basic", "pattern", "pattern", "turn", "technique"] as const;
  const all = Array.from({ length: figures }, (_, index): PlanFigure => {
    const needs = index < 3 ? [] : [...new Set([next(index), next(index)])].map((need) => `f${need}`);
    const kind = kinds[next(kinds.length)] ?? "pattern";
    return { id: `f${index}`, name: `Figure ${index}`, kind, minutes: 5 + next(12), needs, cautions: [] };
  });
  const placements = all.map(({ id }) => ({ figureId: id, week: 1 + next(weeks) }));
  const rules = {
    weeks,
    lessonMinutes: 90,
    warmUpMinutes: 8,
    wrapMinutes: 7,
    mostNew: 5,
    mostNewCounts: 3,
    settledLessons: 2,
    firstShowWeek: 1,
    talkWeek: null,
    bpm: null,
    breakWeeks: 0,
    approachId: "steps-first",
  } as const;
  return { rules, figures: all, known: [], placements };
}

const texts = notations(1000);
const READING = readingOf(DANCE);
const parsed = texts.map((text) => parseFigure(text, READING).figure);
const library = texts
  .slice(0, 300)
  .map((text, index) => ({ id: `f${index}`, figure: parseFigure(text).figure }));
/** Figures of which nothing is known yet. */
const freshFigures = () => parsed.map((figure) => ({ ...figure }));
const plan = level(60, 12);
const strands = strandsOf(plan);
const rows = [
  {
    what: "read and derive 1,000 figures",
    bar: 100,
    measure: () =>
      median(15, () => {
        for (const text of texts) figureFacts(parseFigure(text, READING).figure, DANCE);
      }),
  },
  {
    what: "calls of 1,000 figures, each read anew",
    bar: 100,
    // What was worked out is kept by figure, so each time has figures of its own.
    measure: () =>
      median(15, () => {
        const elements = elementSet(DANCE);
        for (const figure of freshFigures()) callOf(figure, elements);
      }),
  },
  {
    what: "chain of 8 figures among 60",
    bar: 100,
    measure: () =>
      median(5, () => {
        const figures = freshFigures()
          .slice(0, 60)
          .map((steps, index) => ({ id: `f${index}`, steps }));
        chainOf(figures, new Set(figures.slice(0, 8).map(({ id }) => id)), DANCE);
      }),
  },
  {
    what: "likeness of 300 × 300 figures",
    bar: 1000,
    measure: () => median(3, () => void compareLibrary(library)),
  },
  {
    what: "loads and findings of 60 figures × 12 weeks, after an edit",
    bar: 4,
    measure: () =>
      median(200, () => {
        planLoads(plan, strands);
        checkPlan(plan, strands);
      }),
  },
  {
    what: "first answer of a draft of 60 figures × 12 weeks",
    bar: 150,
    measure: () =>
      median(5, () => {
        const problem = problemOf(plan);
        construct(problem);
        insertBest(problem, [...problem.fixed]);
      }),
  },
];
console.log("median of several runs, in milliseconds\n");
for (const { what, bar, measure } of rows) {
  const ms = measure();
  console.log(
    `${ms.toFixed(2).padStart(9)}   bar ${String(bar).padStart(4)}   ${ms <= bar ? "under" : "OVER "}   ${what}   (${busy()})`,
  );
}
if (!process.argv.includes("--browser")) {
  for (const bench of [benchPlans, benchRepairs, benchSequences, benchChecks, benchTaps]) {
    await bench();
    console.log(`(${busy()})`);
  }
}
await benchInBrowser();
console.log(`(${busy()})`);
process.exit(0);
