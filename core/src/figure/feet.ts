import { type Foot, isWeightAction, type Step } from "../notation/index.ts";

/** A step that the feet cannot do as written. */
export interface FootFault {
  /** Index of the step in its role. */
  readonly step: number;
  readonly problem: "stands-on-it" | "moves-standing-foot" | "hops-on-free-foot";
  readonly foot: "L" | "R";
}

/** How a role's feet come through a figure: which is free, and what is wrong. */
export interface Feet {
  /** The foot that is free as the figure begins; null when it cannot be known. */
  readonly startFree: "L" | "R" | null;
  readonly endFree: "L" | "R" | null;
  /** Ends with the weight on both feet, so that either is free. */
  readonly endsOnBoth: boolean;
  /** Can be danced again as it is, with no fault that was not there the first time. */
  readonly closes: boolean;
  readonly faults: readonly FootFault[];
}

const other = (foot: "L" | "R"): "L" | "R" => (foot === "L" ? "R" : "L");
const free = (foot: Foot | null): foot is "L" | "R" => foot === "L" || foot === "R";

/** Goes through the steps once from a stance: `null` where nothing is known of it yet. */
function walk(steps: readonly Step[], stance: Foot | null) {
  const faults: FootFault[] = [];
  let startFree: "L" | "R" | null = null;
  let standing = stance;
  steps.forEach((step, index) => {
    const weight = isWeightAction(step.action);
    // These leave the foot where it is, so a foot that carries the weight can do them too.
    const stays = step.action === "swivel" || step.action === "hold";
    if (step.action === "hop" && free(step.foot)) {
      // A hop lands on the foot that it leaves.
      if (standing === null) startFree = other(step.foot);
      if (standing === other(step.foot))
        faults.push({ step: index, problem: "hops-on-free-foot", foot: step.foot });
      standing = step.foot;
    } else if (free(step.foot)) {
      if (standing === null) startFree = step.foot;
      if (standing === step.foot && !stays)
        faults.push({
          step: index,
          problem: weight ? "stands-on-it" : "moves-standing-foot",
          foot: step.foot,
        });
      // A foot that moves without taking the weight leaves it on the other.
      if (!weight && (standing === null || (standing === "both" && !stays))) standing = other(step.foot);
    }
    if (weight && step.foot) standing = step.foot;
  });
  return { startFree, standing, faults };
}

/**
 * Follows the weight through a role's steps. The first named foot is taken to be free; a landing on both feet
 * leaves either free for the next action.
 */
export function followFeet(steps: readonly Step[]): Feet {
  const { startFree, standing, faults } = walk(steps, null);
  const again = walk(steps, standing);
  return {
    startFree,
    endFree: free(standing) ? other(standing) : null,
    endsOnBoth: standing === "both",
    closes: standing !== null && again.faults.length === faults.length,
    faults,
  };
}

/**
 * A foot fault in a sentence for a teacher.
 * @example
 * footFaultText({ problem: "loaded", foot: "L" })
 * // "The left foot carries the weight, so it is not free to move."
 */
export const footFaultText = ({ problem, foot }: FootFault): string => {
  const name = foot === "L" ? "left" : "right";
  if (problem === "hops-on-free-foot")
    return `The ${name} foot does not carry the weight, so it cannot hop; a hop lands on the foot that it leaves.`;
  return problem === "stands-on-it"
    ? `The ${name} foot already carries the weight, so it cannot step again.`
    : `The ${name} foot carries the weight, so it is not free to move.`;
};
