import type { FigureRecord, PlanContent } from "@map-step/contract";
import {
  checkPlan,
  type Finding,
  mutedIn,
  planLoads,
  type WeekCapacity,
  type WeekLoad,
  weekCapacities,
} from "@map-step/core/plan";
import { useMemo } from "react";
import type { PlannerInput } from "./planner-input.ts";
import { type Drag, inWeeks } from "./planner-state.ts";
import { type Computed, useLevelPlan } from "./use-level-plan.ts";

/** All that follows from a plan and that views of it select from. */
export interface PlanView extends Computed {
  readonly capacities: readonly WeekCapacity[];
  readonly loads: readonly WeekLoad[];
  /** What is to solve from here on. */
  readonly findings: readonly Finding[];
  /** What was accepted, with the reason. */
  readonly muted: ReturnType<typeof mutedIn>;
  /** The figures chosen for it. */
  readonly figures: readonly FigureRecord[];
}

/** What is found about weeks that are taught cannot be changed any more, but for what they did not reach. */
const isAhead =
  (taught: number) =>
  ({ week, code }: Finding): boolean =>
    week > taught || week === 0 || code === "not-reached";

/** What follows from a plan, with strands that are pulled where they are pulled to. */
export function usePlanView(input: PlannerInput, content: PlanContent, drag: Drag | null): PlanView {
  const { library, taught } = input;
  const shown = useMemo(
    () => (drag ? { ...content, chosen: inWeeks(content.chosen, drag) } : content),
    [content, drag],
  );
  const computed = useLevelPlan({ ...input, content: shown });
  const { levelPlan, strands } = computed;
  const capacities = useMemo(() => weekCapacities(levelPlan), [levelPlan]);
  const loads = useMemo(() => planLoads(levelPlan, strands), [levelPlan, strands]);
  const findings = useMemo(
    () => checkPlan(levelPlan, strands).filter(isAhead(taught)),
    [levelPlan, strands, taught],
  );
  const muted = useMemo(() => mutedIn(levelPlan, strands), [levelPlan, strands]);
  const figures = useMemo(() => {
    const ids = new Set(content.chosen.map(({ figureId }) => figureId));
    return library.filter(({ id }) => ids.has(id));
  }, [content.chosen, library]);
  return useMemo(
    () => ({ ...computed, capacities, loads, findings, muted, figures }),
    [computed, capacities, loads, findings, muted, figures],
  );
}
