import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect, useState } from "react";
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
  const kept = draftName === null ? null : keptDraft<In>(draftName);
  const form = useForm<In, unknown, z.output<S>>({
    resolver: zodResolver(schema) as unknown as Resolver<In, unknown, z.output<S>>,
    defaultValues: { ...start, ...kept } as DefaultValues<In>,
    mode: "onTouched",
  });
  const { keep, forget } = useKeepDraft<In>(draftName ?? "");
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true, isDirty: true },
        callback: ({ values, isDirty }) => isDirty && draftName !== null && keep(values as In),
      }),
    [form, keep, draftName],
  );
  const [restored, setRestored] = useState(kept !== null);
  const discard = () => {
    forget();
    form.reset(start as DefaultValues<In>);
    setRestored(false);
  };
  return { form, restored, forget, discard };
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
