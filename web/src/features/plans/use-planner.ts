import type { PlanContent } from "@map-step/contract";
import type { Change } from "@map-step/core/plan";
import { useMemo, useReducer } from "react";
import { useStableCallbacks } from "../../kit/stable-callbacks.ts";
import { useSearch } from "../../kit/use-search.ts";
import { useMay, useSession } from "../session/session.tsx";
import { DRAFT_SEARCH, DRAFT_SECONDS, proofInWords } from "./drafting.ts";
import { type PlanView, usePlanView } from "./plan-view.ts";
import type { PlannerInput } from "./planner-input.ts";
import {
  AT_FIRST,
  type Drag,
  figuresIn,
  inWeeks,
  type PlannerState,
  plannerAfter,
  type Selection,
  type Tool,
  weeksAfterMove,
} from "./planner-state.ts";
import { draftAsProposal, type Proposal, repairAsProposal } from "./proposal.ts";
import { REPAIR_SEARCH, REPAIR_SECONDS, repairInWords } from "./repairing.ts";
import { useOfferedRepair } from "./use-offered-repair.ts";
import { type PlanEdit, usePlan } from "./use-plan.ts";

/** What can be done in the planner. The same functions throughout, so that little is drawn anew as a strand moves. */
export interface PlannerActions {
  readonly select: (selection: Selection) => void;
  /** With `more` it is chosen beside what is chosen already. */
  readonly selectFigure: (figureId: string, more: boolean) => void;
  /** Moves a figure to a week, 0 for waiting, and those that are selected with it as far. */
  readonly move: (figureId: string, week: number) => void;
  /** Shows a figure, and those that are selected with it, on the way to a week. */
  readonly drag: (figureId: string, week: number) => void;
  readonly endDrag: () => void;
  readonly open: (tool: Tool | null) => void;
  readonly draft: () => void;
  readonly repair: (change: Change) => void;
  readonly compare: (proposal: Proposal) => void;
  /** Ends the search for a better proposal and keeps the best so far. */
  readonly stopSearch: () => void;
  readonly takeProposal: () => void;
  readonly leaveProposal: () => void;
}

/** A plan that is proposed, and how far the search for it has come. */
export interface Proposed {
  readonly proposal: Proposal;
  readonly status: string;
  readonly conflict: string | null;
  readonly running: boolean;
}

export interface Planner extends PlannerState {
  readonly edit: PlanEdit;
  /** Whether the person may change the plan at all, and whether now: not while a proposal is on screen. */
  readonly mayEdit: boolean;
  readonly canEdit: boolean;
  readonly proposed: Proposed | null;
  /** The plan on screen, or the proposed one. */
  readonly content: PlanContent;
  /** What follows from it, with strands where they are pulled. */
  readonly view: PlanView;
  readonly actions: PlannerActions;
}

function proposedBy(
  compared: Proposal | null,
  repairing: ReturnType<typeof useRepairs>["found"],
  drafting: ReturnType<typeof useDrafts>["found"],
  content: PlanContent,
): Proposed | null {
  if (compared) return { proposal: compared, status: "", conflict: null, running: false };
  if (repairing)
    return {
      proposal: repairAsProposal(content, repairing.repair),
      status: repairInWords(repairing),
      conflict: null,
      running: repairing.running,
    };
  if (!drafting || drafting.plan.placements.length === 0) return null;
  return {
    proposal: draftAsProposal(content, drafting.plan.placements, drafting.left),
    status: proofInWords(drafting),
    conflict: drafting.conflict?.text ?? null,
    running: drafting.running,
  };
}

const useDrafts = () => useSearch(DRAFT_SEARCH);
const useRepairs = () => useSearch(REPAIR_SEARCH);

/** The planner: the plan as it is edited, what is proposed, what is selected, and all that follows from them. */
export function usePlanner(input: PlannerInput): Planner {
  const { level, plan, proposal, library, taught, members } = input;
  const mayPlan = useMay("plans.write");
  const { person } = useSession();
  const mayEdit = proposal ? proposal.staffId === person.id && proposal.state === "writing" : mayPlan;
  const edit = usePlan(plan, library, members, proposal);
  const [state, dispatch] = useReducer(plannerAfter, AT_FIRST);
  const { selection, drag, compared } = state;
  const drafts = useDrafts();
  const repairs = useRepairs();
  const proposed = useMemo(
    () => proposedBy(compared, repairs.found, drafts.found, edit.content),
    [compared, repairs.found, drafts.found, edit.content],
  );
  const content = proposed?.proposal.content ?? edit.content;
  const view = usePlanView(input, content, drag);
  const canEdit = mayEdit && proposed === null;

  const targets = (figureId: string, week: number): Drag =>
    weeksAfterMove(edit.chosen, figuresIn(selection), figureId, week, { weeks: level.weeks, taught });
  const leaveProposal = () => {
    drafts.clear();
    repairs.clear();
    dispatch({ kind: "compare", proposal: null });
  };
  const actions = useStableCallbacks<PlannerActions>({
    select: (next) => dispatch({ kind: "select", selection: next }),
    selectFigure: (figureId, more) => dispatch({ kind: "selectFigure", figureId, more }),
    move: (figureId, week) => {
      if (!canEdit || (week > 0 && week <= taught)) return;
      edit.edit({ chosen: inWeeks(edit.chosen, targets(figureId, week)) });
    },
    drag: (figureId, week) => dispatch({ kind: "drag", weeks: targets(figureId, week) }),
    endDrag: () => dispatch({ kind: "drag", weeks: null }),
    open: (tool) => dispatch({ kind: "open", tool }),
    draft: () => {
      leaveProposal();
      dispatch({ kind: "select", selection: null });
      const keep = view.levelPlan.placements.filter(({ week }) => week <= taught);
      const options = { keep, from: taught + 1, depth: input.depth };
      void drafts.start({ level: view.levelPlan, options, seconds: DRAFT_SECONDS });
    },
    repair: (change) => {
      leaveProposal();
      void repairs.start({ level: view.levelPlan, change, taught, seconds: REPAIR_SECONDS });
    },
    compare: (proposal) => {
      leaveProposal();
      dispatch({ kind: "compare", proposal });
    },
    stopSearch: () => {
      drafts.stop();
      repairs.stop();
    },
    takeProposal: () => {
      if (proposed) edit.take(proposed.proposal.content, proposed.proposal.taken);
      leaveProposal();
    },
    leaveProposal,
  });
  useOfferedRepair(canEdit, actions.repair);
  return { ...state, edit, mayEdit, canEdit, proposed, content, view, actions };
}
