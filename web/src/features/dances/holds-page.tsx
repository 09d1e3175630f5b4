import { Button, chakra, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { FACING_NAMES, FACINGS, type Facing, type Hold, holdNamed } from "@map-step/core/hold";
import { useMemo } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { ChoiceField, TextField, TickField } from "../../kit/fields.tsx";
import { FormNotes } from "../../kit/form-notes.tsx";
import { Panel } from "../../kit/page.tsx";
import { OtherNames, usedIn } from "./element-fields.tsx";
import { OfDance, type OfDanceProps } from "./of-dance.tsx";
import { useDanceSave } from "./use-dance-save.ts";

const SAID = /hold "([^"]+)"/g;

/** The names of the figures that name each hold, by the hold's name. */
function figuresByHold(figures: readonly FigureRecord[], holds: readonly Hold[]) {
  const found = new Map<string, Set<string>>();
  for (const { name, notation } of figures)
    for (const [, said = ""] of notation.matchAll(SAID)) {
      const hold = holdNamed(said, holds);
      if (hold) found.set(hold.name, (found.get(hold.name) ?? new Set()).add(name));
    }
  return (name: string): string[] => [...(found.get(name) ?? [])];
}

interface HoldProps {
  readonly hold: Hold;
  readonly others: readonly string[];
  readonly figures: readonly string[];
  readonly mayWrite: boolean;
  readonly errorAt: (field: keyof Hold) => string | undefined;
  readonly onChange: (hold: Hold) => void;
  readonly onRemove: () => void;
}

function HoldFields({ hold, others, figures, mayWrite, errorAt, onChange, onRemove }: HoldProps) {
  return (
    <Panel>
      <chakra.fieldset disabled={!mayWrite} aria-label={hold.name === "" ? "New hold" : hold.name}>
        <Stack gap="3">
          <SimpleGrid columns={{ base: 1, sm: 2 }} gap="3">
            <TextField
              label="Name"
              value={hold.name}
              error={errorAt("name")}
              onChange={({ target }) => onChange({ ...hold, name: target.value })}
            />
            <OtherNames
              value={hold.otherNames}
              error={errorAt("otherNames")}
              onChange={(otherNames) => onChange({ ...hold, otherNames })}
            />
            <ChoiceField
              label="The two stand"
              value={hold.facing}
              onChange={({ target }) => onChange({ ...hold, facing: target.value as Facing })}
              choices={FACINGS.map((facing) => ({ value: facing, label: FACING_NAMES[facing] }))}
            />
            <ChoiceField
              label="Hands joined"
              value={String(hold.hands)}
              onChange={({ target }) => onChange({ ...hold, hands: Number(target.value) })}
              choices={["none", "one", "two"].map((label, hands) => ({ value: String(hands), label }))}
            />
          </SimpleGrid>
          <TickField
            label="Bodies touch: it is talked about, and agreed to, before"
            checked={hold.close}
            onChange={(close) => onChange({ ...hold, close })}
          />
          <ChoiceButtons
            label="Changes freely into"
            choices={others.map((name) => ({ value: name, label: name }))}
            isChosen={(name) => hold.changesTo.includes(name)}
            onChoose={(name) =>
              onChange({
                ...hold,
                changesTo: hold.changesTo.includes(name)
                  ? hold.changesTo.filter((one) => one !== name)
                  : [...hold.changesTo, name],
              })
            }
          />
          {errorAt("changesTo") ? <Text color="brick">{errorAt("changesTo")}</Text> : null}
          <Flex justify="space-between" align="center">
            <Text fontSize="sm" color="soft">
              {usedIn(figures)}
            </Text>
            {mayWrite ? (
              <Button size="sm" variant="outline" disabled={figures.length > 0} onClick={onRemove}>
                Take it out
              </Button>
            ) : null}
          </Flex>
        </Stack>
      </chakra.fieldset>
    </Panel>
  );
}

/** A hold under another name keeps the one that the figures' texts say, and so do the holds that change into it. */
function renamed(holds: readonly Hold[], index: number, next: Hold, isSaid: boolean): Hold[] {
  const before = holds[index]?.name ?? "";
  const keeps = isSaid && before !== next.name && before !== "" && !next.otherNames.includes(before);
  const own = keeps ? { ...next, otherNames: [...next.otherNames, before] } : next;
  return holds.map((one, at) =>
    at === index
      ? own
      : { ...one, changesTo: one.changesTo.map((name) => (name === before ? next.name : name)) },
  );
}

function HoldsOf({ dance, figures, mayWrite, choice }: OfDanceProps) {
  const { form, submit, problem, conflict, restored, discard } = useDanceSave(
    dance,
    "holds",
    () => undefined,
  );
  const holds = form.watch("holds") ?? [];
  const { errors, isDirty, isSubmitting } = form.formState;
  const set = (next: readonly Hold[]) => form.setValue("holds", next, { shouldDirty: true });
  const figuresOf = useMemo(() => figuresByHold(figures, dance.holds), [figures, dance]);
  const blank: Hold = { name: "", otherNames: [], hands: 2, close: false, facing: "facing", changesTo: [] };
  return (
    <Stack gap="5">
      {choice(
        mayWrite ? (
          <>
            <Button variant="outline" bg="panel" onClick={() => set([blank, ...holds])}>
              New hold
            </Button>
            <Button onClick={submit} loading={isSubmitting} disabled={!isDirty && !restored}>
              Save the holds
            </Button>
          </>
        ) : null,
      )}
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      {typeof errors.holds?.message === "string" ? <Text color="brick">{errors.holds.message}</Text> : null}
      <SimpleGrid columns={{ base: 1, lg: 2 }} gap="3">
        {holds.map((hold, index) => (
          <HoldFields
            // biome-ignore lint/suspicious/noArrayIndexKey: what is being named has no other name than its place
            key={index}
            hold={hold}
            others={holds.flatMap(({ name }, at) => (at === index || name === "" ? [] : [name]))}
            figures={figuresOf(holdNamed(hold.name, dance.holds)?.name ?? hold.name)}
            mayWrite={mayWrite}
            errorAt={(field) => errors.holds?.[index]?.[field]?.message}
            onChange={(next) =>
              set(renamed(holds, index, next, figuresOf(holds[index]?.name ?? "").length > 0))
            }
            onRemove={() =>
              set(
                holds
                  .filter((_, at) => at !== index)
                  .map((one) => ({ ...one, changesTo: one.changesTo.filter((name) => name !== hold.name) })),
              )
            }
          />
        ))}
      </SimpleGrid>
      {conflict}
    </Stack>
  );
}

/** The holds of a dance: what each means, and which change freely into which. */
export const HoldsPage = () => (
  <OfDance
    title="Holds"
    about="What each hold means: plans, chains and the floor view go by this, never by its name"
  >
    {(props) => <HoldsOf key={props.dance.id} {...props} />}
  </OfDance>
);
