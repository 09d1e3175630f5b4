import {
  api,
  type ChosenFigure,
  contentOfPlan,
  type FigureRecord,
  type Plan,
  type PlanContent,
  type StaffMember,
} from "@map-step/contract";
import { change, type History, redo, startHistory, undo } from "@map-step/core/plan";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { type Autosave, unsavedOf, useAutosave } from "../../kit/autosave.ts";
import { planMerger } from "./merge.ts";

export type Chosen = readonly ChosenFigure[];

export interface PlanEdit {
  readonly content: PlanContent;
  readonly chosen: Chosen;
  readonly saving: Autosave<PlanContent>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly edit: (next: Partial<PlanContent>) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Ends a conflict: theirs for what is named. */
  readonly settle: (theirs: ReadonlySet<string>) => void;
}

const step = (before: History<PlanContent>, now: PlanContent): History<PlanContent> =>
  JSON.stringify(before.present) === JSON.stringify(now) ? before : change(before, now);

/** The plan on screen with its undo history, saved as it changes. */
export function usePlan(
  plan: Plan,
  library: readonly FigureRecord[],
  members: readonly StaffMember[],
): PlanEdit {
  const name = `plan:${plan.id}`;
  const [unsaved] = useState(() => unsavedOf<PlanContent>(name));
  const [history, setHistory] = useState<History<PlanContent>>(() =>
    startHistory(unsaved?.value ?? contentOfPlan(plan)),
  );
  const save = useChange(api.plans.change);
  const merge = useMemo(() => {
    const names = new Map(library.map((figure) => [figure.id, figure.name]));
    const staff = new Map(members.map((member) => [member.id, member.name]));
    return planMerger((id) => names.get(id) ?? "A removed figure", staff);
  }, [library, members]);
  const saving = useAutosave<PlanContent, Plan>({
    name,
    start: unsaved ?? { value: contentOfPlan(plan), version: plan.version, base: contentOfPlan(plan) },
    save: (content, version) => save.mutateAsync({ params: { id: plan.id }, body: { ...content, version } }),
    contentOf: contentOfPlan,
    merge,
    onMerged: (value) => setHistory((before) => step(before, value)),
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  // A newer plan from elsewhere, while nothing here waits to be saved, becomes a step of the history.
  useEffect(() => {
    const now = contentOfPlan(plan);
    if (follow(now, plan.version)) setHistory((before) => step(before, now));
  }, [plan, follow]);
  const to = useCallback(
    (next: History<PlanContent>) => {
      setHistory(next);
      changed(next.present);
    },
    [changed],
  );
  return useMemo(
    () => ({
      content: history.present,
      chosen: history.present.chosen,
      saving,
      canUndo: history.past.length > 0,
      canRedo: history.future.length > 0,
      edit: (next) => to(change(history, { ...history.present, ...next })),
      undo: () => to(undo(history)),
      redo: () => to(redo(history)),
      settle: (theirs) => {
        const value = saving.settle(theirs);
        if (value) setHistory((before) => step(before, value));
      },
    }),
    [history, saving, to],
  );
}

/** Some figures' entries with something changed, in their old places of the list. */
export const withEntry = (
  chosen: Chosen,
  figureIds: readonly string[],
  change: (entry: ChosenFigure) => Partial<ChosenFigure>,
): ChosenFigure[] =>
  chosen.map((entry) => (figureIds.includes(entry.figureId) ? { ...entry, ...change(entry) } : entry));
