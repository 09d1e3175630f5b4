import { Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  api,
  DANCE_FIELDS,
  type DanceRecord,
  danceChange,
  danceContent,
  namesOf,
  startOf,
} from "@map-step/contract";
import type { StarterSet } from "@map-step/core/starter";
import { barsPerMinute } from "@map-step/core/time";
import { useState } from "react";
import { Controller } from "react-hook-form";
import { useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TextField, TickField } from "../../kit/fields.tsx";
import { labelled, shownBy } from "../../kit/plain-fields.ts";
import { savedBy, useRecordForm } from "../../kit/record-form.ts";
import { tellDone } from "../../kit/toasts.ts";
import { FormHistory } from "../history/form-history.tsx";
import { useMay } from "../session/session.tsx";
import { StarterChoice } from "./starter-choice.tsx";

const BLANK = { ...startOf(DANCE_FIELDS), version: 0 };
const SHOWN = shownBy(DANCE_FIELDS);

interface FormProps {
  /** Null for a new one. */
  readonly dance: DanceRecord | null;
  /** The general figures that a new one begins with. */
  readonly starter: StarterSet | null;
  readonly onDone: () => void;
}

function DanceForm({ dance, starter, onDone }: FormProps) {
  const create = useChange(api.dances.create);
  const begin = useChange(api.dances.begin);
  const change = useChange(api.dances.change);
  const { form, errors, submit, problem, conflict } = useRecordForm({
    schema: danceChange,
    start: dance ?? { ...BLANK, ...starter?.dance },
    draft: `dance:${dance?.id ?? `new:${starter?.id ?? ""}`}`,
    shown: SHOWN,
    save: (values) => {
      if (dance || !starter) return savedBy(dance, create, change)(values);
      const { version: _version, ...content } = values;
      return begin.mutateAsync({ body: { dance: content, starterId: starter.id } });
    },
    onSaved: ({ name }) => {
      tellDone(`${name} is saved`);
      onDone();
    },
  });
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Stack gap="4">
        <TextField label={DANCE_FIELDS.name.label} error={errors.name?.message} {...form.register("name")} />
        <SimpleGrid columns={2} gap="3">
          {namesOf(DANCE_FIELDS, "whole").map((name) => (
            <TextField
              key={name}
              label={DANCE_FIELDS[name].label}
              type="number"
              error={errors[name]?.message}
              {...form.register(name, { valueAsNumber: true })}
            />
          ))}
        </SimpleGrid>
        {namesOf(DANCE_FIELDS, "line").map((name) => (
          <TextField
            key={name}
            {...labelled(DANCE_FIELDS, name)}
            error={errors[name]?.message}
            {...form.register(name)}
          />
        ))}
        {namesOf(DANCE_FIELDS, "tick").map((name) => (
          <Controller
            key={name}
            control={form.control}
            name={name}
            render={({ field }) => (
              <TickField
                label={DANCE_FIELDS[name].label}
                checked={field.value === true}
                onChange={field.onChange}
              />
            )}
          />
        ))}
        {problem ? <Text color="brick">{problem}</Text> : null}
        <Flex gap="2">
          {dance ? (
            <FormHistory
              list="dances"
              id={dance.id}
              what={dance.name}
              shape={danceContent}
              shown={SHOWN}
              form={form}
            />
          ) : null}
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
  const [open, setOpen] = useState<DanceRecord | "new" | "choose" | null>(
    dances.length === 0 && mayWrite ? "choose" : null,
  );
  const [starter, setStarter] = useState<StarterSet | null>(null);
  return (
    <Modal open title="Dances" onClose={onClose}>
      {open === "choose" ? (
        <StarterChoice
          onChoose={(set) => {
            setStarter(set);
            setOpen("new");
          }}
        />
      ) : open !== null ? (
        <DanceForm dance={open === "new" ? null : open} starter={starter} onDone={() => setOpen(null)} />
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
                {dance.music === "" ? null : <Text fontSize="sm">Music: {dance.music}</Text>}
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
            <Button alignSelf="flex-start" onClick={() => setOpen("choose")}>
              New dance
            </Button>
          ) : null}
        </Stack>
      )}
    </Modal>
  );
}
