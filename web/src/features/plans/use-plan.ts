import { api, type ChosenFigure, type Plan } from "@map-step/contract";
import { change, type History, redo, startHistory, undo } from "@map-step/core/plan";
import { useCallback, useEffect, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { type Autosave, unsavedOf, useAutosave } from "../../kit/autosave.ts";

export type Chosen = readonly ChosenFigure[];

export interface PlanEdit {
  readonly chosen: Chosen;
  readonly saving: Autosave<Chosen, Plan>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly edit: (next: Chosen) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly settle: (next: Chosen, theirs: Plan) => void;
}

/** The plan on screen with its undo history, saved as it changes. */
export function usePlan(plan: Plan): PlanEdit {
  const name = `plan:${plan.id}`;
  const [unsaved] = useState(() => unsavedOf<Chosen>(name));
  const [history, setHistory] = useState<History<Chosen>>(() => startHistory(unsaved?.value ?? plan.chosen));
  const save = useChange(api.plans.change);
  const saving = useAutosave<Chosen, Plan>({
    name,
    version: unsaved?.version ?? plan.version,
    save: (chosen, version) =>
      save.mutateAsync({ params: { id: plan.id }, body: { version, chosen: [...chosen] } }),
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  // A newer plan from elsewhere, while nothing here waits to be saved, becomes a step of the history.
  useEffect(() => {
    if (follow(plan.version))
      setHistory((before) =>
        JSON.stringify(before.present) === JSON.stringify(plan.chosen) ? before : change(before, plan.chosen),
      );
  }, [plan, follow]);
  const to = useCallback(
    (next: History<Chosen>) => {
      setHistory(next);
      changed(next.present);
    },
    [changed],
  );
  return {
    chosen: history.present,
    saving,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    edit: (next) => to(change(history, next)),
    undo: () => to(undo(history)),
    redo: () => to(redo(history)),
    settle: (next, theirs) => {
      setHistory(change(history, next));
      saving.settle(next, theirs);
    },
  };
}

/** A figure's entry with another week, in its old place of the list. */
export const withWeek = (chosen: Chosen, figureId: string, week: number | null): Chosen =>
  chosen.map((entry) => (entry.figureId === figureId ? { figureId, week } : entry));
