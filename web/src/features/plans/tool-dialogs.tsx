import type { FigureRecord } from "@map-step/contract";
import type { LevelPlan, PlacedShare, WeekLoad, WeekRoom } from "@map-step/core/plan";
import { Forecast } from "./forecast.tsx";
import { KeptPlans } from "./kept-plans.tsx";
import { PlanFiles } from "./plan-files.tsx";
import type { PlannerInput } from "./planner-input.ts";
import type { Tool } from "./planner-tools.tsx";
import type { Proposal } from "./proposal.ts";
import type { PlanEdit } from "./use-plan.ts";

interface Props {
  readonly tool: Tool | null;
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly levelPlan: LevelPlan;
  readonly loads: readonly WeekLoad[];
  readonly rooms: readonly WeekRoom[];
  readonly sharesAt: (figureId: string, week: number) => readonly PlacedShare[];
  readonly figures: readonly FigureRecord[];
  readonly onClose: () => void;
  readonly onPropose: (proposal: Proposal) => void;
}

/** The dialog of the tool that is open. */
export function ToolDialogs({ tool, ...props }: Props) {
  if (tool === "forecast") return <Forecast {...props} />;
  if (tool === "kept") return <KeptPlans {...props} />;
  if (tool === "files") return <PlanFiles {...props} />;
  return null;
}
