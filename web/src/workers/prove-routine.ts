import type { RoutineTask, Times } from "@map-step/core/sequence";
import type { Highs } from "highs";
import { dataOf } from "./prove.ts";

/** What became of the search for the shortest routine. */
export interface RoutineProof {
  /** How often each arc is danced; `null` where none was found. */
  readonly times: Times | null;
  /** Whether it is proven to be the shortest. */
  readonly best: boolean;
  /** Whether it is proven that there is none. */
  readonly impossible: boolean;
  /** No routine can be shorter than so many beats; `null` where nothing is known. */
  readonly bound: number | null;
}

/** So often rows are added for an answer that falls apart, before the search is given up. */
const MOST_ROUNDS = 200;

/**
 * Searches for the shortest routine with the mixed-integer solver, adding rows for as long as its answers fall apart.
 * @param seconds how long it may search in all
 */
export function proveRoutine(highs: Highs, task: RoutineTask, seconds: number): RoutineProof {
  const ends = performance.now() + seconds * 1000;
  const rows = [...task.model.rows];
  let bound: number | null = null;
  const { empty, infeasible, optimal } = highs.constants.modelStatus;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const left = (ends - performance.now()) / 1000;
    if (left <= 0) break;
    const answer = highs.withModel(dataOf(highs, { ...task.model, rows }, "min"), (solver) => {
      solver.options.set({ output_flag: false, time_limit: left, mip_rel_gap: 0, random_seed: 1 });
      const { modelStatus } = solver.run();
      const found = solver.info.get("primal_solution_status") === 2;
      const bound = Number(solver.info.get("mip_dual_bound"));
      return { modelStatus, bound, solution: found ? solver.getSolution().colValue : null };
    });
    if (answer.modelStatus === infeasible) return { times: null, best: false, impossible: true, bound: null };
    const { solution } = answer;
    // Changes of hold cost next to nothing, so the next whole number of beats below is a bound as well.
    if (Number.isFinite(answer.bound)) bound = Math.floor(answer.bound);
    if (!solution) break;
    const cuts = task.cutsFor(solution);
    if (cuts.length === 0) {
      const best = answer.modelStatus === optimal || answer.modelStatus === empty;
      return { times: task.timesFrom(solution), best, impossible: false, bound };
    }
    rows.push(...cuts);
  }
  return { times: null, best: false, impossible: false, bound };
}
