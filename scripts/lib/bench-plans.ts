import { draftPlan, exactModel, placesOf } from "@map-step/core/plan";
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
