import { Button } from "@chakra-ui/react";
import { PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { UndoRedo } from "../../kit/undo-redo.tsx";
import { GoalsPanel } from "./goals-panel.tsx";
import { LaidGroups } from "./laid-groups.tsx";
import type { Known } from "./use-candidates.ts";
import { useGroups } from "./use-groups.ts";
import { WhoGoes } from "./who-goes.tsx";

/** Who goes on, where to, and all enrolled in one step. */
export function Groups(known: Known) {
  const groups = useGroups(known);
  const { level, next, edited, shown, isOfNow, going } = groups;
  return (
    <>
      <PageHead
        title="Groups for next term"
        about={`Dancers of ${level.name}, to sections of ${next.map(({ name }) => name).join(", ") || level.name}`}
      >
        <SaveBadge state={edited.saving.state} retry={edited.saving.flush} />
        <UndoRedo edit={edited} />
        <Button
          disabled={!shown || !isOfNow || going.length === 0}
          loading={groups.isEnrolling}
          onClick={() => void groups.enrolAll()}
        >
          Enrol all
        </Button>
      </PageHead>
      <SavingConflict conflict={edited.saving.conflict} onChoose={edited.settle} />
      <GoalsPanel {...groups} />
      <LaidGroups {...groups} />
      <WhoGoes {...groups} />
    </>
  );
}
