import { Button, SimpleGrid, Stack } from "@chakra-ui/react";
import { api, type DanceRecord, type Level, levelChange } from "@map-step/contract";
import { APPROACH_IDS, APPROACHES, type ApproachId } from "@map-step/core/plan";
import { useNavigate } from "react-router";
import { useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { tellDone } from "../../kit/toasts.tsx";

const NUMBERS = [
  ["weeks", "Weeks"],
  ["lessonMinutes", "Minutes a lesson"],
  ["warmUpMinutes", "Warm-up minutes"],
  ["wrapMinutes", "Wrap minutes"],
  ["mostNew", "Most new figures a lesson"],
  ["settledLessons", "Lessons to settle a basic"],
] as const;

const blank = (danceId: string) => ({
  danceId,
  name: "",
  followsId: null,
  weeks: 8,
  lessonMinutes: 60,
  warmUpMinutes: 7,
  wrapMinutes: 5,
  mostNew: 3,
  settledLessons: 2,
  approachId: "steps-first" as ApproachId,
  version: 0,
});

interface Props {
  /** `null` for a new one. */
  readonly level: Level | null;
  readonly levels: readonly Level[];
  readonly dances: readonly DanceRecord[];
  readonly onClose: () => void;
}

const number = (label: string) => [label, String] as const;

/** What a level is: its length, its limits and its way of teaching. */
export function LevelDialog({ level, levels, dances, onClose }: Props) {
  const navigate = useNavigate();
  const create = useChange(api.levels.create);
  const change = useChange(api.levels.change);
  const start = level ?? blank(dances[0]?.id ?? "");
  const { form, restored, forget, discard } = useContractForm(
    levelChange,
    start,
    `level:${level?.id ?? "new"}`,
  );
  const { errors, isSubmitting } = form.formState;
  const nameOf = (id: string | null) => levels.find((other) => other.id === id)?.name ?? "none";
  const { submit, problem, conflict } = useFormSave({
    form,
    shown: {
      name: ["Name", (name: string) => name],
      followsId: ["Follows", nameOf],
      approachId: ["Approach", (id) => APPROACHES[id].name],
      weeks: number("Weeks"),
      lessonMinutes: number("Minutes a lesson"),
      warmUpMinutes: number("Warm-up"),
      wrapMinutes: number("Wrap"),
      mostNew: number("Most new figures a lesson"),
      settledLessons: number("Lessons to settle a basic"),
    },
    save: ({ version, ...content }) =>
      level
        ? change.mutateAsync({ params: { id: level.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ id, name }) => {
      forget();
      tellDone(`${name} is saved`);
      onClose();
      if (!level) navigate(`/levels/${id}`);
    },
  });
  const danceId = form.watch("danceId");
  const approach = APPROACHES[form.watch("approachId")];
  const before = levels.filter((other) => other.danceId === danceId && other.id !== level?.id);
  const foot = (
    <Button loading={isSubmitting} onClick={submit}>
      Save the level
    </Button>
  );
  return (
    <Modal
      open
      title={level ? `${level.name}: settings` : "New level"}
      onClose={onClose}
      size="lg"
      foot={foot}
    >
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      <Stack gap="4">
        <SimpleGrid columns={{ base: 1, md: 3 }} gap="4">
          <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
          {level ? (
            <TextField label="Dance" readOnly value={dances.find(({ id }) => id === danceId)?.name ?? ""} />
          ) : (
            <ChoiceField
              label="Dance"
              error={errors.danceId?.message}
              choices={dances.map(({ id, name }) => ({ value: id, label: name }))}
              {...form.register("danceId")}
            />
          )}
          <ChoiceField
            label="Follows"
            help="What dancers bring along"
            error={errors.followsId?.message}
            choices={[
              { value: "", label: "nothing" },
              ...before.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            {...form.register("followsId", { setValueAs: (value) => value || null })}
          />
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
        <ChoiceField
          label="Approach"
          help={approach.reason}
          error={errors.approachId?.message}
          choices={APPROACH_IDS.map((id) => ({ value: id, label: APPROACHES[id].name }))}
          {...form.register("approachId")}
        />
      </Stack>
      {conflict}
    </Modal>
  );
}
