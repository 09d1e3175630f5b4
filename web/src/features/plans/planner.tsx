import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { FigureRecord, Level, PlanContent } from "@map-step/contract";
import {
  approachOf,
  type Change,
  checkPlan,
  mutedIn,
  planLoads,
  refresherOf,
  roomsOf,
  teachingMinutes,
} from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { type KeyboardEvent, useCallback, useMemo, useRef, useState } from "react";
import { PageHead } from "../../kit/page.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { Empty } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";
import { ChooseDialog } from "./choose.tsx";
import { type Drag, figuresIn, type Selection, WeekGrid } from "./grid/grid.tsx";
import { InspectorSoon } from "./inspector/inspector.tsx";
import type { PlannerInput } from "./planner-input.ts";
import { PlannerTools, type Tool } from "./planner-tools.tsx";
import { type Proposal, withPlacements } from "./proposal.ts";
import { ProposalPanel } from "./proposal-panel.tsx";
import { ToolDialogs } from "./tool-dialogs.tsx";
import { proofInWords, useDraft } from "./use-draft.ts";
import { useLevelPlan } from "./use-level-plan.ts";
import { useOfferedRepair } from "./use-offered-repair.ts";
import { type Chosen, usePlan, withEntry } from "./use-plan.ts";
import { repairInWords, useRepair } from "./use-repair.ts";

const about = (
  level: Level,
  section: PlannerInput["section"],
  approach: string,
  chosen: Chosen,
  refresher: number,
): string => {
  const placed = chosen.filter(({ week }) => week !== null).length;
  const waiting = chosen.length - placed;
  return [
    section?.name ?? "Level plan",
    `${counted(level.weeks, "week")} of ${counted(level.lessonMinutes, "minute")}`,
    `${approach.toLowerCase()} approach`,
    `${counted(placed, "figure")} placed${waiting > 0 ? `, ${waiting} waiting` : ""}`,
    ...(refresher > 0 ? [`begins with ${counted(refresher, "minute")} of refresher`] : []),
  ].join(", ");
};

interface Now {
  readonly move: (figureId: string, to: number) => void;
  readonly draft: () => void;
}

