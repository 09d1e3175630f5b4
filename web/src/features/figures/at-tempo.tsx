import { Box, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { figureFacts, tempoFacts, variantRanges } from "@map-step/core/figure";
import type { Figure } from "@map-step/core/notation";
import {
  barsPerMinute,
  minutesAndSeconds,
  readMinutesAndSeconds,
  songFit,
  TIER_NAMES,
  TIERS,
  type Tier,
  ticksToBeats,
} from "@map-step/core/time";
import { useMemo, useState } from "react";
import { TextField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { FigureName } from "./figure-name.tsx";
import { useWithSteps } from "./really-new.tsx";

const comfortText = (tiers: readonly Tier[]): string => {
  if (tiers.length === TIERS.length) return "comfortable for everybody";
  const [first] = tiers;
  return first === undefined
    ? "too fast for comfort in any tier"
    : `comfortable from ${TIER_NAMES[first]} on`;
};

interface VariantsProps {
  readonly record: FigureRecord;
  readonly dance: DanceRecord;
  readonly library: readonly FigureRecord[];
}

/** Other footwork for the same figure, and the tempo that each suits. */
function Variants({ record, dance, library }: VariantsProps) {
  const root = record.variantOfId ?? record.id;
  const family = useMemo(
    () => library.filter(({ id, variantOfId }) => id === root || variantOfId === root),
    [library, root],
  );
  const withSteps = useWithSteps(family);
  if (family.length < 2) return null;
  const variants = withSteps.map(({ id, figure }) => {
    const { roles, shortestGap } = figureFacts(figure, dance);
    return { id, steps: Math.max(...roles.map(({ steps }) => steps)), shortestGap };
  });
  const ranges = variantRanges(variants, dance, record.tier);
  const rangeOf = (id: string) => ranges.find(({ variant }) => variant.id === id);
  return (
    <Box mt="4">
      <Text fontWeight="700">Footwork to choose from, for the {TIER_NAMES[record.tier]}</Text>
      {family.map(({ id, name }) => {
        const range = rangeOf(id);
        return (
          <Flex key={id} gap="2" justify="space-between" className="numbers">
            {id === record.id ? <Text>{name}</Text> : <FigureName id={id} name={name} />}
            <Text color="soft" textAlign="right">
              {range ? `best at ${range.from} to ${range.to} bpm` : "a simpler form"}
            </Text>
          </Flex>
        );
      })}
    </Box>
  );
}

interface Props extends VariantsProps {
  readonly figure: Figure;
  readonly bpm: number;
}

/** The figure at the tempo that is played, and how it fits into a song. */
export function AtTempo({ record, figure, dance, library, bpm }: Props) {
  const [length, setLength] = useState("3:00");
  const facts = tempoFacts(figure, dance, Math.max(1, bpm || 1));
  const seconds = readMinutesAndSeconds(length);
  const fit = seconds && facts ? songFit(ticksToBeats(figure.length), facts.bpm, seconds) : null;
  return (
    <Panel>
      <PanelTitle>At {bpm || 1} beats per minute</PanelTitle>
      {facts ? (
        <>
          <Text className="numbers" mb="1">
            {barsPerMinute(facts.bpm, dance.meter)} bars per minute; once through takes{" "}
            {facts.seconds.toFixed(1)} s.
          </Text>
          <Text className="numbers" mb="3">
            {facts.shortestGapMs === null
              ? "No two steps follow each other."
              : `Closest steps ${facts.shortestGapMs} ms apart: ${comfortText(facts.comfortableFor)}.`}
          </Text>
          <Flex gap="3" align="flex-end" className="no-print">
            <Box w="6rem" flexShrink="0">
              <TextField
                label="Song length"
                size="sm"
                value={length}
                error={seconds === null ? "Such as 3:05" : undefined}
                onChange={({ target }) => setLength(target.value)}
              />
            </Box>
            <Text fontSize="sm" pb="1.5" className="numbers">
              {fit
                ? `${fit.loops} times (${minutesAndSeconds(fit.loops * facts.seconds)}), ${fit.beatsLeft} ${fit.beatsLeft === 1 ? "beat" : "beats"} left over`
                : ""}
            </Text>
          </Flex>
        </>
      ) : (
        <Text color="soft">No fixed beat; there is no tempo to keep.</Text>
      )}
      <Variants record={record} dance={dance} library={library} />
    </Panel>
  );
}
