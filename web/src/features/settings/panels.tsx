import { SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  CLOCKS,
  DATE_ORDERS,
  LENGTHS,
  SETTINGS_FIELDS,
  type Settings,
  type settings,
} from "@map-step/contract";
import { MARK_NAMES, MARKS } from "@map-step/core/check";
import type { UseFormReturn } from "react-hook-form";
import type { z } from "zod";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { labelled } from "../../kit/plain-fields.ts";

export const DATES: Readonly<Record<Settings["dates"], string>> = {
  "day-first": "Mon 22 Feb 2027",
  "month-first": "Mon, Feb 22, 2027",
};
export const TIMES: Readonly<Record<Settings["clock"], string>> = { "24": "19:30", "12": "7:30 pm" };

interface Props {
  readonly form: UseFormReturn<z.input<typeof settings>, unknown, Settings>;
}

/** How dates, times and lengths are written, each choice as it will look. */
export function WritingPanel({ form }: Props) {
  const { errors } = form.formState;
  return (
    <Panel>
      <PanelTitle>How we write</PanelTitle>
      <SimpleGrid columns={{ base: 1, md: 3 }} gap="4">
        <ChoiceField
          {...labelled(SETTINGS_FIELDS, "dates")}
          error={errors.dates?.message}
          choices={DATE_ORDERS.map((order) => ({ value: order, label: DATES[order] }))}
          {...form.register("dates")}
        />
        <ChoiceField
          {...labelled(SETTINGS_FIELDS, "clock")}
          error={errors.clock?.message}
          choices={CLOCKS.map((clock) => ({ value: clock, label: TIMES[clock] }))}
          {...form.register("clock")}
        />
        <ChoiceField
          {...labelled(SETTINGS_FIELDS, "lengths")}
          error={errors.lengths?.message}
          choices={LENGTHS.map((unit) => ({ value: unit, label: unit }))}
          {...form.register("lengths")}
        />
      </SimpleGrid>
      <Text color="soft" fontSize="sm" mt="3">
        On screen and on paper. Files keep 2027-02-22, 19:30 and metres, which other programs read.
      </Text>
    </Panel>
  );
}

const marks = (all: readonly Settings["checkMark"][]) =>
  all.map((mark) => ({ value: mark, label: MARK_NAMES[mark] }));

/** What is asked of a dancer where a level says nothing, and the mark that most get. */
export function ChecksPanel({ form }: Props) {
  const { errors } = form.formState;
  const [share, mark] = form.watch(["ruleShare", "ruleMark"]);
  return (
    <Panel>
      <PanelTitle>In checks</PanelTitle>
      <Stack gap="4">
        <Text fontWeight="700">Ready for the next level, where a level has no rule of its own</Text>
        <SimpleGrid columns={{ base: 1, md: 2 }} gap="4">
          <TextField
            {...labelled(SETTINGS_FIELDS, "ruleShare")}
            type="number"
            error={errors.ruleShare?.message}
            {...form.register("ruleShare", { valueAsNumber: true })}
          />
          <ChoiceField
            {...labelled(SETTINGS_FIELDS, "ruleMark")}
            error={errors.ruleMark?.message}
            choices={marks(MARKS.filter((one) => one !== "not-yet"))}
            {...form.register("ruleMark")}
          />
        </SimpleGrid>
        {share >= 10 && share <= 100 ? (
          <Text bg="sunk" borderRadius="md" p="3">
            A level with 10 patterns asks for all basics and {Math.ceil((10 * share) / 100)} of its patterns:{" "}
            {MARK_NAMES[mark]} or better.
          </Text>
        ) : null}
        <ChoiceField
          {...labelled(SETTINGS_FIELDS, "checkMark")}
          error={errors.checkMark?.message}
          choices={marks(MARKS)}
          {...form.register("checkMark")}
        />
      </Stack>
    </Panel>
  );
}
