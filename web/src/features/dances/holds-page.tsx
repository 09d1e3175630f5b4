import { Button, chakra, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { type Hold, holdNamed } from "@map-step/core/hold";
import { useMemo, useState } from "react";
import { FormNotes } from "../../kit/form-notes.tsx";
import { Panel } from "../../kit/page.tsx";
import { usedIn } from "./element-fields.tsx";
import { HoldFields, type HoldFieldsProps } from "./hold-fields.tsx";
import { OfDance, type OfDanceProps } from "./of-dance.tsx";
import { ReplaceHold } from "./replace-hold.tsx";
import { StayingTogether } from "./staying-together.tsx";
import { useDanceSave } from "./use-dance-save.ts";
import { WhatLeadsWhere } from "./what-leads-where.tsx";

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

interface HoldProps extends HoldFieldsProps {
  readonly figures: readonly string[];
  readonly mayWrite: boolean;
  readonly onRemove: () => void;
  /** Has another hold said in the figures; nothing where none says it, or it is not kept yet. */
  readonly onReplace: (() => void) | null;
}

function HoldCard({ figures, mayWrite, onRemove, onReplace, ...fields }: HoldProps) {
  return (
    <Panel>
      <chakra.fieldset
        disabled={!mayWrite}
        aria-label={fields.hold.name === "" ? "New hold" : fields.hold.name}
      >
        <HoldFields {...fields} />
        <Flex justify="space-between" align="center" gap="2" wrap="wrap" mt="3">
          <Text fontSize="sm" color="soft">
            {usedIn(figures)}
          </Text>
          {mayWrite ? (
            <Flex gap="2">
              {onReplace ? (
                <Button size="sm" variant="outline" onClick={onReplace}>
                  Say another hold instead
                </Button>
              ) : null}
              <Button size="sm" variant="outline" disabled={figures.length > 0} onClick={onRemove}>
                Take it out
              </Button>
            </Flex>
          ) : null}
        </Flex>
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
  const [replaced, setReplaced] = useState<string | null>(null);
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
      <WhatLeadsWhere dance={dance} figures={figures} />
      <StayingTogether dance={dance} figures={figures} />
      <SimpleGrid columns={{ base: 1, lg: 2 }} gap="3">
        {holds.map((hold, index) => (
          <HoldCard
            // biome-ignore lint/suspicious/noArrayIndexKey: what is being named has no other name than its place
            key={index}
            hold={hold}
            others={holds.flatMap(({ name }, at) => (at === index || name === "" ? [] : [name]))}
            figures={figuresOf(holdNamed(hold.name, dance.holds)?.name ?? hold.name)}
            mayWrite={mayWrite}
            onReplace={
              figuresOf(hold.name).length > 0 && holdNamed(hold.name, dance.holds) && !isDirty
                ? () => setReplaced(hold.name)
                : null
            }
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
      {replaced === null ? null : (
        <ReplaceHold dance={dance} figures={figures} from={replaced} onClose={() => setReplaced(null)} />
      )}
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
