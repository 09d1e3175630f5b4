import { Box, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { figureFacts, type TempoFacts, tempoFacts, variantRanges } from "@map-step/core/figure";
import type { Figure } from "@map-step/core/notation";
import {
  barsPerMinute,
  type LimitsByTier,
  limitsOf,
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
import { TempoStrip } from "./tempo-strip.tsx";

/** What is asked, beside what would be passed first. */
function askedText({ asked, comfortableFor, limit }: TempoFacts, limits: LimitsByTier): string {
  if (asked.changes === 0) return "No two steps follow each other.";
  const closest = Math.round(
    Math.min(asked.onBeat ?? Number.POSITIVE_INFINITY, asked.within ?? Number.POSITIVE_INFINITY),
  );
  const said = `${asked.changes.toFixed(1)} weight changes a second at most, closest steps ${closest} ms apart`;
  if (!limit) return `${said}: comfortable for everybody.`;
  const { tier, by } = limit;
  const most = limits[tier][by];
  const why =
    by === "changes"
      ? `${TIER_NAMES[tier]} dancers manage ${most} a second`
      : `${TIER_NAMES[tier]} dancers want ${most} ms ${by === "within" ? "within a triple or syncopation" : "between beats"}`;
  const [first] = comfortableFor;
  const who = first === undefined ? "too fast for every tier" : `comfortable from ${TIER_NAMES[first]} on`;
  return `${said}: ${who}; ${why}.`;
}

interface VariantsProps {
  readonly record: FigureRecord;
  readonly dance: DanceRecord;
  readonly library: readonly FigureRecord[];
}

/** For whom the figure is comfortable at which tempo, beside other footwork for it. */
function Variants({ record, dance, library }: VariantsProps) {
  const root = record.variantOfId ?? record.id;
  const family = useMemo(
    () => library.filter(({ id, variantOfId }) => id === root || variantOfId === root),
    [library, root],
  );
  const withSteps = useWithSteps(family);
  const variants = withSteps.map(({ id, figure }) => ({
    id,
    name: family.find((one) => one.id === id)?.name ?? "",
    pace: figureFacts(figure, dance).pace,
  }));
  if (variants.length === 0) return null;
  const ranges = Object.fromEntries(
    TIERS.map((tier) => [tier, variantRanges(variants, dance, tier)]),
  ) as Record<Tier, ReturnType<typeof variantRanges<(typeof variants)[number]>>>;
  const others = family.filter(({ id }) => id !== record.id);
  return (
    <>
      <TempoStrip dance={dance} ranges={ranges} own={record.tier} variants={variants} />
      {others.length > 0 ? (
        <Text fontSize="sm" mt="2">
          Other footwork for it:{" "}
          {others.map(({ id, name }, at) => (
            <span key={id}>
              {at > 0 ? ", " : ""}
              <FigureName id={id} name={name} />
            </span>
          ))}
        </Text>
      ) : null}
    </>
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
            {askedText(facts, limitsOf(dance))}
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
      {facts ? <Variants record={record} dance={dance} library={library} /> : null}
    </Panel>
  );
}
