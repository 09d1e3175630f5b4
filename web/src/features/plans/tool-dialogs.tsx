import { Forecast } from "./forecast.tsx";
import { KeptPlans } from "./kept-plans.tsx";
import { PlanFiles } from "./plan-files.tsx";
import type { PlanView } from "./plan-view.ts";
import type { PlannerInput } from "./planner-input.ts";
import type { Tool } from "./planner-state.ts";
import { TakeOver } from "./take-over.tsx";
import type { PlanEdit } from "./use-plan.ts";
import type { PlannerActions } from "./use-planner.ts";

interface Props {
  readonly tool: Tool | null;
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly view: PlanView;
  readonly actions: PlannerActions;
}

/** The dialog of the tool that is open. */
export function ToolDialogs({ tool, actions, ...props }: Props) {
  const onClose = () => actions.open(null);
  if (tool === "forecast") return <Forecast {...props} onClose={onClose} />;
  if (tool === "kept") return <KeptPlans {...props} onPropose={actions.compare} onClose={onClose} />;
  if (tool === "take") return <TakeOver input={props.input} onClose={onClose} />;
  if (tool === "files") return <PlanFiles {...props} onClose={onClose} />;
  return null;
}
