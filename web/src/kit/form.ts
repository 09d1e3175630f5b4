import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect, useRef, useState } from "react";
import {
  type DefaultValues,
  type FieldPath,
  type FieldValues,
  type Resolver,
  type UseFormReturn,
  useForm,
} from "react-hook-form";
import type { z } from "zod";
import { fieldErrors } from "./api.ts";
import { keptDraft, useKeepDraft } from "./kept-draft.ts";

/** What was typed into a form, and what the form showed before. */
interface FormDraft<V> {
  readonly values: V;
  readonly base: V | undefined;
}

/**
 * A form checked by a schema of the contract. What is typed is kept in the browser under a name until
 * `forget` is called after saving, or `discard` puts the form back; without a name nothing is kept.
 */
export function useContractForm<S extends z.ZodType<FieldValues, FieldValues>>(
  schema: S,
  start: z.input<S>,
  draftName: string | null,
) {
  type In = z.input<S>;
  const kept = draftName === null ? null : keptDraft<FormDraft<In>>(draftName);
  // What an edit is held against when somebody else saved meanwhile: what the form showed when it began.
  const base = useRef<In | undefined>(kept ? kept.base : start);
  const form = useForm<In, unknown, z.output<S>>({
    resolver: zodResolver(schema) as unknown as Resolver<In, unknown, z.output<S>>,
    defaultValues: { ...start, ...kept?.values } as DefaultValues<In>,
    mode: "onTouched",
  });
  const { keep, forget } = useKeepDraft<FormDraft<In>>(draftName ?? "");
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true, isDirty: true },
        callback: ({ values, isDirty }) =>
          isDirty && draftName !== null && keep({ values: values as In, base: base.current }),
      }),
    [form, keep, draftName],
  );
  const [restored, setRestored] = useState(kept !== null);
  const discard = () => {
    forget();
    form.reset(start as DefaultValues<In>);
    base.current = start;
    setRestored(false);
  };
  return { form, base, restored, forget, discard };
}

/** Puts other values into a form, to be looked at and saved as if they had been typed. */
export function fillForm<T extends FieldValues, O>(
  form: UseFormReturn<T, unknown, O>,
  values: Partial<T>,
): void {
  for (const [name, value] of Object.entries(values))
    form.setValue(name as FieldPath<T>, value, { shouldDirty: true });
}

/** Puts the field errors of an answer to their fields. Returns true when there were any. */
export function showFieldErrors<T extends FieldValues, O>(
  form: UseFormReturn<T, unknown, O>,
  error: unknown,
): boolean {
  const errors = fieldErrors(error).filter(({ path }) => path !== "");
  for (const { path, message } of errors)
    form.setError(path.replace(/\.\d+$/, "") as FieldPath<T>, { message });
  return errors.length > 0;
}
