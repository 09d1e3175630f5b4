import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { type DanceRecord, type FigureRecord, houseCues, type LessonSegment } from "@map-step/contract";
import { countCall, sidesInWords } from "@map-step/core/figure";
import { guideOf, type Stage } from "@map-step/core/lesson";
import { minutesAndSeconds } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { Link } from "react-router";
import { CallWords } from "../../kit/call-words.tsx";
import { Care } from "../../kit/care.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { FigureName } from "../figures/figure-name.tsx";
import { timingOf, useSteps } from "../figures/library.ts";
import { RoutineState } from "../sequences/routine-state.tsx";

function Sayings({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Box mt="3">
      <Heading as="h3" size="sm" color="soft">
        {title}
      </Heading>
      {lines.map((line) => (
        <Text key={line} mt="1">
          {line}
        </Text>
      ))}
    </Box>
  );
}

/** What to do in the part, one thing after the other. */
function Stages({ stages }: { stages: readonly Stage[] }) {
  if (stages.length === 0) return null;
  return (
    <Box mt="3">
      <Heading as="h3" size="sm" color="soft">
        Do
      </Heading>
      <Box as="ol" listStyleType="none">
        {stages.map(({ text, seconds, bpm }) => (
          <Flex as="li" key={`${text} ${bpm}`} gap="2" mt="1" fontSize="sm">
            <Text className="numbers" color="soft" w="2.2rem" flexShrink="0">
              {minutesAndSeconds(seconds)}
            </Text>
            <Text flex="1">
              {text}
              {bpm ? ` (${bpm} bpm)` : ""}
            </Text>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

interface Props {
  readonly part: LessonSegment;
  readonly figure: FigureRecord | undefined;
  readonly dance: DanceRecord | undefined;
  /** The tempo that the level goes to, in beats per minute. */
  readonly bpm: number;
  /** Names of the look-alikes told apart here, or of the chain. */
  readonly others: readonly string[];
  readonly onRemove: (() => void) | null;
}

/** Everything a teacher wants at hand for one part: ribbon, cues, slips, cautions, minutes by layer. */
export function PartNote({ part, figure, dance, bpm, others, onRemove }: Props) {
  const steps = useSteps(figure);
  const worked = part.layers
    .map(({ layer, minutes }) => `${layer === "return" ? "bring it back" : layer} ${minutes}`)
    .join(", ");
  return (
    <Box>
      <Heading as="h2" size="lg">
        {figure ? <FigureName id={figure.id} name={part.title} /> : part.title}
      </Heading>
      <Text color="soft" fontSize="sm" mb="3" className="numbers">
        {worked === "" ? counted(part.minutes, "minute") : `${worked} min as planned`}
      </Text>
      {steps ? (
        <>
          <CountRibbon figure={steps} name={part.title} timing={timingOf(dance)} small />
          <Text fontFamily="heading" fontWeight="700" mt="2">
            {countCall(steps)}
          </Text>
          {dance ? <CallWords figure={steps} dance={dance} /> : null}
        </>
      ) : null}
      {others.length > 0 ? (
        <Text mt="2">{others.join(part.kind === "contrast" ? " against " : ", then ")}</Text>
      ) : null}
      <Flex gap="2" mt="2" wrap="wrap" className="no-print">
        {part.sequenceId ? (
          <Button asChild size="sm" variant="outline">
            <Link to={`/sequences/${part.sequenceId}`}>Open the routine</Link>
          </Button>
        ) : null}
        {part.sequenceId || (figure && steps && !steps.free) ? (
          <Button asChild size="sm" variant="outline">
            <Link
              to={
                part.sequenceId ? `/practice/sequences/${part.sequenceId}` : `/practice/figures/${figure?.id}`
              }
            >
              Practise
            </Link>
          </Button>
        ) : null}
      </Flex>
      {steps && sidesInWords(steps) ? (
        <Text mt="2" fontSize="sm">
          {sidesInWords(steps)}
        </Text>
      ) : null}
      {part.sequenceId && dance ? <RoutineState id={part.sequenceId} dance={dance} /> : null}
      {dance ? <Stages stages={guideOf({ segment: part, steps, dance, bpm })} /> : null}
      {figure ? (
        <>
          <Sayings title="Say" lines={houseCues(figure.cues)} />
          <Sayings title="Watch for" lines={figure.slips} />
          <Sayings title="Exercises" lines={figure.exercises} />
          <Box mt="4">
            <Care cautions={figure.cautions} show={figure.kind === "show"} />
          </Box>
        </>
      ) : null}
      {onRemove ? (
        <Button size="sm" variant="outline" mt="4" onClick={onRemove}>
          Take out of this lesson
        </Button>
      ) : null}
    </Box>
  );
}
