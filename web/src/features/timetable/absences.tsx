import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { type AbsenceRecord, absenceContent, api, type StaffMember } from "@map-step/contract";
import { useChange } from "../../kit/api.ts";
import { shortDay } from "../../kit/dates.ts";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { showFieldErrors, useContractForm } from "../../kit/form.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";

interface Props {
  readonly absences: readonly AbsenceRecord[];
  readonly staff: readonly StaffMember[];
}

const daysOf = ({ fromDay, untilDay }: AbsenceRecord): string =>
  fromDay === untilDay ? shortDay(fromDay) : `${shortDay(fromDay)} to ${shortDay(untilDay)}`;

/** Who is away, and when: one's own for a teacher, anybody's for the director. */
export function Absences({ absences, staff }: Props) {
  const { person, today } = useSession();
  const create = useChange(api.absences.create);
  const { remove, busy } = useRemoval(api.absences.remove, api.absences.restore);
  const isDirector = person.role === "director";
  const { form } = useContractForm(
    absenceContent,
    { staffId: person.id, fromDay: today, untilDay: today },
    null,
  );
  const { errors } = form.formState;
  const nameOf = new Map(staff.map(({ id, name }) => [id, name]));
  const ahead = absences
    .filter(({ untilDay }) => untilDay >= today)
    .toSorted((a, b) => a.fromDay.localeCompare(b.fromDay));
  const save = form.handleSubmit((body) =>
    create.mutateAsync({ body }).then(
      () => tellDone(`${nameOf.get(body.staffId) ?? ""} is away then. The timetable says what that means.`),
      (error: unknown) => {
        if (!showFieldErrors(form, error)) tellError(error);
      },
    ),
  );
  return (
    <Panel>
      <PanelTitle>Who is away</PanelTitle>
      {ahead.length === 0 ? (
        <Text color="soft" fontSize="sm" mb="3">
          Nobody from today on.
        </Text>
      ) : (
        <Stack as="ul" listStyleType="none" gap="1" mb="4">
          {ahead.map((one) => (
            <Flex as="li" key={one.id} gap="3" align="center" justify="space-between">
              <Text>
                <b>{nameOf.get(one.staffId)}</b>, {daysOf(one)}
              </Text>
              {isDirector || one.staffId === person.id ? (
                <Button
                  size="xs"
                  variant="outline"
                  disabled={busy}
                  aria-label={`${nameOf.get(one.staffId)} is there after all, ${daysOf(one)}`}
                  onClick={() => remove(one.id, `${nameOf.get(one.staffId)} is there after all`)}
                >
                  There after all
                </Button>
              ) : null}
            </Flex>
          ))}
        </Stack>
      )}
      <form noValidate onSubmit={(event) => void save(event)}>
        <Flex gap="3" wrap="wrap" align="flex-end">
          {isDirector ? (
            <Box w="12rem">
              <ChoiceField
                label="Who"
                error={errors.staffId?.message}
                choices={staff
                  .filter(({ active }) => active)
                  .map(({ id, name }) => ({ value: id, label: name }))}
                {...form.register("staffId")}
              />
            </Box>
          ) : null}
          <Box w="9.5rem">
            <TextField
              label="From"
              type="date"
              error={errors.fromDay?.message}
              {...form.register("fromDay")}
            />
          </Box>
          <Box w="9.5rem">
            <TextField
              label="Until"
              type="date"
              error={errors.untilDay?.message}
              {...form.register("untilDay")}
            />
          </Box>
          <Button type="submit" disabled={create.isPending}>
            {isDirector ? "Is away" : "I am away"}
          </Button>
        </Flex>
      </form>
    </Panel>
  );
}
