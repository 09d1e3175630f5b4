import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { type Level, planContent } from "@map-step/contract";
import { approachOf, refresherOf } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import type { KeyboardEvent } from "react";
import { PageHead } from "../../kit/page.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { Empty } from "../../kit/states.tsx";
import { CommentsButton } from "../comments/comments-button.tsx";
import { HistoryButton } from "../history/history-button.tsx";
import { WritingBar } from "../proposals/writing-bar.tsx";
import { ChooseDialog } from "./choose.tsx";
import { WeekGrid } from "./grid/grid.tsx";
import { DeferredInspector } from "./inspector/inspector.tsx";
import { LevelChanged } from "./level-changed.tsx";
import { planDifferences } from "./merge.ts";
import type { PlannerInput } from "./planner-input.ts";
import { PlannerTools, PlanPicker } from "./planner-tools.tsx";
import { ProposalPanel } from "./proposal-panel.tsx";
import { ToolDialogs } from "./tool-dialogs.tsx";
import type { Chosen } from "./use-plan.ts";
import { usePlanner } from "./use-planner.ts";

const about = (level: Level, approach: string, chosen: Chosen, refresher: number): string => {
  const placed = chosen.filter(({ week }) => week !== null).length;
  const waiting = chosen.length - placed;
  return [
    `${counted(level.weeks, "week")} of ${counted(level.lessonMinutes, "minute")}`,
    `${approach.toLowerCase()} approach`,
    `${counted(placed, "figure")} placed${waiting > 0 ? `, ${waiting} waiting` : ""}`,
    ...(refresher > 0 ? [`begins with ${counted(refresher, "minute")} of refresher`] : []),
  ].join(", ");
};

/** The director's main screen: the week grid, what is to solve, and what is selected. */
export function Planner(input: PlannerInput) {
  const { level, section, library, taught, approaches } = input;
  const planner = usePlanner(input);
  const { edit, mayEdit, canEdit, selection, drag, tool, proposed, content, view, actions } = planner;
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "";
  const weekMeant = selection && "week" in selection ? selection.week : null;
  const staffNames = new Map(input.members.map((one) => [one.id, one.name]));
  const approach = approachOf(level.approachId, approaches).name;
  const onKeyDown = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || !canEdit) return;
    event.preventDefault();
    if (event.shiftKey) edit.redo();
    else edit.undo();
  };
  return (
    <Box onKeyDown={onKeyDown}>
      <PageHead
        title={level.name}
        tab={`${level.name}${section ? `, ${section.name}` : ""}: ${input.proposal ? "proposal" : "plan"}`}
        about={
          <Flex gap="3" align="center" wrap="wrap">
            <Box className="no-print">
              <PlanPicker {...input} />
            </Box>
            {about(level, approach, content.chosen, refresherOf(view.levelPlan).minutes)}
          </Flex>
        }
      >
        <PlannerTools {...{ input, edit, canEdit, mayEdit, actions }} />
        <CommentsButton
          list="plans"
          thingId={input.plan.id}
          week={weekMeant}
          what={weekMeant === null ? "this plan" : `this plan, week ${weekMeant}`}
        />
        <HistoryButton
          list="plans"
          id={input.plan.id}
          what="this plan"
          shape={planContent}
          differ={(before, after) => planDifferences(before, after, nameOf, staffNames)}
          onBack={canEdit ? (was) => edit.edit(was) : undefined}
        />
      </PageHead>
      {input.proposal ? (
        <WritingBar proposal={input.proposal} content={edit.content} saving={edit.saving} />
      ) : section && canEdit ? (
        <LevelChanged input={input} content={edit.content} onLook={() => actions.open("take")} />
      ) : null}
      {proposed ? (
        <ProposalPanel
          {...{ proposed, nameOf, actions }}
          present={edit.content}
          room={view.findings.find(({ code }) => code === "room-left")?.text ?? null}
        />
      ) : null}
      {content.chosen.length === 0 ? (
        <Empty
          title="Which figures does this level teach?"
          action={
            mayEdit ? <Button onClick={() => actions.open("choose")}>Choose figures</Button> : undefined
          }
        >
          Choose them from the library; then draft the plan and move what you want elsewhere.
        </Empty>
      ) : (
        <Flex gap="5" direction={{ base: "column", lg: "row" }} align="stretch">
          <Box flex="1" minW="0">
            <WeekGrid
              {...{ input, view, selection, drag, actions }}
              chosen={content.chosen}
              before={proposed ? edit.chosen : null}
              mayEdit={canEdit}
            />
            {canEdit ? (
              <Text color="soft" fontSize="sm" mt="2" pl="2" className="no-print">
                Drag a strand to another week, or use the arrow keys on it; Delete takes it out of its week.
                With Shift several are chosen and move together.
              </Text>
            ) : null}
          </Box>
          <DeferredInspector
            {...{ input, edit, view, selection, actions }}
            mayEdit={canEdit}
            left={proposed?.proposal.left ?? NONE_LEFT}
            dragging={drag !== null}
          />
        </Flex>
      )}
      {tool === "choose" ? (
        <ChooseDialog
          figures={library.filter(({ danceId }) => danceId === level.danceId)}
          chosen={edit.chosen}
          levelPlan={view.levelPlan}
          taught={taught}
          onClose={() => actions.open(null)}
          onChoose={(chosen) => {
            actions.open(null);
            edit.edit({ chosen });
          }}
        />
      ) : (
        <ToolDialogs {...{ tool, input, edit, view, actions }} />
      )}
      <SavingConflict conflict={edit.saving.conflict} onChoose={edit.settle} />
    </Box>
  );
}

const NONE_LEFT = [] as const;
