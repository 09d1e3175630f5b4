import { Input, SimpleGrid, Stack } from "@chakra-ui/react";
import { api, type Term, termChange, term as termRecord } from "@map-step/contract";
import { addDays } from "@map-step/core/time";
import { Controller } from "react-hook-form";
import type { z } from "zod";
import { useChange } from "../../kit/api.ts";
import { longDay, shortDay } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import type { Shown } from "../../kit/merge.ts";
import { savedBy, useRecordForm } from "../../kit/record-form.ts";
import { useRemoval } from "../../kit/removal.ts";
import { RowsField } from "../../kit/rows-field.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { RecordDialog } from "../history/record-dialog.tsx";

/** Days from a term's first to its last where nothing else is known: twelve weeks. */
const USUAL_DAYS = 83;

/** What its history says of it. */
const KEPT = termRecord.omit({ id: true, version: true });
const SHOWN: Shown<z.input<typeof termChange>> = {
  name: ["Name", String],
  firstDay: ["First day", longDay],
  lastDay: ["Last day", longDay],
  closed: [
    "Closed days",
    (days) => days.map(({ day, reason }) => `${shortDay(day)} ${reason}`.trim()).join(", ") || "none",
  ],
};

/** A term: its days, and those on which the studio is closed. */
export function TermDialog({
  term,
  after,
  onClose,
}: {
  term: Term | null;
  /** The day after which a new one begins. */
  after: string;
  onClose: () => void;
}) {
  const create = useChange(api.terms.create);
  const change = useChange(api.terms.change);
  const { remove, busy } = useRemoval(api.terms.remove, api.terms.restore);
  const first = addDays(after, 1);
  const start = term ?? {
    name: "",
    firstDay: first,
    lastDay: addDays(first, USUAL_DAYS),
    closed: [],
    version: 0,
  };
  const save = savedBy(term, create, change);
  const record = useRecordForm({
    schema: termChange,
    start,
    draft: `term:${term?.id ?? "new"}`,
    shown: SHOWN,
    save,
    onSaved: ({ name }) => {
      tellDone(`${name} is saved`);
      onClose();
    },
  });
  const { form, errors } = record;
  return (
    <RecordDialog
      title={term ? term.name : "New term"}
      saves="Save the term"
      record={record}
      history={term && { list: "terms", id: term.id, what: term.name, shape: KEPT, shown: SHOWN }}
      removal={
        term && { busy, remove: () => remove(term.id, `${term.name} is removed; its sections stay`, onClose) }
      }
      isWide
      onClose={onClose}
    >
      <Stack gap="4">
        <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
        <SimpleGrid columns={{ base: 1, md: 2 }} gap="4">
          <TextField
            label="First day"
            type="date"
            error={errors.firstDay?.message}
            {...form.register("firstDay")}
          />
          <TextField
            label="Last day"
            type="date"
            error={errors.lastDay?.message}
            {...form.register("lastDay")}
          />
        </SimpleGrid>
        <Controller
          control={form.control}
          name="closed"
          render={({ field }) => (
            <RowsField<Term["closed"][number]>
              label="Closed days"
              help="No class is laid on them when sections go on in this term; classes that fall on one are told"
              error={errors.closed?.message ?? errors.closed?.root?.message}
              value={field.value}
              onChange={field.onChange}
              blank={{ day: "", reason: "" }}
              isBlank={({ day, reason }) => day === "" && reason === ""}
              nameOf={(place) => `Closed day ${place}`}
            >
              {({ day, reason }, set, name) => (
                <>
                  <Input
                    bg="panel"
                    type="date"
                    w="11rem"
                    aria-label={name}
                    value={day}
                    onChange={({ target }) => set({ day: target.value })}
                  />
                  <Input
                    bg="panel"
                    flex="1"
                    aria-label={`${name}: why`}
                    placeholder="Why"
                    maxLength={120}
                    value={reason}
                    onChange={({ target }) => set({ reason: target.value })}
                  />
                </>
              )}
            </RowsField>
          )}
        />
      </Stack>
    </RecordDialog>
  );
}
