import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { readElement, readingOf } from "@map-step/core/element";
import {
  type Element,
  type Figure,
  faultText,
  isWeightAction,
  otherSide,
  stepsOf,
} from "@map-step/core/notation";
import { asOneFigure } from "@map-step/core/sequence";
import { type OwnElement, ticksToBeats } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { AreaField, TextField } from "../../kit/fields.tsx";
import { Panel } from "../../kit/page.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { PracticeButton } from "../practice/practice-button.tsx";

/** An element over and over: where it ends on the other foot, once from each. */
function roundOfElement(figure: Figure): Figure {
  const steps = stepsOf(figure, "solo").filter(({ action }) => isWeightAction(action)).length;
  const sides = steps % 2 === 0 ? [figure] : [figure, otherSide(figure)];
  const beats = ticksToBeats(figure.length);
  return asOneFigure(sides.map((one, at) => ({ figure: one, from: at * beats, beats }))) ?? figure;
}

/** An element as it is danced from the left foot, to be practised. */
export const ElementRibbon = ({ element, dance }: { element: Element; dance: DanceRecord }) => {
  const [way] = element.ways;
  const figure = useMemo(() => ({ length: way?.length ?? 24, steps: { solo: way?.steps ?? [] } }), [way]);
  const round = useMemo(() => roundOfElement(figure), [figure]);
  return way && way.steps.length > 0 ? (
    <>
      <CountRibbon figure={figure} name={element.name} timing={dance} small />
      {dance.freeTimed ? null : (
        <PracticeButton
          size="xs"
          about={`${dance.name} ${element.name}`}
          name={element.name}
          figure={round}
          dance={dance}
          bpm={dance.slowestBpm}
        />
      )}
    </>
  ) : null;
};

/** In how many figures something is danced, in words. */
export const usedIn = (figures: readonly string[]): string =>
  figures.length === 0 ? "in no figure yet" : `in ${counted(figures.length, "figure")}`;

/** Names beside each other in one field. */
const namesOf = (text: string): string[] =>
  text
    .split(",")
    .map((name) => name.trim())
    .filter(Boolean);

interface OtherNamesProps {
  readonly value: readonly string[];
  readonly error: string | undefined;
  readonly onChange: (names: string[]) => void;
}

/** Other names, set apart by commas. */
export const OtherNames = ({ value, error, onChange }: OtherNamesProps) => (
  <TextField
    key={value.join()}
    label="Other names"
    help="Set apart by commas"
    error={error}
    defaultValue={value.join(", ")}
    onBlur={({ target }) => onChange(namesOf(target.value))}
  />
);

interface Props {
  readonly element: OwnElement;
  readonly dance: DanceRecord;
  /** Names of the figures that are danced with it. */
  readonly figures: readonly string[];
  readonly errorAt: (field: keyof OwnElement) => string | undefined;
  readonly onChange: (element: OwnElement) => void;
  readonly onRemove: () => void;
}

/** An element of the studio's own: names and steps, the ribbon that they make, and what a change of it changes. */
export function ElementFields({ element, dance, figures, errorAt, onChange, onRemove }: Props) {
  const { element: read, faults } = useMemo(() => readElement(element, readingOf(dance)), [element, dance]);
  const [fault] = element.steps.trim() === "" ? [] : faults;
  return (
    <Panel>
      <Flex gap="4" direction={{ base: "column", md: "row" }}>
        <Box flex="1">
          <TextField
            label="Name"
            value={element.name}
            error={errorAt("name")}
            onChange={({ target }) => onChange({ ...element, name: target.value })}
          />
          <Box mt="3">
            <OtherNames
              value={element.otherNames}
              error={errorAt("otherNames")}
              onChange={(otherNames) => onChange({ ...element, otherNames })}
            />
          </Box>
        </Box>
        <Box flex="1">
          <AreaField
            label="Steps, from the left foot"
            help="A step a line; “go” before a direction that may be said with it"
            placeholder={"1 L go back\n2 R replace"}
            rows={4}
            value={element.steps}
            error={errorAt("steps") ?? (fault ? `Line ${fault.line}: ${faultText(fault)}` : undefined)}
            onChange={({ target }) => onChange({ ...element, steps: target.value })}
          />
        </Box>
        <Box flex="1.2" minW="0">
          {fault ? null : <ElementRibbon element={read} dance={dance} />}
          <Text fontSize="sm" color="soft" mt="2">
            {figures.length === 0
              ? "No figure names it yet."
              : `A change of it changes ${figures.slice(0, 4).join(", ")}${figures.length > 4 ? ` and ${counted(figures.length - 4, "more figure")}` : ""}.`}
          </Text>
          <Button size="sm" variant="outline" mt="2" onClick={onRemove}>
            Take it out
          </Button>
        </Box>
      </Flex>
    </Panel>
  );
}
