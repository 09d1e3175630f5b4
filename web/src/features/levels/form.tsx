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
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { labelled, MAYBE_NUMBER, shownBy } from "../../kit/plain-fields.ts";
import { type FormOf, savedBy, useRecordForm } from "../../kit/record-form.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { StrandPicture } from "../approaches/strand-picture.tsx";
import { RecordDialog } from "../history/record-dialog.tsx";

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
  readonly form: FormOf<typeof levelChange>;
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
  const nameOf = (id: string | null) => levels.find((other) => other.id === id)?.name ?? "none";
  const shown = shownBy(LEVEL_FIELDS, {
    followsId: nameOf,
    approachId: (id: string) => approachOf(id, approaches).name,
  });
  const save = savedBy(level, create, change);
  const record = useRecordForm({
    schema: levelChange,
    start,
    draft: `level:${level?.id ?? "new"}`,
    shown,
    save,
    onSaved: ({ id, name }) => {
      tellDone(`${name} is saved`);
      onClose();
      if (!level) void navigate(`/levels/${id}`);
    },
  });
  const { form } = record;
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
  const copies = level ? (
    <Button variant="outline" disabled={copy.isPending} onClick={copyIt}>
      Copy this level
    </Button>
  ) : null;
  return (
    <RecordDialog
      title={level ? `${level.name}: settings` : "New level"}
      saves="Save the level"
      record={record}
      history={level && { list: "levels", id: level.id, what: level.name, shape: levelContent, shown }}
      more={copies}
      isWide
      onClose={onClose}
    >
      <Stack gap="4">
        <LevelFields form={form} level={level} levels={levels} dances={dances} approaches={approaches} />
        <StrandPicture approach={approach} />
      </Stack>
    </RecordDialog>
  );
}
