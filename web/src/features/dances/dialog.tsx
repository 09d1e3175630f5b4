import { Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, type DanceRecord, danceChange } from "@map-step/contract";
import { barsPerMinute } from "@map-step/core/time";
import { useState } from "react";
import { Controller } from "react-hook-form";
import { useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TextField, TickField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { useFormSave } from "../../kit/form-save.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { useMay } from "../session/session.tsx";

const NUMBERS = [
  ["meter", "Beats to the bar"],
  ["phraseBeats", "Beats to the phrase"],
  ["slowBeats", "Beats of a slow"],
  ["quickBeats", "Beats of a quick"],
  ["slowestBpm", "Slowest tempo, bpm"],
  ["fastestBpm", "Fastest tempo, bpm"],
  ["countFrom", "Which beat we count as “1”"],
] as const;

const shownNumber = (label: string) => [label, String] as const;
const SHOWN = {
  name: ["Name", (name: string) => name],
  meter: shownNumber("Beats to the bar"),
  phraseBeats: shownNumber("Beats to the phrase"),
  slowBeats: shownNumber("Beats of a slow"),
  quickBeats: shownNumber("Beats of a quick"),
  slowestBpm: shownNumber("Slowest tempo"),
  fastestBpm: shownNumber("Fastest tempo"),
  countFrom: shownNumber("Which beat we count as “1”"),
  freeTimed: ["Timing", (free: boolean) => (free ? "no fixed beat" : "with the beat")],
} as const;

const BLANK = {
  name: "",
  meter: 4,
  phraseBeats: 8,
  slowBeats: 2,
  quickBeats: 1,
  slowestBpm: 90,
  fastestBpm: 130,
  freeTimed: false,
  countFrom: 1,
  version: 0,
};

function DanceForm({ dance, onDone }: { dance: DanceRecord | null; onDone: () => void }) {
  const create = useChange(api.dances.create);
  const change = useChange(api.dances.change);
  const { form, base, forget } = useContractForm(danceChange, dance ?? BLANK, `dance:${dance?.id ?? "new"}`);
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown: SHOWN,
    save: ({ version, ...content }) =>
      dance
        ? change.mutateAsync({ params: { id: dance.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ name }) => {
      forget();
      tellDone(`${name} is saved`);
      onDone();
    },
  });
  const { errors } = form.formState;
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Stack gap="4">
        <TextField label="Name of the dance" error={errors.name?.message} {...form.register("name")} />
        <SimpleGrid columns={2} gap="3">
          {NUMBERS.map(([name, label]) => (
            <TextField
              key={name}
              label={label}
              type="number"
              error={errors[name]?.message}
              {...form.register(name, { valueAsNumber: true })}
            />
          ))}
        </SimpleGrid>
        <Controller
          control={form.control}
          name="freeTimed"
          render={({ field }) => (
            <TickField
              label="No fixed beat: counts are only an order"
              checked={field.value}
              onChange={field.onChange}
            />
          )}
        />
        {problem ? <Text color="brick">{problem}</Text> : null}
        <Flex gap="2">
          <Button type="submit">Save the dance</Button>
          <Button variant="outline" onClick={onDone}>
            Back
          </Button>
        </Flex>
      </Stack>
      {conflict}
    </form>
  );
}

/** The dances of the house: what their beats are, and at which tempo they are danced. */
export function DancesDialog({ dances, onClose }: { dances: readonly DanceRecord[]; onClose: () => void }) {
  const mayWrite = useMay("dances.write");
  const [open, setOpen] = useState<DanceRecord | "new" | null>(
    dances.length === 0 && mayWrite ? "new" : null,
  );
  return (
    <Modal open title="Dances" onClose={onClose}>
      {open !== null ? (
        <DanceForm dance={open === "new" ? null : open} onDone={() => setOpen(null)} />
      ) : (
        <Stack gap="3">
          {dances.map((dance) => (
            <Flex key={dance.id} justify="space-between" gap="3" align="center">
              <Stack gap="0">
                <Text fontWeight="700">{dance.name}</Text>
                <Text color="soft" fontSize="sm">
                  {dance.meter} beats to the bar, phrases of {dance.phraseBeats} beats, {dance.slowestBpm} to{" "}
                  {dance.fastestBpm} bpm ({barsPerMinute(dance.slowestBpm, dance.meter)} to{" "}
                  {barsPerMinute(dance.fastestBpm, dance.meter)} bars per minute)
                </Text>
              </Stack>
              {mayWrite ? (
                <Button
                  size="sm"
                  variant="outline"
                  aria-label={`Edit ${dance.name}`}
                  onClick={() => setOpen(dance)}
                >
                  Edit
                </Button>
              ) : null}
            </Flex>
          ))}
          {dances.length === 0 ? <Text color="soft">The director has not added a dance yet.</Text> : null}
          {mayWrite ? (
            <Button alignSelf="flex-start" onClick={() => setOpen("new")}>
              New dance
            </Button>
          ) : null}
        </Stack>
      )}
    </Modal>
  );
}
