import {
  draftPlan,
  exactModel,
  modelOfRepair,
  placesOf,
  repairPlaces,
  repairTask,
} from "@map-step/core/plan";
import loadHighs from "highs";
import { prove } from "../../web/src/workers/prove.ts";
import { generatedLevel } from "./generated-levels.ts";

const LEVELS = 40;
const SECONDS = 8;
const FIRST_BAR_MS = 150;
const GAP_BAR = 1;

interface Line {
  readonly level: number;
  readonly figures: number;
  readonly weeks: number;
  readonly firstMs: number;
  readonly draftMs: number;
  readonly score: number;
  readonly bound: number;
  readonly settled: boolean;
  readonly proofMs: number;
  readonly left: number;
}

const gapOf = ({ score, bound }: Line): number => (100 * (bound - score)) / Math.max(1, Math.abs(bound));

/** Drafts of generated levels, from easy to crowded, beside what the solver proves; printed as a table. */
export async function benchPlans(): Promise<void> {
  const highs = await loadHighs();
  console.log(
    `\n${LEVELS} generated levels: the draft beside the best that the solver proves in ${SECONDS} s\n`,
  );
  console.log("level  figures × weeks  first ms  draft ms     draft      best    gap %  left  proof s");
  const lines: Line[] = [];
  for (let level = 0; level < LEVELS; level++) {
    const plan = generatedLevel(level + 1, level / LEVELS);
    let firstMs = 0;
    const start = performance.now();
    const onBetter = () => {
      firstMs = performance.now() - start;
    };
    const draft = draftPlan(plan, { onBetter });
    const draftMs = performance.now() - start;
    const model = exactModel(plan);
    const proofStart = performance.now();
    const proof = prove(highs, model, placesOf(model.problem, draft.placements), SECONDS);
    const line: Line = {
      level: level + 1,
      figures: plan.figures.length,
      weeks: plan.rules.weeks,
      firstMs,
      draftMs,
      score: draft.score,
      bound: proof.bound,
      settled: proof.best,
      proofMs: performance.now() - proofStart,
      left: draft.left.length,
    };
    lines.push(line);
    const cells = [
      String(line.level).padStart(5),
      `${line.figures} × ${line.weeks}`.padStart(16),
      firstMs.toFixed(0).padStart(9),
      draftMs.toFixed(0).padStart(9),
      line.score.toFixed(0).padStart(9),
      `${line.settled ? "" : "≤ "}${line.bound.toFixed(0)}`.padStart(9),
      gapOf(line).toFixed(2).padStart(8),
      String(line.left).padStart(5),
      (line.proofMs / 1000).toFixed(1).padStart(8),
    ];
    console.log(cells.join(" "));
  }
  const settled = lines.filter((line) => line.settled);
  const good = settled.filter((line) => gapOf(line) <= GAP_BAR).length;
  const worst = [...settled].sort((a, b) => gapOf(b) - gapOf(a))[0];
  const slowest = Math.max(...lines.map(({ firstMs }) => firstMs));
  console.log(
    `\n${settled.length} settled; the draft is within ${GAP_BAR} % of the proven best on ${good} of them (${((100 * good) / Math.max(1, settled.length)).toFixed(0)} %, bar 95 %).`,
  );
  console.log(`First answer at most ${slowest.toFixed(0)} ms (bar ${FIRST_BAR_MS}).`);
  if (worst)
    console.log(
      `Worst: level ${worst.level}, ${worst.figures} figures in ${worst.weeks} weeks, ${gapOf(worst).toFixed(2)} % below the best: ${worst.left} figures are left out, so the choice of which to leave decides.`,
    );
}

const REPAIR_SECONDS = 20;
const REPAIR_FIRST_BAR_MS = 100;
const REPAIR_BAR = 95;
/** Larger levels are repaired too, but nothing is promised of them. */
const REPAIR_FIGURES = 40;

/** Repairs of generated levels after a cancelled week, beside the fewest moves that the solver proves. */
export async function benchRepairs(): Promise<void> {
  const highs = await loadHighs();
  console.log(
    `\nrepairs of ${LEVELS} generated levels after a cancelled week, proven within ${REPAIR_SECONDS} s each\n`,
  );
  let [levels, proven, kept, slowest] = [0, 0, 0, 0];
  for (let seed = 1; seed <= LEVELS; seed++) {
    const bare = generatedLevel(seed, (seed - 1) / LEVELS);
    if (bare.figures.length > REPAIR_FIGURES) continue;
    const level = { ...bare, placements: draftPlan(bare, { effort: 0.2 }).placements };
    const week = 2 + (seed % (bare.rules.weeks - 2));
    const start = performance.now();
    const task = repairTask(level, { kind: "cancelled", week });
    let firstMs = 0;
    const quick = repairPlaces(task, () => {
      firstMs = performance.now() - start;
    });
    const model = modelOfRepair(task);
    const { best, score } = prove(highs, model, quick, REPAIR_SECONDS);
    levels += 1;
    if (best) proven += 1;
    if (model.worthOf(quick) === score) kept += 1;
    slowest = Math.max(slowest, firstMs);
  }
  const share = (100 * proven) / levels;
  console.log(
    `${proven} of ${levels} proven (${share.toFixed(0)} %, bar ${REPAIR_BAR} %); in ${kept} of them the quick repair was the best already. First proposal after ${slowest.toFixed(0)} ms at most (bar ${REPAIR_FIRST_BAR_MS}).`,
  );
}
