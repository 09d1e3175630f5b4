import { Box, Button, chakra, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord, Level, Section } from "@map-step/contract";
import { LEVEL_FIELDS, SECTION_FIELDS } from "@map-step/contract";
import type { StarterSet } from "@map-step/core/starter";
import { addDays } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { type ReactNode, useState } from "react";
import { weekdays } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { FormProblem } from "../../kit/form-notes.tsx";
import { useRecordForm } from "../../kit/record-form.ts";
import { FirstDateField, StartTimeField } from "../sections/when-fields.tsx";
import { useSession } from "../session/session.tsx";
import { RoomNames } from "../timetable/room-form.tsx";
import { CLASS_STEP, DANCE_STEP, LEVEL_STEP, useSteps } from "./steps.ts";

interface FrameProps {
  readonly saving: Pick<ReturnType<typeof useRecordForm>, "problem" | "submit" | "isSubmitting">;
  readonly action: string;
  readonly children: ReactNode;
}

const Frame = ({ saving: { problem, submit, isSubmitting }, action, children }: FrameProps) => (
  <form
    noValidate
    onSubmit={(event) => {
      event.preventDefault();
      submit();
    }}
  >
    <Stack gap="4" align="flex-start">
      {children}
      <FormProblem problem={problem} />
      <Button type="submit" disabled={isSubmitting}>
        {action}
      </Button>
    </Stack>
  </form>
);

interface DanceFormProps {
  readonly sets: readonly StarterSet[];
  readonly dances: readonly DanceRecord[];
  readonly onDone: (dance: DanceRecord) => void;
}

export function DanceForm({ sets, dances, onDone }: DanceFormProps) {
  const steps = useSteps();
  const [set, setSet] = useState<StarterSet | null>(sets[0] ?? null);
  const saving = useRecordForm({
    schema: DANCE_STEP,
    start: { name: "" },
    draft: "first-level:dance",
    save: ({ name }) => steps.makeDance(name, set),
    onSaved: onDone,
  });
  const { form, errors } = saving;
  return (
    <>
      {dances.length > 0 ? (
        <Box mb="4">
          <Text mb="1">One that is there:</Text>
          {dances.map((dance) => (
            <Button key={dance.id} size="sm" variant="outline" me="2" mb="1" onClick={() => onDone(dance)}>
              {dance.name}
            </Button>
          ))}
          <Text mt="2">Or a new one:</Text>
        </Box>
      ) : null}
      <Frame saving={saving} action="Begin with this dance">
        <Box w="full" maxW="24rem">
          <TextField
            label="What do you call the dance?"
            error={errors.name?.message}
            {...form.register("name")}
          />
        </Box>
        <Box as="fieldset" w="full">
          <Text as="legend" fontWeight="600" mb="2">
            How is it danced?
          </Text>
          <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="2">
            {sets.map((one) => (
              <chakra.button
                key={one.id}
                type="button"
                aria-pressed={one.id === set?.id}
                textAlign="start"
                p="3"
                borderWidth="2px"
                borderColor={one.id === set?.id ? "pine" : "rule"}
                bg={one.id === set?.id ? "pineWash" : "panel"}
                borderRadius="md"
                cursor="pointer"
                onClick={() => setSet(one)}
              >
                <Text fontWeight="700">{one.name}</Text>
                <Text fontSize="sm" color="soft">
                  {one.about}. {counted(one.figures.length, "figure")}.
                </Text>
              </chakra.button>
            ))}
          </SimpleGrid>
        </Box>
      </Frame>
    </>
  );
}

interface LevelFormProps {
  readonly dance: DanceRecord;
  readonly levels: readonly Level[];
  readonly onDone: (level: Level) => void;
}

export function LevelForm({ dance, levels, onDone }: LevelFormProps) {
  const steps = useSteps();
  const own = levels.filter(({ danceId }) => danceId === dance.id).length;
  const saving = useRecordForm({
    schema: LEVEL_STEP,
    start: {
      name: `${dance.name} ${own + 1}`,
      weeks: LEVEL_FIELDS.weeks.start,
      lessonMinutes: LEVEL_FIELDS.lessonMinutes.start,
    },
    draft: `first-level:level:${dance.id}`,
    save: (about) => steps.makeLevel(about, dance),
    onSaved: onDone,
  });
  const { form, errors } = saving;
  return (
    <Frame saving={saving} action="Draft its plan">
      <SimpleGrid columns={{ base: 1, md: 3 }} gap="4" w="full">
        <TextField label={LEVEL_FIELDS.name.label} error={errors.name?.message} {...form.register("name")} />
        <TextField
          label={LEVEL_FIELDS.weeks.label}
          type="number"
          error={errors.weeks?.message}
          {...form.register("weeks", { valueAsNumber: true })}
        />
        <TextField
          label={LEVEL_FIELDS.lessonMinutes.label}
          type="number"
          error={errors.lessonMinutes?.message}
          {...form.register("lessonMinutes", { valueAsNumber: true })}
        />
      </SimpleGrid>
    </Frame>
  );
}

interface ClassFormProps {
  readonly level: Level;
  readonly onDone: (section: Section) => void;
}

/** Until the first lesson, in days, when nothing else is said. */
const AHEAD = 7;

export function ClassForm({ level, onDone }: ClassFormProps) {
  const steps = useSteps();
  const { today, person } = useSession();
  const firstDate = addDays(today, AHEAD);
  const saving = useRecordForm({
    schema: CLASS_STEP,
    start: { name: weekdays(firstDate), firstDate, startTime: SECTION_FIELDS.startTime.start, room: "" },
    draft: `first-level:class:${level.id}`,
    save: (about) => steps.makeClass(about, level, person.id),
    onSaved: onDone,
  });
  const { form, errors } = saving;
  return (
    <Frame saving={saving} action="Open the class">
      <SimpleGrid columns={{ base: 1, md: 4 }} gap="4" w="full">
        <TextField
          label={SECTION_FIELDS.name.label}
          error={errors.name?.message}
          {...form.register("name")}
        />
        <FirstDateField error={errors.firstDate?.message} {...form.register("firstDate")} />
        <StartTimeField error={errors.startTime?.message} {...form.register("startTime")} />
        <TextField
          label={SECTION_FIELDS.room.label}
          list="rooms"
          error={errors.room?.message}
          {...form.register("room")}
        />
      </SimpleGrid>
      <RoomNames id="rooms" />
    </Frame>
  );
}
