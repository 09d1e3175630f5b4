import { SimpleGrid, Stack, Text } from "@chakra-ui/react";
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
import { TextField } from "../../kit/fields.tsx";
import { labelled, MAYBE_NUMBER, shownBy } from "../../kit/plain-fields.ts";
import { type FormOf, savedBy, useRecordForm } from "../../kit/record-form.ts";
import { tellDone } from "../../kit/toasts.ts";
import { RecordDialog } from "../history/record-dialog.tsx";
import { useSession } from "../session/session.tsx";
import { TeachersField } from "../staff/teachers-field.tsx";
import { RoomNames } from "../timetable/room-form.tsx";
import { DaysOffField } from "./days-off-field.tsx";
import { RemoveSection } from "./remove-section.tsx";
import { FirstDateField, StartTimeField } from "./when-fields.tsx";

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
  readonly form: FormOf<typeof sectionChange>;
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
      <FirstDateField error={errors.firstDate?.message} {...form.register("firstDate")} />
      <StartTimeField error={errors.startTime?.message} {...form.register("startTime")} />
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
  const save = savedBy(section, create, change);
  const record = useRecordForm({
    schema: sectionChange,
    start: section ?? blank,
    draft: `section:${section?.id ?? `new-${levelId}`}`,
    shown,
    save,
    onSaved: ({ id, name }) => {
      tellDone(`${name} is saved`);
      onClose();
      if (!section) void navigate(`/levels/${levelId}/sections/${id}`);
    },
  });
  const { form, errors } = record;
  const weeks = levels.data?.find(({ id }) => id === levelId)?.weeks ?? 0;
  const firstDate = form.watch("firstDate");
  const daysOff = form.watch("daysOff");
  const dates = datesFrom(firstDate, weeks, daysOff);
  return (
    <RecordDialog
      title={section ? `${section.name}: settings` : "New section"}
      saves="Save the section"
      record={record}
      history={
        section && { list: "sections", id: section.id, what: section.name, shape: sectionContent, shown }
      }
      removal={section && { says: "Remove …", remove: () => setRemoving(true) }}
      isWide
      onClose={onClose}
    >
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
      {section && removing ? (
        <RemoveSection section={section} onRemoved={onClose} onClose={() => setRemoving(false)} />
      ) : null}
    </RecordDialog>
  );
}
