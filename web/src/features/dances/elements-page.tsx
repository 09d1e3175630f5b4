import { Box, Button, Heading, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { callOf, elementSet, isPutTogether } from "@map-step/core/element";
import { elementKey, writtenRoles } from "@map-step/core/notation";
import { spokenFraction, TICKS_PER_BEAT } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { FormNotes } from "../../kit/form-notes.tsx";
import { Panel } from "../../kit/page.tsx";
import { FigureNames } from "../figures/figure-name.tsx";
import { stepsIn } from "../figures/steps.ts";
import { ElementFields, ElementRibbon, usedIn } from "./element-fields.tsx";
import { OfDance, type OfDanceProps } from "./of-dance.tsx";
import { useDanceSave } from "./use-dance-save.ts";

/** The names of the figures that are danced with each element, by the element's name. */
function figuresByElement(figures: readonly FigureRecord[], dance: DanceRecord) {
  const elements = elementSet(dance);
  const found = new Map<string, Set<string>>();
  for (const record of figures) {
    const figure = stepsIn(figures, [dance], record);
    if (!figure) continue;
    const call = callOf(figure, elements);
    for (const role of writtenRoles(figure))
      for (const { element } of call[role] ?? [])
        if (element !== null) found.set(element, (found.get(element) ?? new Set()).add(record.name));
  }
  return (name: string): string[] => [...(found.get(name) ?? [])];
}

/** So many figures of an element are named. */
const NAMED = 3;

/** The figures that are danced with an element. */
function InFigures({ names, figures }: { names: readonly string[]; figures: readonly FigureRecord[] }) {
  if (names.length === 0) return null;
  const named = names.slice(0, NAMED).flatMap((name) => figures.find((one) => one.name === name) ?? []);
  return (
    <Text fontSize="sm" mt="1">
      <FigureNames figures={named} />
      {names.length > NAMED ? ` and ${counted(names.length - NAMED, "more figure")}` : ""}
    </Text>
  );
}

function ElementsOf({ dance, figures, mayWrite, choice }: OfDanceProps) {
  const { form, submit, problem, conflict, restored, discard } = useDanceSave(
    dance,
    "ownElements",
    () => undefined,
  );
  const own = form.watch("ownElements") ?? [];
  const { errors, isDirty, isSubmitting } = form.formState;
  const set = (next: typeof own) => form.setValue("ownElements", next, { shouldDirty: true });
  const figuresOf = useMemo(() => figuresByElement(figures, dance), [figures, dance]);
  const ownKeys = new Set(own.map(({ name }) => elementKey(name)));
  // What the studio's figures are made of comes first.
  const shipped = elementSet(dance)
    .filter(({ name }) => !ownKeys.has(elementKey(name)))
    // What the grammar puts together is shown where it is danced.
    .filter(({ name }) => !isPutTogether(name) || figuresOf(name).length > 0)
    .sort((a, b) => figuresOf(b.name).length - figuresOf(a.name).length);
  return (
    <Stack gap="5">
      {choice(
        mayWrite ? (
          <>
            <Button
              variant="outline"
              bg="panel"
              onClick={() => set([{ name: "", otherNames: [], steps: "" }, ...own])}
            >
              New element
            </Button>
            <Button onClick={submit} loading={isSubmitting} disabled={!isDirty && !restored}>
              Save the elements
            </Button>
          </>
        ) : null,
      )}
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      {mayWrite && own.length > 0 ? (
        <Box as="section" aria-label="Our own">
          <Heading as="h2" size="lg" mb="3">
            Our own
          </Heading>
          <Stack gap="3">
            {own.map((element, index) => (
              <ElementFields
                // biome-ignore lint/suspicious/noArrayIndexKey: what is being named has no other name than its place
                key={index}
                element={element}
                dance={dance}
                figures={figuresOf(element.name)}
                errorAt={(field) => errors.ownElements?.[index]?.[field]?.message}
                onChange={(next) => set(own.map((one, at) => (at === index ? next : one)))}
                onRemove={() => set(own.filter((_, at) => at !== index))}
              />
            ))}
          </Stack>
          {typeof errors.ownElements?.message === "string" ? (
            <Text color="brick">{errors.ownElements.message}</Text>
          ) : null}
        </Box>
      ) : null}
      <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="3">
        {shipped.map((element) => (
          <Panel key={element.name} p="3">
            <Heading as="h2" fontSize="md" fontWeight="700" lineHeight="inherit">
              {element.name}{" "}
              <Text as="span" color="soft" fontWeight="400" fontSize="sm">
                {spokenFraction(element.ways[0]?.length ?? 0, TICKS_PER_BEAT)}{" "}
                {element.ways[0]?.length === TICKS_PER_BEAT ? "beat" : "beats"},{" "}
                {usedIn(figuresOf(element.name))}
              </Text>
            </Heading>
            <ElementRibbon element={element} dance={dance} />
            <InFigures names={figuresOf(element.name)} figures={figures} />
            {element.otherNames.length > 0 ? (
              <Text fontSize="sm" color="soft">
                Also {element.otherNames.join(", ")}
              </Text>
            ) : null}
          </Panel>
        ))}
      </SimpleGrid>
      {conflict}
    </Stack>
  );
}

/** The elements of a dance: those that ship, and the studio's own. */
export const ElementsPage = () => (
  <OfDance
    title="Elements"
    about="Small pieces of footwork that figures are said in, each as it is danced from the left foot"
  >
    {(props) => <ElementsOf key={props.dance.id} {...props} />}
  </OfDance>
);
