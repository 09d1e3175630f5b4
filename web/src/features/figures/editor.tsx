import { Button, Flex, SimpleGrid, Stack } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord, figureChange } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { Controller } from "react-hook-form";
import { useNavigate, useParams } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { ChoiceField, LinesField, TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone } from "../../kit/toasts.tsx";
import { useDances, useFigures } from "./library.ts";
import { NeedsField } from "./needs-field.tsx";
import { NotationField } from "./notation-field.tsx";

const list = (lines: readonly string[]) => lines.join("\n");
const words = (text: string) => text;

const LISTS = [
  ["cues", "Cues", "What is said while it is danced, one a line"],
  ["slips", "Common slips", "What usually goes wrong, one a line"],
  ["cautions", "Cautions", "What can hurt and how it is avoided, one a line"],
  ["otherNames", "Other names", "What other schools call it, one a line"],
] as const;

const blank = (danceId: string) => ({
  danceId,
  name: "",
  otherNames: [],
  kind: "basic" as const,
  tier: 1 as const,
  notation: "",
  minutes: 10,
  needs: [],
  cues: [],
  slips: [],
  cautions: [],
  version: 0,
});

interface Props {
  /** `null` for a new one. */
  readonly figure: FigureRecord | null;
  readonly library: readonly FigureRecord[];
  readonly dances: readonly DanceRecord[];
}

function FigureForm({ figure, library, dances }: Props) {
  const navigate = useNavigate();
  const create = useChange(api.figures.create);
  const change = useChange(api.figures.change);
  const start = figure ?? blank(dances[0]?.id ?? "");
  const { form, restored, forget, discard } = useContractForm(
    figureChange,
    start,
    `figure:${figure?.id ?? "new"}`,
  );
  const { errors, isSubmitting } = form.formState;
  const nameOf = (id: string) => library.find((other) => other.id === id)?.name ?? "";
  const { submit, problem, conflict } = useFormSave({
    form,
    shown: {
      name: ["Name", words],
      danceId: ["Dance", (id) => dances.find((dance) => dance.id === id)?.name ?? ""],
      kind: ["Kind", (kind) => KIND_NAMES[kind].one],
      tier: ["Level", (tier) => TIER_NAMES[tier]],
      minutes: ["Minutes", String],
      notation: ["Steps", words],
      needs: ["Needs", (ids) => ids.map(nameOf).join(", ")],
      cues: ["Cues", list],
      slips: ["Common slips", list],
      cautions: ["Cautions", list],
      otherNames: ["Other names", list],
    },
    save: ({ version, ...content }) =>
      figure
        ? change.mutateAsync({ params: { id: figure.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ id, name }) => {
      forget();
      tellDone(`${name} is saved`);
      navigate(`/figures/${id}`);
    },
  });
  const danceId = form.watch("danceId");
  const dance = dances.find(({ id }) => id === danceId);
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <PageHead
        title={figure ? `Edit ${figure.name}` : "New figure"}
        about="What you type is kept until you save it"
      >
        <Button variant="outline" bg="panel" onClick={() => navigate(-1)}>
          Back
        </Button>
        <Button type="submit" loading={isSubmitting}>
          Save the figure
        </Button>
      </PageHead>
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      <Stack gap="4">
        <Panel>
          <SimpleGrid columns={{ base: 1, sm: 2, lg: 5 }} gap="4">
            <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
            <ChoiceField
              label="Dance"
              error={errors.danceId?.message}
              choices={dances.map(({ id, name }) => ({ value: id, label: name }))}
              {...form.register("danceId")}
            />
            <ChoiceField
              label="Kind"
              error={errors.kind?.message}
              choices={FIGURE_KINDS.map((kind) => ({ value: kind, label: KIND_NAMES[kind].one }))}
              {...form.register("kind")}
            />
            <ChoiceField
              label="Level"
              error={errors.tier?.message}
              choices={TIERS.map((tier) => ({ value: String(tier), label: TIER_NAMES[tier] }))}
              {...form.register("tier", { setValueAs: Number })}
            />
            <TextField
              label="Minutes, first night"
              type="number"
              error={errors.minutes?.message}
              {...form.register("minutes", { valueAsNumber: true })}
            />
          </SimpleGrid>
        </Panel>
        {dance ? (
          <Controller
            control={form.control}
            name="notation"
            render={({ field }) => (
              <NotationField
                name={form.getValues("name")}
                value={field.value}
                onChange={field.onChange}
                onBlur={field.onBlur}
                error={errors.notation?.message}
                dance={dance}
              />
            )}
          />
        ) : null}
        <Panel>
          <SimpleGrid columns={{ base: 1, md: 2 }} gap="4">
            {LISTS.map(([name, label, help]) => (
              <Controller
                key={name}
                control={form.control}
                name={name}
                render={({ field }) => (
                  <LinesField
                    label={label}
                    help={help}
                    error={errors[name]?.message ?? errors[name]?.root?.message}
                    value={field.value}
                    onChange={field.onChange}
                  />
                )}
              />
            ))}
            <Controller
              control={form.control}
              name="needs"
              render={({ field }) => (
                <NeedsField
                  value={field.value}
                  onChange={field.onChange}
                  error={errors.needs?.message}
                  choices={library.filter((other) => other.danceId === danceId && other.id !== figure?.id)}
                />
              )}
            />
          </SimpleGrid>
        </Panel>
        <Flex justify="flex-end">
          <Button type="submit" loading={isSubmitting}>
            Save the figure
          </Button>
        </Flex>
      </Stack>
      {conflict}
    </form>
  );
}

export function NewFigurePage() {
  const library = useFigures();
  const dances = useDances();
  return (
    <Loaded all={[library, dances]}>
      {(figures, all) =>
        all.length === 0 ? (
          <Empty title="A figure belongs to a dance">Add a dance on the Figures page first.</Empty>
        ) : (
          <FigureForm figure={null} library={figures} dances={all} />
        )
      }
    </Loaded>
  );
}

export function EditFigurePage() {
  const { figureId = "" } = useParams();
  const figure = useApi(api.figures.read, { params: { id: figureId } });
  const library = useFigures();
  const dances = useDances();
  return (
    <Loaded all={[figure, library, dances]}>
      {(record, figures, all) => (
        <FigureForm key={record.id} figure={record} library={figures} dances={all} />
      )}
    </Loaded>
  );
}
