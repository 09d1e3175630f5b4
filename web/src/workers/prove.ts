import type { LinearProgram } from "@map-step/core/linear";
import {
  columnsFrom,
  type ExactModel,
  type Places,
  placementsOf,
  placesFrom,
  type Scored,
} from "@map-step/core/plan";
import type { Highs, ModelData } from "highs";

/** What became of the search for the best plan. */
export interface Proof extends Scored {
  /** Nothing can be worth more than this. */
  readonly bound: number;
  /** Whether the plan is proven to be the best. */
  readonly best: boolean;
  /** Whether any plan keeps all limits. */
  readonly feasible: boolean;
}

/** A model as the solver takes it. */
export function dataOf(
  highs: Highs,
  { cost, upper, integer, rows }: LinearProgram,
  sense: "max" | "min",
): ModelData {
  const starts = new Int32Array(rows.length + 1);
  rows.forEach(({ columns }, index) => {
    starts[index + 1] = (starts[index] ?? 0) + columns.length;
  });
  return {
    numCols: cost.length,
    numRows: rows.length,
    sense: highs.constants.objectiveSense[sense === "max" ? "maximize" : "minimize"],
    colCost: Float64Array.from(cost),
    colLower: new Float64Array(cost.length),
    colUpper: Float64Array.from(upper),
    rowLower: Float64Array.from(rows, ({ lower }) =>
      lower === Number.NEGATIVE_INFINITY ? -highs.infinity : lower,
    ),
    rowUpper: Float64Array.from(rows, ({ upper: most }) =>
      most === Number.POSITIVE_INFINITY ? highs.infinity : most,
    ),
    matrix: {
      format: "csr",
      numRows: rows.length,
      numCols: cost.length,
      starts,
      indices: Int32Array.from(rows.flatMap(({ columns }) => [...columns])),
      values: Float64Array.from(rows.flatMap(({ values }) => [...values])),
    },
    integrality: Int32Array.from(integer, (whole) => (whole ? 1 : 0)),
  };
}

/** News while it searches: a better plan, or a lower bound. */
export interface ProofNews {
  readonly better?: Scored;
  readonly bound?: number;
}

/**
 * The solver's own ways to a good solution took half of its time and found none better than the start, which many small
 * changes have improved already: what is left for it is the bound.
 */
const START_IS_GOOD = {
  mip_heuristic_effort: 0,
  mip_heuristic_run_feasibility_jump: false,
  mip_heuristic_run_rens: false,
  mip_heuristic_run_rins: false,
};

/**
 * Searches for the best answer to a model's question with the mixed-integer solver, beginning with one that is known.
 * @param seconds how long it may search; then the best so far and the bound are given back
 */
export function prove(
  highs: Highs,
  model: ExactModel,
  start: Places,
  seconds: number,
  onNews: (news: ProofNews) => void = () => undefined,
): Proof {
  const { problem, worthOf } = model;
  const scored = (places: Places): Scored => ({
    placements: placementsOf(problem, places),
    score: worthOf(places),
  });
  return highs.withModel(dataOf(highs, model, "max"), (solver): Proof => {
    solver.options.set({
      output_flag: false,
      time_limit: seconds,
      mip_rel_gap: 1e-6,
      random_seed: 1,
      ...START_IS_GOOD,
    });
    solver.setSolution(columnsFrom(model, start));
    let best: Places = start;
    let bound = Number.POSITIVE_INFINITY;
    const { mipImprovingSolution, mipLogging } = highs.constants.callbackType;
    const { modelStatus } = solver.run({
      [mipImprovingSolution]: ({ data }) => {
        if (!data.mip_solution) return;
        const places = placesFrom(model, data.mip_solution);
        if (worthOf(places) <= worthOf(best)) return;
        best = places;
        onNews({ better: scored(places) });
      },
      [mipLogging]: ({ data }) => {
        const now = data.mip_dual_bound;
        if (now === undefined || !Number.isFinite(now) || now >= bound) return;
        bound = now;
        onNews({ bound: now });
      },
    });
    const { empty, infeasible, optimal } = highs.constants.modelStatus;
    if (modelStatus === infeasible)
      return { ...scored(start), bound: worthOf(start), best: false, feasible: false };
    const value = Number(solver.info.get("mip_dual_bound"));
    if (Number.isFinite(value)) bound = Math.min(bound, value);
    if (solver.info.get("primal_solution_status") === 2) {
      const places = placesFrom(model, solver.getSolution().colValue);
      if (worthOf(places) > worthOf(best)) best = places;
    }
    const found = scored(best);
    const proven = modelStatus === optimal || modelStatus === empty;
    return {
      ...found,
      bound: proven ? found.score : Math.max(found.score, bound),
      best: proven,
      feasible: true,
    };
  });
}
