import type { LeftOut } from "@map-step/core/plan";
import type { PlanView } from "../plan-view.ts";
import type { PlannerInput } from "../planner-input.ts";
import type { Selection } from "../planner-state.ts";
import type { PlanEdit } from "../use-plan.ts";
import type { PlannerActions } from "../use-planner.ts";

/** What every part of the inspector may look at and do. */
export interface InspectorProps {
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly view: PlanView;
  readonly selection: Selection;
  readonly mayEdit: boolean;
  /** What a draft could not place, and why. */
  readonly left: readonly LeftOut[];
  /** While a strand is on its way, only what is quick to say is said. */
  readonly dragging: boolean;
  readonly actions: PlannerActions;
}
