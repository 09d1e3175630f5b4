import type { PlanContent } from "@map-step/contract";
import type { Proposal } from "./proposal.ts";
import type { Chosen } from "./use-plan.ts";

/** Strands on their way to other weeks, not let go yet: the week of each, 0 for waiting. */
export type Drag = ReadonlyMap<string, number>;

/** One or several figures, or a week. */
export type Selection = { readonly figureIds: readonly string[] } | { readonly week: number } | null;

/** What opens in front of the planner. */
export type Tool = "choose" | "forecast" | "kept" | "take" | "files";

/** What is on screen of the planner beside the plan itself. */
export interface PlannerState {
  readonly selection: Selection;
  readonly drag: Drag | null;
  readonly tool: Tool | null;
  /** Another plan to compare with and perhaps to take; drafts and repairs are proposals of their own. */
  readonly compared: Proposal | null;
}

export type PlannerAction =
  | { readonly kind: "select"; readonly selection: Selection }
  /** With `more` the figure is chosen beside those that are, or let go of. */
  | { readonly kind: "selectFigure"; readonly figureId: string; readonly more: boolean }
  | { readonly kind: "drag"; readonly weeks: Drag | null }
  | { readonly kind: "open"; readonly tool: Tool | null }
  | { readonly kind: "compare"; readonly proposal: Proposal | null };

export const AT_FIRST: PlannerState = { selection: null, drag: null, tool: null, compared: null };

export const figuresIn = (selection: Selection): readonly string[] =>
  selection && "figureIds" in selection ? selection.figureIds : [];

function withFigure(selection: Selection, figureId: string, more: boolean): Selection {
  const ids = more ? figuresIn(selection) : [];
  return {
    figureIds: ids.includes(figureId) ? ids.filter((id) => id !== figureId) : [...ids, figureId],
  };
}

/** The planner after an action. */
export function plannerAfter(state: PlannerState, action: PlannerAction): PlannerState {
  switch (action.kind) {
    case "select":
      return { ...state, selection: action.selection };
    case "selectFigure":
      return { ...state, selection: withFigure(state.selection, action.figureId, action.more) };
    case "drag":
      return { ...state, drag: action.weeks };
    case "open":
      return { ...state, tool: action.tool };
    case "compare":
      return { ...state, tool: null, compared: action.proposal };
  }
}

interface Term {
  /** Weeks of the level. */
  readonly weeks: number;
  /** The last week taught; it and those before keep what they hold. */
  readonly taught: number;
}

/**
 * Where figures go when one of them goes to a week: the others as far as it does, within what is not taught yet.
 * Pinned figures and those taught stay.
 * @param together figures that are selected with it
 * @param to from 1; 0 for waiting
 */
export function weeksAfterMove(
  chosen: Chosen,
  together: readonly string[],
  figureId: string,
  to: number,
  { weeks, taught }: Term,
): Map<string, number> {
  const entryOf = (id: string) => chosen.find((entry) => entry.figureId === id);
  const by = to - (entryOf(figureId)?.week ?? 0);
  const ids = together.includes(figureId) ? together : [figureId];
  return new Map(
    ids.flatMap((id): [string, number][] => {
      const entry = entryOf(id);
      const week = entry?.week ?? 0;
      if (!entry || entry.pinned || (week > 0 && week <= taught)) return [];
      if (id === figureId || to === 0) return [[id, to]];
      return [[id, week === 0 ? 0 : Math.min(weeks, Math.max(taught + 1, week + by))]];
    }),
  );
}

/** The entries with some figures in other weeks; 0 for waiting. */
export const inWeeks = (chosen: Chosen, weeks: Drag): PlanContent["chosen"] =>
  chosen.map((entry) => {
    const week = weeks.get(entry.figureId);
    return week === undefined ? entry : { ...entry, week: week || null };
  });

/**
 * The week to which a strand is pulled.
 * @param from its week, 0 where it waits; a waiting strand stands half a column before week 1
 * @param by how far it is pulled to the right, in the unit of `column`
 */
export function weekPulledTo(from: number, by: number, column: number, { weeks, taught }: Term): number {
  const columns = (by + (from === 0 ? column / 2 : 0)) / column;
  const to = Math.min(weeks, Math.max(0, from + Math.round(columns)));
  return to > 0 && to <= taught ? taught + 1 : to;
}
