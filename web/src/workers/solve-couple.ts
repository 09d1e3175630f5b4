import type { Solve } from "@map-step/core/couple";
import type { Highs } from "highs";
import { dataOf } from "./prove.ts";

/** A solver for a couple's linear programs. They are small: making them smaller first takes longer than solving them. */
export const couplesWith =
  (highs: Highs): Solve =>
  (program) =>
    highs.withModel(dataOf(highs, program, "min"), (solver) => {
      solver.options.set({ output_flag: false, solver: "simplex", presolve: "off" });
      const { modelStatus } = solver.run();
      return modelStatus === highs.constants.modelStatus.optimal ? [...solver.getSolution().colValue] : null;
    });
