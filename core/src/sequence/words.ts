import type { Role } from "../notation/index.ts";
import { inWords } from "../words/index.ts";
import type { GraphState } from "./graph.ts";

const FOOT = { L: "left", R: "right" } as const;

/**
 * A state as a teacher would say it.
 * @example
 * stateInWords(GRAPH.states[0]) // "open one-hand, leader's left and follower's right free"
 */
export function stateInWords({ hold, free }: Pick<GraphState, "hold" | "free">): string {
  const feet = (Object.entries(free) as [Role, "L" | "R" | null][]).flatMap(([role, foot]) =>
    foot === null ? [] : [role === "solo" ? FOOT[foot] : `${role}'s ${FOOT[foot]}`],
  );
  const parts = [
    hold ?? (free.solo === undefined ? "any hold" : ""),
    feet.length > 0 ? `${inWords(feet)} free` : "",
  ];
  return parts.filter(Boolean).join(", ");
}
