import type { Change, Finding, LeftOut, LevelPlan, Strand, WeekLoad, WeekRoom } from "@map-step/core/plan";
import type { Selection } from "../grid/grid.tsx";
import type { PlannerInput } from "../planner-input.ts";
import type { PlanEdit } from "../use-plan.ts";

/** What every part of the inspector may look at and do. */
export interface InspectorProps {
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly levelPlan: LevelPlan;
  readonly strands: ReadonlyMap<string, Strand>;
  readonly loads: readonly WeekLoad[];
  readonly rooms: readonly WeekRoom[];
  readonly findings: readonly Finding[];
  readonly muted: readonly { readonly finding: Finding; readonly reason: string }[];
  readonly taught: number;
  readonly mayEdit: boolean;
  readonly selection: Selection;
  /** What a draft could not place, and why. */
  readonly left: readonly LeftOut[];
  /** While a strand is on its way, only what is quick to say is said. */
  readonly dragging: boolean;
  readonly onSelect: (selection: Selection) => void;
  readonly onMove: (figureId: string, week: number) => void;
  readonly onRepair: (change: Change) => void;
  /** Opens the list of figures to choose from. */
  readonly onChoose: () => void;
}
