import { Button, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  api,
  namesOf,
  SECTION_FIELDS,
  type Section,
  type StaffMember,
  sectionChange,
  sectionContent,
  startOf,
} from "@map-step/contract";
import { lessonDates } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Controller } from "react-hook-form";
import { useNavigate } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { dayAndMonth, longDay, shortDay } from "../../kit/dates.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { labelled, MAYBE_NUMBER, shownBy } from "../../kit/plain-fields.ts";
import { tellDone } from "../../kit/toasts.ts";
import { FormHistory } from "../history/form-history.tsx";
import { useSession } from "../session/session.tsx";
import { TeachersField } from "../staff/teachers-field.tsx";
import { RoomNames } from "../timetable/room-form.tsx";
import { DaysOffField } from "./days-off-field.tsx";
import { RemoveSection } from "./remove-section.tsx";

interface Props {
  readonly levelId: string;
  /** `null` for a new one. */
  readonly section: Section | null;
  readonly staff: readonly StaffMember[];
  readonly onClose: () => void;
}

/** The dates as they will be, or nothing while the first one is not a date. */
function datesFrom(first: string, weeks: number, daysOff: readonly string[]): string[] {
  return Number.isNaN(Date.parse(first)) ? [] : lessonDates(first, weeks, daysOff);
}

interface FieldsProps {
  readonly form: ReturnType<typeof useContractForm<typeof sectionChange>>["form"];
}

function WhenAndWhere({ form }: FieldsProps) {
  const { errors } = form.formState;
  return (
    <SimpleGrid columns={{ base: 1, md: 2 }} gap="4">
      {namesOf(SECTION_FIELDS, "name", "line").map((name) => (
        <TextField
          key={name}
          {...labelled(SECTION_FIELDS, name)}
          error={errors[name]?.message}
          {...(name === "room" ? { list: "rooms" } : {})}
          {...form.register(name)}
        />
      ))}
      <RoomNames id="rooms" />
      {namesOf(SECTION_FIELDS, "maybe").map((name) => (
        <TextField
          key={name}
          {...labelled(SECTION_FIELDS, name)}
          type="number"
          error={errors[name]?.message}
          {...form.register(name, MAYBE_NUMBER)}
        />
      ))}
      <TextField
        {...labelled(SECTION_FIELDS, "firstDate")}
        type="date"
        error={errors.firstDate?.message}
        {...form.register("firstDate")}
      />
      <TextField
        label={SECTION_FIELDS.startTime.label}
        type="time"
        error={errors.startTime?.message}
        {...form.register("startTime")}
      />
    </SimpleGrid>
  );
}

/** When, where and with whom a level runs. */
export function SectionDialog({ levelId, section, staff, onClose }: Props) {
  const navigate = useNavigate();
  const { today } = useSession();
  const levels = useApi(api.levels.list, {});
  const create = useChange(api.sections.create);
  const change = useChange(api.sections.change);
  const [removing, setRemoving] = useState(false);
  const blank = { ...startOf(SECTION_FIELDS), levelId, firstDate: today, version: 0 };
  const start = section ?? blank;
  const draft = `section:${section?.id ?? `new-${levelId}`}`;
  const { form, base, restored, forget, discard } = useContractForm(sectionChange, start, draft);
  const { errors, isSubmitting } = form.formState;
  const namesOfStaff = (ids: readonly string[]) =>
    staff
      .filter(({ id }) => ids.includes(id))
      .map(({ name }) => name)
      .join(", ");
  const shown = shownBy(SECTION_FIELDS, {
    firstDate: longDay,
    startTime: String,
    daysOff: (days: readonly string[]) => days.map(dayAndMonth).join(", "),
    teacherIds: namesOfStaff,
  });
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown,
    save: ({ version, ...content }) =>
      section
        ? change.mutateAsync({ params: { id: section.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ id, name }) => {
      forget();
      tellDone(`${name} is saved`);
      onClose();
      if (!section) void navigate(`/levels/${levelId}/sections/${id}`);
    },
  });
  const weeks = levels.data?.find(({ id }) => id === levelId)?.weeks ?? 0;
  const firstDate = form.watch("firstDate");
  const daysOff = form.watch("daysOff");
  const dates = datesFrom(firstDate, weeks, daysOff);
  const foot = (
    <>
      {section ? (
        <>
          <Button variant="ghost" onClick={() => setRemoving(true)}>
            Remove …
          </Button>
          <FormHistory
            list="sections"
            id={section.id}
            what={section.name}
            shape={sectionContent}
            shown={shown}
            form={form}
          />
        </>
      ) : null}
      <Button loading={isSubmitting} onClick={submit}>
        Save the section
      </Button>
    </>
  );
  return (
    <Modal
      open
      title={section ? `${section.name}: settings` : "New section"}
      onClose={onClose}
      size="lg"
      foot={foot}
    >
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      <Stack gap="4">
        <WhenAndWhere form={form} />
        <Controller
          control={form.control}
          name="daysOff"
          render={({ field }) => (
            <DaysOffField
              value={field.value}
              onChange={field.onChange}
              dates={dates}
              error={errors.daysOff?.message ?? errors.daysOff?.root?.message}
            />
          )}
        />
        {dates.length > 0 ? (
          <Text color="soft" fontSize="sm">
            {counted(dates.length, "lesson")}: {shortDay(dates[0] ?? "")} to {shortDay(dates.at(-1) ?? "")}.
          </Text>
        ) : null}
        <Controller
          control={form.control}
          name="teacherIds"
          render={({ field }) => (
            <TeachersField
              label={SECTION_FIELDS.teacherIds.label}
              staff={staff}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </Stack>
      {conflict}
      {section && removing ? (
        <RemoveSection section={section} onRemoved={onClose} onClose={() => setRemoving(false)} />
      ) : null}
    </Modal>
  );
}
