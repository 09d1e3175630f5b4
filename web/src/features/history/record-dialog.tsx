import { Button } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import type { z } from "zod";
import { Modal } from "../../kit/dialog.tsx";
import { FormNotes } from "../../kit/form-notes.tsx";
import { FormHistory } from "./form-history.tsx";

interface RecordForm<V extends FieldValues, O> {
  readonly form: UseFormReturn<V, unknown, O>;
  readonly isSubmitting: boolean;
  readonly submit: () => void;
  readonly problem: string | null;
  readonly conflict: ReactNode;
  readonly restored: boolean;
  readonly discard: () => void;
}

type History<S extends z.ZodObject, V extends FieldValues, O> = Omit<
  Parameters<typeof FormHistory<S, V, O>>[0],
  "form"
>;

interface Props<S extends z.ZodObject, V extends FieldValues, O> {
  readonly title: string;
  /** What the button that saves says. */
  readonly saves: string;
  readonly record: RecordForm<V, O>;
  /** Its history; nothing for a new one. */
  readonly history: History<S, V, O> | null;
  /** How it is taken away; nothing for a new one. */
  readonly removal?: { readonly says?: string; readonly busy?: boolean; readonly remove: () => void } | null;
  /** Further buttons, behind its history. */
  readonly more?: ReactNode;
  readonly isWide?: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A thing that the studio keeps, in a dialog: its fields, its history, and the button that saves it. */
export function RecordDialog<S extends z.ZodObject, V extends FieldValues, O>({
  title,
  saves,
  record: { form, isSubmitting, submit, problem, conflict, restored, discard },
  history,
  removal,
  more,
  isWide = false,
  onClose,
  children,
}: Props<S, V, O>) {
  const foot = (
    <>
      {removal ? (
        <Button variant="ghost" disabled={removal.busy === true} onClick={removal.remove}>
          {removal.says ?? "Remove"}
        </Button>
      ) : null}
      {history ? <FormHistory {...history} form={form} /> : null}
      {more}
      <Button loading={isSubmitting} onClick={submit}>
        {saves}
      </Button>
    </>
  );
  return (
    <Modal open title={title} onClose={onClose} foot={foot} {...(isWide ? { size: "lg" } : {})}>
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      {children}
      {conflict}
    </Modal>
  );
}
