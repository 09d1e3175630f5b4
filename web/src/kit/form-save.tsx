import { type ReactNode, type RefObject, useState } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { errorText } from "./api.ts";
import { metIn, whoAndWhen } from "./autosave.ts";
import { ConflictDialog } from "./conflict.tsx";
import { showFieldErrors } from "./form.ts";
import { differencesOf, mergeChoice, type Shown, threeWay } from "./merge.ts";
import type { Met } from "./saver.ts";
import { tellDone } from "./toasts.ts";

interface Options<V extends FieldValues, O, R> {
  readonly form: UseFormReturn<V, unknown, O>;
  /** What the form showed before anything was changed; nothing where that is not known any more. */
  readonly base: RefObject<V | undefined>;
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

/**
 * Saves a form. Where somebody else saved meanwhile, both changes are put together; only a field that both changed,
 * each another way, is asked.
 */
export function useFormSave<V extends FieldValues, O, R>({
  form,
  base,
  save,
  shown,
  onSaved,
}: Options<V, O, R>): Saving {
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState<Met<V> | null>(null);
  const put = ({ theirs }: Met<V>) =>
    threeWay<V>(
      base.current,
      form.getValues(),
      theirs,
      (one, other) => differencesOf(one, other, shown),
      (mine, other, taken) => mergeChoice(mine, other, new Set([...taken, "version"])),
    );
  const settle = (met: Met<V>, chosen: ReadonlySet<string>) => {
    form.reset(put(met).take(chosen), { keepDefaultValues: true });
    base.current = met.theirs;
    setAsked(null);
    submit();
  };
  const send = async (values: O) => {
    setProblem(null);
    try {
      onSaved(await save(values));
    } catch (error) {
      const met = metIn<V>(error);
      if (met && put(met).conflicts.length > 0) setAsked(met);
      else if (met) {
        settle(met, new Set());
        tellDone(`${whoAndWhen(met.changed)} changed something here too. Both changes are kept.`);
      } else if (!showFieldErrors(form, error)) setProblem(errorText(error));
    }
  };
  const submit = () => void form.handleSubmit(send)();
  const conflict = asked ? (
    <ConflictDialog
      differences={put(asked).conflicts}
      changed={asked.changed}
      onChoose={(chosen) => settle(asked, chosen)}
      onClose={() => setAsked(null)}
    />
  ) : null;
  return { submit, problem, conflict };
}
