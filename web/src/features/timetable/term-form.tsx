import { Input, SimpleGrid, Stack } from "@chakra-ui/react";
import { api, startOf, TERM_FIELDS, type Term, termChange, term as termRecord } from "@map-step/contract";
import { addDays } from "@map-step/core/time";
import { Controller } from "react-hook-form";
import { useChange } from "../../kit/api.ts";
import { shortDay } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { labelled, shownBy } from "../../kit/plain-fields.ts";
import { savedBy, useRecordForm } from "../../kit/record-form.ts";
import { useRemoval } from "../../kit/removal.ts";
import { RowsField } from "../../kit/rows-field.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { RecordDialog } from "../history/record-dialog.tsx";

/** Days from a term's first to its last where nothing else is known: twelve weeks. */
const USUAL_DAYS = 83;

/** What its history says of it. */
const KEPT = termRecord.omit({ id: true, version: true });
const SHOWN = shownBy(TERM_FIELDS, {
  closed: (days: Term["closed"]) =>
    days.map(({ day, reason }) => `${shortDay(day)} ${reason}`.trim()).join(", ") || "none",
});

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
    ...startOf(TERM_FIELDS),
    firstDay: first,
    lastDay: addDays(first, USUAL_DAYS),
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
        <TextField
          {...labelled(TERM_FIELDS, "name")}
          error={errors.name?.message}
          {...form.register("name")}
        />
        <SimpleGrid columns={{ base: 1, md: 2 }} gap="4">
          <TextField
            {...labelled(TERM_FIELDS, "firstDay")}
            type="date"
            error={errors.firstDay?.message}
            {...form.register("firstDay")}
          />
          <TextField
            {...labelled(TERM_FIELDS, "lastDay")}
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
              {...labelled(TERM_FIELDS, "closed")}
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
