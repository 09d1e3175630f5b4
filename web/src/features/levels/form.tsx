import { Button, SimpleGrid, Stack } from "@chakra-ui/react";
import {
  type ApproachRecord,
  api,
  type DanceRecord,
  LEVEL_FIELDS,
  type Level,
  levelChange,
  levelContent,
  namesOf,
  startOf,
} from "@map-step/contract";
import { APPROACH_IDS, APPROACHES, approachOf } from "@map-step/core/plan";
import { useNavigate } from "react-router";
import { useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { labelled, MAYBE_NUMBER, shownBy } from "../../kit/plain-fields.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { StrandPicture } from "../approaches/strand-picture.tsx";
import { FormHistory } from "../history/form-history.tsx";

interface Props {
  /** `null` for a new one. */
  readonly level: Level | null;
  readonly levels: readonly Level[];
  readonly dances: readonly DanceRecord[];
  /** The studio's own ways of teaching. */
  readonly approaches: readonly ApproachRecord[];
  readonly onClose: () => void;
}

interface FieldsProps extends Omit<Props, "onClose"> {
  readonly form: ReturnType<typeof useContractForm<typeof levelChange>>["form"];
}

/** What is asked of a level; its dance stays once it is kept. */
function LevelFields({ form, level, levels, dances, approaches }: FieldsProps) {
  const { errors } = form.formState;
  const danceId = form.watch("danceId");
  const approach = approachOf(form.watch("approachId"), approaches);
  const before = levels.filter((other) => other.danceId === danceId && other.id !== level?.id);
  return (
    <>
      <SimpleGrid columns={{ base: 1, md: 3 }} gap="4">
        <TextField label={LEVEL_FIELDS.name.label} error={errors.name?.message} {...form.register("name")} />
        {level ? (
          <TextField
            label={LEVEL_FIELDS.danceId.label}
            readOnly
            value={dances.find(({ id }) => id === danceId)?.name ?? ""}
          />
        ) : (
          <ChoiceField
            label={LEVEL_FIELDS.danceId.label}
            error={errors.danceId?.message}
            choices={dances.map(({ id, name }) => ({ value: id, label: name }))}
            {...form.register("danceId")}
          />
        )}
        <ChoiceField
          {...labelled(LEVEL_FIELDS, "followsId")}
          error={errors.followsId?.message}
          choices={[
            { value: "", label: "nothing" },
            ...before.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          {...form.register("followsId", { setValueAs: (value) => value || null })}
        />
        {namesOf(LEVEL_FIELDS, "whole").map((name) => (
          <TextField
            key={name}
            label={LEVEL_FIELDS[name].label}
            type="number"
            error={errors[name]?.message}
            {...form.register(name, { valueAsNumber: true })}
          />
        ))}
        {namesOf(LEVEL_FIELDS, "maybe").map((name) => (
          <TextField
            key={name}
            {...labelled(LEVEL_FIELDS, name)}
            type="number"
            error={errors[name]?.message}
            {...form.register(name, MAYBE_NUMBER)}
          />
        ))}
      </SimpleGrid>
      {namesOf(LEVEL_FIELDS, "line").map((name) => (
        <TextField
          key={name}
          {...labelled(LEVEL_FIELDS, name)}
          error={errors[name]?.message}
          {...form.register(name)}
        />
      ))}
      <ChoiceField
        label={LEVEL_FIELDS.approachId.label}
        help={approach.reason}
        error={errors.approachId?.message}
        choices={[
          ...approaches.map(({ id, name }) => ({ value: id, label: name })),
          ...APPROACH_IDS.map((id) => ({ value: id, label: APPROACHES[id].name })),
        ]}
        {...form.register("approachId")}
      />
    </>
  );
}

/** What a level is: its length, its limits and its way of teaching. */
export function LevelDialog({ level, levels, dances, approaches, onClose }: Props) {
  const navigate = useNavigate();
  const create = useChange(api.levels.create);
  const change = useChange(api.levels.change);
  const copy = useChange(api.levels.copy);
  const start = level ?? { ...startOf(LEVEL_FIELDS), danceId: dances[0]?.id ?? "", version: 0 };
  const { form, base, restored, forget, discard } = useContractForm(
    levelChange,
    start,
    `level:${level?.id ?? "new"}`,
  );
  const { isSubmitting } = form.formState;
  const nameOf = (id: string | null) => levels.find((other) => other.id === id)?.name ?? "none";
  const shown = shownBy(LEVEL_FIELDS, {
    followsId: nameOf,
    approachId: (id: string) => approachOf(id, approaches).name,
  });
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown,
    save: ({ version, ...content }) =>
      level
        ? change.mutateAsync({ params: { id: level.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ id, name }) => {
      forget();
      tellDone(`${name} is saved`);
      onClose();
      if (!level) void navigate(`/levels/${id}`);
    },
  });
  const copyIt = () =>
    copy.mutate(
      { params: { id: level?.id ?? "" } },
      {
        onSuccess: ({ id, name }) => {
          tellDone(`${name} has the settings and the plan of ${level?.name ?? ""}`);
          onClose();
          void navigate(`/levels/${id}`);
        },
        onError: tellError,
      },
    );
  const approach = approachOf(form.watch("approachId"), approaches);
  const foot = (
    <>
      {level ? (
        <FormHistory
          list="levels"
          id={level.id}
          what={level.name}
          shape={levelContent}
          shown={shown}
          form={form}
        />
      ) : null}
      {level ? (
        <Button variant="outline" disabled={copy.isPending} onClick={copyIt}>
          Copy this level
        </Button>
      ) : null}
      <Button loading={isSubmitting} onClick={submit}>
        Save the level
      </Button>
    </>
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
        <LevelFields form={form} level={level} levels={levels} dances={dances} approaches={approaches} />
        <StrandPicture approach={approach} />
      </Stack>
      {conflict}
    </Modal>
  );
}
