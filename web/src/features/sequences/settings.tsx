import { Button, Flex, Stack } from "@chakra-ui/react";
import { zodResolver } from "@hookform/resolvers/zod";
import { contentOfSequence, type Level, sequenceContent } from "@map-step/contract";
import { Controller, useForm } from "react-hook-form";
import { Modal } from "../../kit/dialog.tsx";
import { AreaField, ChoiceField, TextField, TickField } from "../../kit/fields.tsx";
import { MAYBE_NUMBER } from "../../kit/plain-fields.ts";
import type { Builder } from "./use-builder.ts";

const fields = sequenceContent.pick({
  name: true,
  levelId: true,
  loops: true,
  phraseBeats: true,
  bpm: true,
  note: true,
});

interface Props {
  readonly builder: Builder;
  readonly levels: readonly Level[];
  readonly onClose: () => void;
}

/** What a sequence is called, for which level, at which tempo, and whether it goes round. */
export function SettingsDialog({ builder, levels, onClose }: Props) {
  const { edit, content } = builder;
  const { name, levelId, loops, phraseBeats, bpm, note } = contentOfSequence(content);
  const form = useForm({
    resolver: zodResolver(fields),
    defaultValues: { name, levelId, loops, phraseBeats, bpm, note },
  });
  const { errors } = form.formState;
  const submit = form.handleSubmit((values) => {
    edit.edit(values);
    onClose();
  });
  return (
    <Modal
      open
      title="Settings of the sequence"
      onClose={onClose}
      foot={<Button onClick={() => void submit()}>Save the settings</Button>}
    >
      <form onSubmit={(event) => void submit(event)}>
        <Stack gap="3">
          <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
          <ChoiceField
            label="For the level"
            choices={[
              { value: "", label: "no level" },
              ...levels.map(({ id, name: level }) => ({ value: id, label: level })),
            ]}
            {...form.register("levelId", { setValueAs: (value: string | null) => (value ? value : null) })}
          />
          <Flex gap="3" wrap="wrap">
            <TextField
              label="Counts to the phrase"
              type="number"
              error={errors.phraseBeats?.message}
              {...form.register("phraseBeats", { valueAsNumber: true })}
            />
            <TextField
              label="Beats a minute"
              type="number"
              error={errors.bpm?.message}
              {...form.register("bpm", MAYBE_NUMBER)}
            />
          </Flex>
          <Controller
            control={form.control}
            name="loops"
            render={({ field }) => (
              <TickField
                label="It goes round: the first figure follows the last"
                checked={field.value}
                onChange={field.onChange}
              />
            )}
          />
          <AreaField label="Note" error={errors.note?.message} {...form.register("note")} />
        </Stack>
      </form>
    </Modal>
  );
}
