import type { FieldValues, UseFormReturn } from "react-hook-form";
import type { z } from "zod";
import { fillForm } from "../../kit/form.ts";
import { differencesOf, type Shown } from "../../kit/merge.ts";
import { HistoryButton } from "./history-button.tsx";

interface Props<S extends z.ZodObject, V extends FieldValues, O> {
  readonly list: Parameters<typeof HistoryButton>[0]["list"];
  readonly id: string;
  /** What it is called. */
  readonly what: string;
  readonly shape: S;
  /** How each field is told. */
  readonly shown: Shown<V>;
  readonly form: UseFormReturn<V, unknown, O>;
}

/** The history of what a form writes; going back fills the form, to be looked at and saved. */
export const FormHistory = <S extends z.ZodObject, V extends FieldValues, O>({
  shape,
  shown,
  form,
  ...about
}: Props<S, V, O>) => (
  <HistoryButton
    {...about}
    shape={shape}
    differ={(was, is) => differencesOf(was as V, is as V, shown)}
    onBack={(was) => fillForm(form, was as Partial<V>)}
  />
);
