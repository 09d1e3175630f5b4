import { Button } from "@chakra-ui/react";
import { memo } from "react";
import { useNavigate } from "react-router";
import { SaveBadge } from "../../kit/save-state.tsx";
import { byName, Select } from "../../kit/select.tsx";
import { UndoRedo } from "../../kit/undo-redo.tsx";
import { ProposePlan } from "../proposals/propose-plan.tsx";
import { useMay } from "../session/session.tsx";
import type { PlannerInput } from "./planner-input.ts";
import type { Tool } from "./planner-state.ts";
import type { PlanEdit } from "./use-plan.ts";
import type { PlannerActions } from "./use-planner.ts";

/** Which copy of the plan is on screen: the level's or one of its sections'. */
export function PlanPicker({
  level,
  section,
  sections,
}: Pick<PlannerInput, "level" | "section" | "sections">) {
  const navigate = useNavigate();
  if (sections.length === 0) return null;
  return (
    <Select
      label="Plan of"
      size="sm"
      value={section?.id ?? ""}
      onChange={(id) => navigate(id === "" ? `/levels/${level.id}` : `/levels/${level.id}/sections/${id}`)}
      choices={[["", "Level plan"], ...byName(sections)]}
    />
  );
}

interface Props {
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly mayEdit: boolean;
  /** Not while a proposal is on screen. */
  readonly canEdit: boolean;
  readonly actions: PlannerActions;
}

const DEPTHS = [
  [0, "cover more"],
  [0.5, "between"],
  [1, "go deeper"],
] as const;

/** Everything that is done to the plan as a whole. */
export const PlannerTools = memo(function PlannerTools(props: Props) {
  const { input, edit, mayEdit, canEdit, actions } = props;
  const mayPropose = useMay("proposals.write");
  const tools: readonly (readonly [Tool, string])[] = [
    ["forecast", "Forecast"],
    ["kept", "Saved plans"],
    ...(mayEdit && !input.proposal && input.sections.length > 0
      ? [["take", input.section ? "Level and section" : "Level and sections"] as const]
      : []),
    ["files", "Files and print"],
  ];
  return (
    <>
      {mayEdit ? <SaveBadge state={edit.saving.state} retry={edit.saving.flush} /> : null}
      {canEdit ? (
        <>
          <UndoRedo edit={edit} />
          <Button px="3" variant="outline" bg="panel" onClick={() => actions.open("choose")}>
            Choose figures
          </Button>
        </>
      ) : null}
      {tools.map(([tool, name]) => (
        <Button
          key={tool}
          px="3"
          variant="outline"
          bg="panel"
          disabled={edit.chosen.length === 0 || (tool === "take" && !canEdit)}
          onClick={() => actions.open(tool)}
        >
          {name}
        </Button>
      ))}
      {!mayEdit && !input.proposal && mayPropose ? <ProposePlan plan={input.plan} /> : null}
      {canEdit ? (
        <>
          <Select
            label="The draft should"
            value={String(input.depth)}
            onChange={(depth) => input.onDepth(Number(depth))}
            choices={DEPTHS.map(([depth, name]) => [String(depth), name])}
          />
          <Button px="3" disabled={edit.chosen.length === 0} onClick={actions.draft}>
            Draft the plan
          </Button>
        </>
      ) : null}
    </>
  );
});
