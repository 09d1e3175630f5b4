import { type Foot, isWeightAction, type Step } from "../notation/index.ts";

/** A step that the feet cannot do as written. */
export interface FootFault {
  /** Index of the step in its role. */
  readonly step: number;
  readonly problem: "stands-on-it" | "moves-standing-foot";
  readonly foot: "L" | "R";
}

export interface Feet {
  /** The foot that is free as the figure begins; null when it cannot be known. */
  readonly startFree: "L" | "R" | null;
  readonly endFree: "L" | "R" | null;
  readonly faults: readonly FootFault[];
}

const other = (foot: "L" | "R"): "L" | "R" => (foot === "L" ? "R" : "L");
const free = (foot: Foot | null): foot is "L" | "R" => foot === "L" || foot === "R";

/**
 * Follows the weight through a role's steps. The first named foot is taken to be free; a landing on both feet
 * leaves either free for the next action.
 */
export function followFeet(steps: readonly Step[]): Feet {
  const faults: FootFault[] = [];
  let startFree: "L" | "R" | null = null;
  let standing: Foot | null = null;
  steps.forEach((step, index) => {
    const weight = isWeightAction(step.action);
    if (free(step.foot)) {
      if (standing === null) startFree = step.foot;
      if (standing === step.foot && step.action !== "swivel" && step.action !== "hold")
        faults.push({
          step: index,
          problem: weight ? "stands-on-it" : "moves-standing-foot",
          foot: step.foot,
        });
      if (standing === null && !weight) standing = other(step.foot);
    }
    if (weight && step.foot) standing = step.foot;
  });
  const end = standing as Foot | null;
  return { startFree, endFree: free(end) ? other(end) : null, faults };
}

export const footFaultText = ({ problem, foot }: FootFault): string => {
  const name = foot === "L" ? "left" : "right";
  return problem === "stands-on-it"
    ? `The ${name} foot already carries the weight, so it cannot step again.`
    : `The ${name} foot carries the weight, so it is not free to move.`;
};
