import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { type DanceRecord, type FigureRecord, houseCues, type LessonSegment } from "@map-step/contract";
import { countCall, sidesInWords } from "@map-step/core/figure";
import { guideOf, SEGMENT_NAMES, type Stage, tempoLadder, watchInWords } from "@map-step/core/lesson";
import type { Figure } from "@map-step/core/notation";
import { barsPerMinute, minutesAndSeconds } from "@map-step/core/time";
import { useMemo } from "react";
import { CallWords } from "../../kit/call-words.tsx";
import { Care } from "../../kit/care.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { RoutineState } from "../sequences/routine-state.tsx";
import { DanceInClass } from "./dance.tsx";
import { RoutineInClass } from "./routine.tsx";
import { RunThrough } from "./run-through.tsx";

/** What to do in this part, the stage whose time it is marked. */
function Stages({ stages, inPart, meter }: { stages: readonly Stage[]; inPart: number; meter: number }) {
  let end = 0;
  const ends = stages.map(({ seconds }) => {
    end += seconds;
    return end;
  });
  const now = ends.findIndex((until) => inPart < until);
  return (
    <Stack as="ol" listStyleType="none" gap="1" aria-label="What to do">
      {stages.map(({ text, seconds, bpm }, index) => (
        <Flex
          as="li"
          key={`${text} ${bpm}`}
          gap="3"
          px="3"
          py="1.5"
          borderRadius="md"
          bg={index === now ? "apricotWash" : "transparent"}
          fontWeight={index === now ? "700" : "400"}
          aria-current={index === now ? "step" : undefined}
        >
          <Text className="numbers" color="soft" w="3rem" flexShrink="0">
            {minutesAndSeconds(seconds)}
          </Text>
          <Text flex="1">
            {text}
            {bpm ? ` (${bpm} bpm, ${barsPerMinute(bpm, meter)} bars per minute)` : ""}
          </Text>
        </Flex>
      ))}
    </Stack>
  );
}

const Lines = ({ title, lines }: { title: string; lines: readonly string[] }) =>
  lines.length === 0 ? null : (
    <Box flex="1" minW="14rem">
      <Heading as="h3" size="sm" color="soft">
        {title}
      </Heading>
      {lines.map((line) => (
        <Text key={line} fontSize="lg" lineHeight="1.35" mt="1">
          {line}
        </Text>
      ))}
    </Box>
  );

interface Props {
  readonly part: LessonSegment;
  readonly figure: FigureRecord | undefined;
  readonly steps: Figure | null;
  /** The look-alikes that are told apart here, or the chain that is danced. */
  readonly others: readonly { readonly figure: FigureRecord; readonly steps: Figure | null }[];
  readonly dance: DanceRecord;
  readonly bpm: number;
  readonly inPart: number;
}

/** The present part, large: what to do, the figure in time, what to say, what to watch for. */
export function PartNow({ part, figure, steps, others, dance, bpm, inPart }: Props) {
  const stages = guideOf({ segment: part, steps, dance, bpm });
  const tempi = steps ? tempoLadder(steps, dance, bpm).map((rung) => rung.bpm) : [];
  const all = [figure, ...others.map((other) => other.figure)];
  const cautions = [...new Set([...part.cautions, ...all.flatMap((one) => one?.cautions ?? [])])];
  const danced = others.filter(({ steps: own }) => own !== null);
  const walked = useMemo(
    () => others.flatMap((one) => (one.steps && !one.steps.free ? [{ ...one, steps: one.steps }] : [])),
    [others],
  );
  return (
    <Stack gap="4">
      <Box>
        <Text color="soft">
          {SEGMENT_NAMES[part.kind]}, {part.minutes} min
        </Text>
        <Heading as="h1" size={{ base: "3xl", md: "5xl" }} lineHeight="1.05">
          {part.title}
        </Heading>
      </Box>
      <Care cautions={cautions} show={figure?.kind === "show"} />
      {steps ? (
        <DanceInClass key={part.id} figure={steps} name={part.title} dance={dance} tempi={tempi} />
      ) : null}
      {part.sequenceId ? (
        <>
          <RoutineState id={part.sequenceId} dance={dance} />
          <RoutineInClass id={part.sequenceId} dance={dance} />
        </>
      ) : null}
      {steps ? <CallWords figure={steps} dance={dance} /> : null}
      {steps && sidesInWords(steps) ? <Text fontWeight="600">{sidesInWords(steps)}</Text> : null}
      {part.kind === "own" && walked.length > 0 ? (
        <RunThrough key={part.id} figures={walked} dance={dance} bpm={bpm} />
      ) : null}
      {danced.map((other, index) =>
        other.steps ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: a chain may come back to a figure; its place tells it apart
          <Box key={`${index} ${other.figure.id}`}>
            <Text fontWeight="700">
              {part.kind === "contrast" ? "" : `${index + 1}. `}
              {other.figure.name}{" "}
              <Text as="span" color="soft" fontWeight="400">
                {countCall(other.steps)}
              </Text>
            </Text>
            {part.kind !== "contrast" && other.figure.slips.length > 0 ? (
              <Text color="soft">Watch for: {watchInWords(other.figure.slips)}</Text>
            ) : null}
            {part.kind === "contrast" ? (
              <CountRibbon figure={other.steps} name={other.figure.name} timing={dance} />
            ) : null}
          </Box>
        ) : null,
      )}
      <Stages stages={stages} inPart={inPart} meter={dance.meter} />
      <Flex gap="4" wrap="wrap">
        <Lines title="Say" lines={figure ? houseCues(figure.cues) : []} />
        <Lines title="Watch for" lines={figure?.slips ?? []} />
      </Flex>
    </Stack>
  );
}
