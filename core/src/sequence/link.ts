import type { Figure, Role, Step } from "../notation/index.ts";
import { beatsToTicks } from "../time/index.ts";
import type { GraphState } from "./graph.ts";

const OTHER = { L: "R", R: "L" } as const;

/** Two beats of one role: from one free foot to another, on the spot. */
function onTheSpot(
  from: "L" | "R" | null | undefined,
  to: "L" | "R" | null | undefined,
  usual: "L" | "R",
): Step[] {
  const foot = from ?? usual;
  const other = OTHER[foot];
  // Two steps leave the first foot free; a touch keeps the weight, so that the other one is.
  const stays = (to ?? foot) === foot;
  return [
    { onset: 0, foot, action: "place" },
    { onset: beatsToTicks(1), foot: other, action: stays ? "place" : "touch" },
  ];
}

/**
 * The beginning of a figure that is missing: two beats on the spot that begin in one state and end in another, to be
 * written into something worth dancing.
 * @param from how the dancers stand before it, and `to` how they are to stand after it
 * @example
 * linkFigure(GRAPH.states[0], GRAPH.states[0]).length // 48
 */
export function linkFigure(
  from: Pick<GraphState, "hold" | "free">,
  to: Pick<GraphState, "hold" | "free">,
): Figure {
  const roles = Object.keys({ ...from.free, ...to.free }) as Role[];
  const steps = Object.fromEntries(
    roles.map((role) => [role, onTheSpot(from.free[role], to.free[role], role === "follower" ? "R" : "L")]),
  );
  const [first] = roles;
  if (first !== undefined) {
    const holds = [from.hold, to.hold === from.hold ? null : to.hold];
    steps[first] = (steps[first] ?? []).map((step, at) => {
      const hold = holds[at];
      return hold ? { ...step, hold } : step;
    });
  }
  return { length: beatsToTicks(2), steps };
}