/** The director's main screen: the week grid, what is to solve, and what is selected. */
export function Planner(input: PlannerInput) {
  const { level, section, plan, library, taught, members } = input;
  const mayEdit = useMay("plans.write");
  const edit = usePlan(plan, library, members);
  const [selection, setSelection] = useState<Selection>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [tool, setTool] = useState<Tool | null>(null);
  const [given, setGiven] = useState<Proposal | null>(null);
  const { drafting, start, stop, clear } = useDraft();
  const repairs = useRepair();
  const { repairing } = repairs;

  const drafted: Proposal | null =
    drafting && drafting.plan.placements.length > 0
      ? {
          title: "A draft of the plan",
          content: { ...edit.content, chosen: withPlacements(edit.chosen, drafting.plan.placements) },
          why: new Map(),
          left: drafting.left,
        }
      : null;
  const repaired: Proposal | null = repairing
    ? {
        title: "A repair with the fewest moves",
        content: {
          ...edit.content,
          special: [...(repairing.repair.level.special ?? [])],
          away: [...(repairing.repair.level.away ?? [])],
          chosen: withPlacements(edit.chosen, repairing.repair.placements),
        },
        why: new Map(repairing.repair.moves.map(({ figureId, why }) => [figureId, why])),
        left: repairing.repair.left,
      }
    : null;
  const proposal = given ?? repaired ?? drafted;
  const content: PlanContent = proposal?.content ?? edit.content;
  const shown = drag
    ? {
        ...content,
        chosen: content.chosen.map((entry) => {
          const to = drag.get(entry.figureId);
          return to === undefined ? entry : { ...entry, week: to === 0 ? null : to };
        }),
      }
    : content;
  const { levelPlan, strands, sharesAt } = useLevelPlan({ ...input, content: shown });
  const rooms = useMemo(() => roomsOf(levelPlan), [levelPlan]);
  const loads = useMemo(() => planLoads(levelPlan, strands), [levelPlan, strands]);
  const findings = useMemo(
    () =>
      checkPlan(levelPlan, strands).filter(
        ({ week, code }) => week > taught || week === 0 || code === "not-reached",
      ),
    [levelPlan, strands, taught],
  );
  const muted = useMemo(() => mutedIn(levelPlan, strands), [levelPlan, strands]);
  const figures = useMemo(() => {
    const ids = new Set(content.chosen.map(({ figureId }) => figureId));
    return library.filter(({ id }) => ids.has(id));
  }, [content.chosen, library]);
  const canEdit = mayEdit && proposal === null;

  /** What the handlers below do by now, so that they stay the same and little is drawn anew while a strand moves. */
  const now = useRef<Now>(null);
  /** Where the figures that are selected together go when one of them goes to a week. */
  const targets = (figureId: string, to: number): Map<string, number> => {
    const ids = figuresIn(selection).includes(figureId) ? figuresIn(selection) : [figureId];
    const at = (id: string) => edit.chosen.find((entry) => entry.figureId === id);
    const by = to - (at(figureId)?.week ?? 0);
    return new Map(
      ids.flatMap((id): [string, number][] => {
        const entry = at(id);
        const week = entry?.week ?? 0;
        if (!entry || entry.pinned || (week > 0 && week <= taught)) return [];
        const next =
          id === figureId || to === 0
            ? to
            : week === 0
              ? 0
              : Math.min(level.weeks, Math.max(taught + 1, week + by));
        return [[id, next]];
      }),
    );
  };
  const move = (figureId: string, to: number): void => {
    if (!canEdit || (to > 0 && to <= taught)) return;
    const weeks = targets(figureId, to);
    edit.edit({
      chosen: withEntry(edit.chosen, [...weeks.keys()], (entry) => ({
        week: weeks.get(entry.figureId) || null,
      })),
    });
  };
  const onMove = useCallback((figureId: string, to: number) => now.current?.move(figureId, to), []);
  const onDraft = useCallback(() => now.current?.draft(), []);
  const selectFigure = useCallback((figureId: string, more: boolean) => {
    setSelection((before) => {
      const ids = more ? figuresIn(before) : [];
      return {
        figureIds: ids.includes(figureId) && more ? ids.filter((id) => id !== figureId) : [...ids, figureId],
      };
    });
  }, []);
  const draft = () => {
    leave();
    setSelection(null);
    const keep = levelPlan.placements.filter(({ week }) => week <= taught);
    void start(levelPlan, { keep, from: taught + 1, depth: input.depth });
  };
  now.current = { move, draft };
  const leave = () => {
    clear();
    repairs.clear();
    setGiven(null);
  };
  const propose = (next: Proposal) => {
    leave();
    setGiven(next);
  };
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "";
  const onKeyDown = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z" || !canEdit) return;
    event.preventDefault();
    if (event.shiftKey) edit.redo();
    else edit.undo();
  };
  const repair = (change: Change) => {
    leave();
    void repairs.start(levelPlan, change, taught);
  };
  useOfferedRepair(mayEdit && proposal === null ? plan.notReached : [], repair);
  const approach = approachOf(
    level.approachId,
    input.approaches.map((one) => one),
  ).name;
  return (
    <Box onKeyDown={onKeyDown}>
      <PageHead
        title={level.name}
        tab={`${level.name}${section ? `, ${section.name}` : ""}: plan`}
        about={about(level, section, approach, content.chosen, refresherOf(levelPlan).minutes)}
      >
        <PlannerTools
          input={input}
          edit={edit}
          canEdit={canEdit}
          mayEdit={mayEdit}
          onTool={setTool}
          onDraft={onDraft}
        />
      </PageHead>
      {proposal ? (
        <ProposalPanel
          proposal={proposal}
          present={edit.content}
          status={given ? "" : repairing ? repairInWords(repairing) : drafting ? proofInWords(drafting) : ""}
          room={findings.find(({ code }) => code === "room-left")?.text ?? null}
          conflict={given || repairing ? null : (drafting?.conflict?.text ?? null)}
          running={!given && (repairing ?? drafting)?.running === true}
          nameOf={nameOf}
          onStop={repairing ? repairs.stop : stop}
          onLeave={leave}
          onTake={() => {
            edit.edit(proposal.content);
            leave();
          }}
        />
      ) : null}
      {content.chosen.length === 0 ? (
        <Empty
          title="Which figures does this level teach?"
          action={mayEdit ? <Button onClick={() => setTool("choose")}>Choose figures</Button> : undefined}
        >
          Choose them from the library; then draft the plan and move what you want elsewhere.
        </Empty>
      ) : (
        <Flex gap="5" direction={{ base: "column", lg: "row" }} align="stretch">
          <Box flex="1" minW="0">
            <WeekGrid
              {...{ figures, levelPlan, sharesAt, loads, rooms, findings, taught, selection, drag }}
              chosen={content.chosen}
              before={proposal ? edit.chosen : null}
              mayEdit={canEdit}
              room={teachingMinutes(level)}
              dates={section?.dates ?? []}
              onSelect={setSelection}
              onSelectFigure={selectFigure}
              onMove={onMove}
              onDrag={(figureId, week) => setDrag(targets(figureId, week))}
              onDragEnd={() => setDrag(null)}
            />
            {canEdit ? (
              <Text color="soft" fontSize="sm" mt="2" pl="2" className="no-print">
                Drag a strand to another week, or use the arrow keys on it; Delete takes it out of its week.
                With Shift several are chosen and move together.
              </Text>
            ) : null}
          </Box>
          <InspectorSoon
            {...{ input, edit, levelPlan, strands, loads, rooms, findings, muted, taught, selection }}
            mayEdit={canEdit}
            left={proposal?.left ?? []}
            dragging={drag !== null}
            onSelect={setSelection}
            onMove={onMove}
            onRepair={repair}
            onChoose={() => setTool("choose")}
          />
        </Flex>
      )}
      {tool === "choose" ? (
        <ChooseDialog
          figures={library.filter(({ danceId }) => danceId === level.danceId)}
          chosen={edit.chosen}
          levelPlan={levelPlan}
          taught={taught}
          onClose={() => setTool(null)}
          onChoose={(chosen) => {
            setTool(null);
            edit.edit({ chosen });
          }}
        />
      ) : (
        <ToolDialogs
          {...{ tool, input, edit, levelPlan, loads, rooms, strands, sharesAt }}
          figures={figures as readonly FigureRecord[]}
          onClose={() => setTool(null)}
          onPropose={(next) => {
            setTool(null);
            propose(next);
          }}
        />
      )}
      <SavingConflict conflict={edit.saving.conflict} onChoose={edit.settle} />
    </Box>
  );
}
