import { Box, Button, Heading, Text } from "@chakra-ui/react";
import { type DanceRecord, type FigureRecord, houseCues, type LessonSegment } from "@map-step/contract";
import { countCall } from "@map-step/core/figure";
import { Link } from "react-router";
import { Care } from "../../kit/care.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { timingOf, useSteps } from "../figures/library.ts";

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

interface Props {
  readonly part: LessonSegment;
  readonly figure: FigureRecord | undefined;
  readonly dance: DanceRecord | undefined;
  readonly onRemove: (() => void) | null;
}

/** Everything a teacher wants at hand for one part: ribbon, cues, slips, cautions, minutes by layer. */
export function PartNote({ part, figure, dance, onRemove }: Props) {
  const steps = useSteps(figure);
  const worked = part.layers
    .map(({ layer, minutes }) => `${layer === "return" ? "bring it back" : layer} ${minutes}`)
    .join(", ");
  return (
    <Box>
      <Heading as="h2" size="lg">
        {figure ? <Link to={`/figures/${figure.id}`}>{part.title}</Link> : part.title}
      </Heading>
      <Text color="soft" fontSize="sm" mb="3" className="numbers">
        {worked === "" ? `${part.minutes} minutes` : `${worked} min as planned`}
      </Text>
      {steps ? (
        <>
          <CountRibbon figure={steps} name={part.title} timing={timingOf(dance)} small />
          <Text fontFamily="heading" fontWeight="700" mt="2">
            {countCall(steps)}
          </Text>
        </>
      ) : null}
      {figure ? (
        <>
          <Sayings title="Say" lines={houseCues(figure.cues)} />
          <Sayings title="Watch for" lines={figure.slips} />
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
