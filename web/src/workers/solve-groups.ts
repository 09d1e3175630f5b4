import { type GoalSection, type GoingOn, type Grouping, groups } from "@map-step/core/check";
import type { Highs } from "highs";
import { dataOf } from "./prove.ts";

/** Who goes on, and where to. */
export interface GroupsQuestion {
  readonly students: readonly GoingOn[];
  readonly sections: readonly GoalSection[];
  /** How long it may search. */
  readonly seconds: number;
}

/** Groups, and whether they are proven to meet as much as can be met. */
export interface GroupsAnswer extends Grouping {
  readonly best: boolean;
}

/** Lays groups with the mixed-integer solver. @throws when the solver gives nothing */
export function solveGroups(highs: Highs, { students, sections, seconds }: GroupsQuestion): GroupsAnswer {
  const { model, read } = groups(students, sections);
  if (model.cost.length === 0) return { ...read([]), best: true };
  return highs.withModel(dataOf(highs, model, "min"), (solver) => {
    solver.options.set({ output_flag: false, time_limit: seconds, mip_rel_gap: 0, random_seed: 1 });
    const { modelStatus } = solver.run();
    const { optimal, empty } = highs.constants.modelStatus;
    if (solver.info.get("primal_solution_status") !== 2) throw new Error("No groups were found");
    return { ...read(solver.getSolution().colValue), best: modelStatus === optimal || modelStatus === empty };
  });
}
