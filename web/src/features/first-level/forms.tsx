import { Box, Button, chakra, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord, Level, Section } from "@map-step/contract";
import { LEVEL_FIELDS, SECTION_FIELDS } from "@map-step/contract";
import type { StarterSet } from "@map-step/core/starter";
import { addDays } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { type ReactNode, useState } from "react";
import { weekdays } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormProblem } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { useSession } from "../session/session.tsx";
import { RoomNames } from "../timetable/room-form.tsx";
import { CLASS_STEP, DANCE_STEP, LEVEL_STEP, useSteps } from "./steps.ts";

interface FrameProps {
  readonly saving: Pick<ReturnType<typeof useFormSave>, "problem" | "submit">;
  readonly busy: boolean;
  readonly action: string;
  readonly children: ReactNode;
}

const Frame = ({ saving: { problem, submit }, busy, action, children }: FrameProps) => (
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
      <Button type="submit" disabled={busy}>
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
  const { form, base, forget } = useContractForm(DANCE_STEP, { name: "" }, "first-level:dance");
  const saving = useFormSave({
    form,
    base,
    shown: {},
    save: ({ name }) => steps.makeDance(name, set),
    onSaved: (dance) => {
      forget();
      onDone(dance);
    },
  });
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
      <Frame saving={saving} busy={form.formState.isSubmitting} action="Begin with this dance">
        <Box w="full" maxW="24rem">
          <TextField
            label="What do you call the dance?"
            error={form.formState.errors.name?.message}
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
  const { form, base, forget } = useContractForm(
    LEVEL_STEP,
    {
      name: `${dance.name} ${own + 1}`,
      weeks: LEVEL_FIELDS.weeks.start,
      lessonMinutes: LEVEL_FIELDS.lessonMinutes.start,
    },
    `first-level:level:${dance.id}`,
  );
  const { errors } = form.formState;
  const saving = useFormSave({
    form,
    base,
    shown: {},
    save: (about) => steps.makeLevel(about, dance),
    onSaved: (level) => {
      forget();
      onDone(level);
    },
  });
  return (
    <Frame saving={saving} busy={form.formState.isSubmitting} action="Draft its plan">
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
  const { form, base, forget } = useContractForm(
    CLASS_STEP,
    { name: weekdays(firstDate), firstDate, startTime: SECTION_FIELDS.startTime.start, room: "" },
    `first-level:class:${level.id}`,
  );
  const { errors } = form.formState;
  const saving = useFormSave({
    form,
    base,
    shown: {},
    save: (about) => steps.makeClass(about, level, person.id),
    onSaved: (section) => {
      forget();
      onDone(section);
    },
  });
  return (
    <Frame saving={saving} busy={form.formState.isSubmitting} action="Open the class">
      <SimpleGrid columns={{ base: 1, md: 4 }} gap="4" w="full">
        <TextField
          label={SECTION_FIELDS.name.label}
          error={errors.name?.message}
          {...form.register("name")}
        />
        <TextField
          label={SECTION_FIELDS.firstDate.label}
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
