import { Button, SimpleGrid, Stack } from "@chakra-ui/react";
import { type ApproachRecord, api, type DanceRecord, type Level, levelChange } from "@map-step/contract";
import { APPROACH_IDS, APPROACHES, approachOf } from "@map-step/core/plan";
import { useNavigate } from "react-router";
import { useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { StrandPicture } from "../approaches/strand-picture.tsx";

const NUMBERS = [
  ["weeks", "Weeks"],
  ["lessonMinutes", "Minutes per lesson"],
  ["warmUpMinutes", "Warm-up minutes"],
  ["wrapMinutes", "Closing minutes"],
  ["mostNew", "New figures per lesson, at most"],
  ["mostNewCounts", "New rhythms per lesson, at most"],
  ["settledLessons", "Lessons before turns are added to a basic"],
  ["firstShowWeek", "Show moves from week"],
  ["breakWeeks", "Weeks since the level before"],
] as const;

/** Numbers that may stay empty. */
const OPTIONAL = [
  ["talkWeek", "Talk about holds in week", "Before it no close hold is taught"],
  ["bpm", "We dance this course at (bpm)", "What is too fast for it is said in the plan"],
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
  mostNewCounts: 2,
  settledLessons: 2,
  firstShowWeek: 1,
  talkWeek: null,
  bpm: null,
  breakWeeks: 0,
  approachId: "steps-first",
  version: 0,
});

interface Props {
  /** `null` for a new one. */
  readonly level: Level | null;
  readonly levels: readonly Level[];
  readonly dances: readonly DanceRecord[];
  /** The studio's own ways of teaching. */
  readonly approaches: readonly ApproachRecord[];
  readonly onClose: () => void;
}

const number = (label: string) => [label, String] as const;
const optional = (label: string) => [label, (value: number | null) => String(value ?? "none")] as const;

/** What a level is: its length, its limits and its way of teaching. */
export function LevelDialog({ level, levels, dances, approaches, onClose }: Props) {
  const navigate = useNavigate();
  const create = useChange(api.levels.create);
  const change = useChange(api.levels.change);
  const start = level ?? blank(dances[0]?.id ?? "");
  const { form, base, restored, forget, discard } = useContractForm(
    levelChange,
    start,
    `level:${level?.id ?? "new"}`,
  );
  const { errors, isSubmitting } = form.formState;
  const nameOf = (id: string | null) => levels.find((other) => other.id === id)?.name ?? "none";
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown: {
      name: ["Name", (name: string) => name],
      followsId: ["Follows", nameOf],
      approachId: ["Approach", (id) => approachOf(id, approaches).name],
      weeks: number("Weeks"),
      lessonMinutes: number("Minutes per lesson"),
      warmUpMinutes: number("Warm-up"),
      wrapMinutes: number("Wrap"),
      mostNew: number("New figures per lesson, at most"),
      mostNewCounts: number("New rhythms per lesson, at most"),
      settledLessons: number("Lessons before turns are added to a basic"),
      firstShowWeek: number("Show moves from week"),
      talkWeek: optional("Talk about holds in week"),
      bpm: optional("Tempo"),
      breakWeeks: number("Weeks since the level before"),
    },
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
  const danceId = form.watch("danceId");
  const approach = approachOf(form.watch("approachId"), approaches);
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
          {OPTIONAL.map(([name, label, help]) => (
            <TextField
              key={name}
              label={label}
              help={help}
              type="number"
              error={errors[name]?.message}
              {...form.register(name, {
                setValueAs: (value) => (value === "" || value === null ? null : Number(value)),
              })}
            />
          ))}
        </SimpleGrid>
        <ChoiceField
          label="Approach"
          help={approach.reason}
          error={errors.approachId?.message}
          choices={[
            ...approaches.map(({ id, name }) => ({ value: id, label: name })),
            ...APPROACH_IDS.map((id) => ({ value: id, label: APPROACHES[id].name })),
          ]}
          {...form.register("approachId")}
        />
        <StrandPicture approach={approach} />
      </Stack>
      {conflict}
    </Modal>
  );
}
