import type { FieldValues } from "react-hook-form";
import type { z } from "zod";
import { useContractForm } from "./form.ts";
import { useFormSave } from "./form-save.tsx";
import type { Shown } from "./merge.ts";

interface Options<S extends z.ZodType<FieldValues, FieldValues>, R> {
  readonly schema: S;
  readonly start: z.input<S>;
  /** Under which name the browser keeps what is typed; null where it keeps nothing. */
  readonly draft: string | null;
  /** How each field is named and shown when two people changed the same thing. */
  readonly shown?: Shown<z.input<S>>;
  readonly save: (values: z.output<S>) => Promise<R>;
  readonly onSaved: (result: R) => void;
}

/** The form of what a schema describes. */
export type FormOf<S extends z.ZodType<FieldValues, FieldValues>> = ReturnType<
  typeof useContractForm<S>
>["form"];

const NOTHING_SHOWN = {};

/**
 * The form of a thing that the studio keeps: what is typed is kept in the browser until it is saved, faults stand at
 * their fields, and what somebody else changed meanwhile is put together or asked.
 */
export function useRecordForm<S extends z.ZodType<FieldValues, FieldValues>, R>({
  schema,
  start,
  draft,
  shown = NOTHING_SHOWN as Shown<z.input<S>>,
  save,
  onSaved,
}: Options<S, R>) {
  const { form, base, restored, forget, discard } = useContractForm(schema, start, draft);
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown,
    save,
    onSaved: (result) => {
      forget();
      onSaved(result);
    },
  });
  const { errors, isSubmitting } = form.formState;
  return { form, base, errors, isSubmitting, submit, problem, conflict, restored, discard };
}

interface Changing<C, R> {
  readonly mutateAsync: (input: {
    params: { id: string };
    body: C & { readonly version: number };
  }) => Promise<R>;
}
interface Creating<C, R> {
  readonly mutateAsync: (input: { body: C }) => Promise<R>;
}

/** Saves a thing: the one that is there as a change of what was read, a new one as new. */
export const savedBy =
  <C extends object, R>(
    thing: { readonly id: string } | null,
    create: Creating<C, R>,
    change: Changing<C, R>,
  ) =>
  ({ version, ...content }: C & { readonly version: number }): Promise<R> =>
    thing
      ? change.mutateAsync({ params: { id: thing.id }, body: { ...(content as unknown as C), version } })
      : create.mutateAsync({ body: content as unknown as C });
