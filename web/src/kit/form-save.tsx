import { type ReactNode, useState } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { errorText, isStale } from "./api.ts";
import { ConflictDialog } from "./conflict.tsx";
import { showFieldErrors } from "./form.ts";
import { differencesOf, mergeChoice, type Shown } from "./merge.ts";

interface Options<V extends FieldValues, O, R> {
  readonly form: UseFormReturn<V, unknown, O>;
  readonly save: (values: O) => Promise<R>;
  /** How each field is named and shown when two people changed the same thing. */
  readonly shown: Shown<V>;
  readonly onSaved: (result: R) => void;
}

interface Saving {
  readonly submit: () => void;
  /** What is wrong with the whole; faults of a field stand at the field. */
  readonly problem: string | null;
  readonly conflict: ReactNode;
}

/** Saves a form; an edit on a stale copy shows both versions and saves what the person chooses. */
export function useFormSave<V extends FieldValues, O, R>({
  form,
  save,
  shown,
  onSaved,
}: Options<V, O, R>): Saving {
  const [problem, setProblem] = useState<string | null>(null);
  const [theirs, setTheirs] = useState<V | null>(null);
  const send = async (values: O) => {
    setProblem(null);
    try {
      onSaved(await save(values));
    } catch (error) {
      if (isStale(error)) setTheirs(error.problem.current as V);
      else if (!showFieldErrors(form, error)) setProblem(errorText(error));
    }
  };
  const submit = () => void form.handleSubmit(send)();
  const settle = (now: V, chosen: ReadonlySet<string>) => {
    setTheirs(null);
    form.reset(mergeChoice(form.getValues(), now, new Set([...chosen, "version"])), {
      keepDefaultValues: true,
    });
    submit();
  };
  const conflict = theirs ? (
    <ConflictDialog
      differences={differencesOf(form.getValues(), theirs, shown)}
      onChoose={(chosen) => settle(theirs, chosen)}
      onClose={() => setTheirs(null)}
    />
  ) : null;
  return { submit, problem, conflict };
}
