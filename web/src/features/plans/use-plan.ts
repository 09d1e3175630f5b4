import { api, type ChosenFigure, contentOfPlan, type Plan, type PlanContent } from "@map-step/contract";
import { change, type History, redo, startHistory, undo } from "@map-step/core/plan";
import { useCallback, useEffect, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { type Autosave, unsavedOf, useAutosave } from "../../kit/autosave.ts";

export type Chosen = readonly ChosenFigure[];

export interface PlanEdit {
  readonly content: PlanContent;
  readonly chosen: Chosen;
  readonly saving: Autosave<PlanContent, Plan>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly edit: (next: Partial<PlanContent>) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly settle: (next: PlanContent, theirs: Plan) => void;
}

/** The plan on screen with its undo history, saved as it changes. */
export function usePlan(plan: Plan): PlanEdit {
  const name = `plan:${plan.id}`;
  const [unsaved] = useState(() => unsavedOf<PlanContent>(name));
  const [history, setHistory] = useState<History<PlanContent>>(() =>
    startHistory(unsaved?.value ?? contentOfPlan(plan)),
  );
  const save = useChange(api.plans.change);
  const saving = useAutosave<PlanContent, Plan>({
    name,
    version: unsaved?.version ?? plan.version,
    save: (content, version) => save.mutateAsync({ params: { id: plan.id }, body: { ...content, version } }),
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  // A newer plan from elsewhere, while nothing here waits to be saved, becomes a step of the history.
  useEffect(() => {
    if (!follow(plan.version)) return;
    const now = contentOfPlan(plan);
    setHistory((before) =>
      JSON.stringify(before.present) === JSON.stringify(now) ? before : change(before, now),
    );
  }, [plan, follow]);
  const to = useCallback(
    (next: History<PlanContent>) => {
      setHistory(next);
      changed(next.present);
    },
    [changed],
  );
  return {
    content: history.present,
    chosen: history.present.chosen,
    saving,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    edit: (next) => to(change(history, { ...history.present, ...next })),
    undo: () => to(undo(history)),
    redo: () => to(redo(history)),
    settle: (next, theirs) => {
      setHistory(change(history, next));
      saving.settle(next, theirs);
    },
  };
}

/** Some figures' entries with something changed, in their old places of the list. */
export const withEntry = (
  chosen: Chosen,
  figureIds: readonly string[],
  part: (entry: ChosenFigure) => Partial<ChosenFigure>,
): ChosenFigure[] =>
  chosen.map((entry) => (figureIds.includes(entry.figureId) ? { ...entry, ...part(entry) } : entry));
