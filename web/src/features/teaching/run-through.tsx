import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { SLOW_SHARE, watchInWords } from "@map-step/core/lesson";
import type { Figure } from "@map-step/core/notation";
import { TICKS_PER_BEAT } from "@map-step/core/time";
import { ChevronLeft, ChevronRight, Pause, Play } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { CountLine, usePulse, useTransport } from "../../kit/play/index.ts";
import { CountRibbon } from "../../kit/ribbon/index.ts";

interface Walked {
  readonly figure: FigureRecord;
  readonly steps: Figure;
}

interface Props {
  readonly figures: readonly Walked[];
  readonly dance: DanceRecord;
  /** At speed, in beats per minute. */
  readonly bpm: number;
}

/** Goes through figures by itself: each counted in and danced once slowly, then once at speed, then the next. */
export function RunThrough({ figures, dance, bpm }: Props) {
  const runs = useMemo(
    () => figures.flatMap((one) => [Math.round(bpm * SLOW_SHARE), bpm].map((tempo) => ({ ...one, tempo }))),
    [figures, bpm],
  );
  const [at, setAt] = useState(0);
  const run = runs[at];
  const length = run?.steps.length ?? TICKS_PER_BEAT;
  const pulse = usePulse(dance.meter, dance.meter);
  const loop = useMemo(() => ({ from: 0, to: length }), [length]);
  const { playing, position, beats, countingIn, toggle } = useTransport({
    loop,
    bpm: run?.tempo ?? bpm,
    pulse,
    sound: !dance.freeTimed,
  });
  const isOver = beats !== null && beats * TICKS_PER_BEAT >= length;
  const wasOver = useRef(false);
  useEffect(() => {
    // Until the next run is under way, the beats are still those of the one before.
    const ends = isOver && !wasOver.current;
    wasOver.current = isOver;
    if (!ends) return;
    if (at + 1 < runs.length) setAt(at + 1);
    else {
      toggle();
      setAt(0);
    }
  }, [isOver, at, runs.length, toggle]);
  if (!run) return null;
  const next = runs.slice(at + 1).find(({ figure }) => figure.id !== run.figure.id);
  const jump = (by: -1 | 1) => {
    const to = Math.floor(at / 2) + by;
    if (to >= 0 && to < figures.length) setAt(to * 2);
  };
  return (
    <Box
      as="section"
      aria-label="Walk-through"
      p="3"
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="lg"
    >
      <Flex gap="4" align="baseline" wrap="wrap" mb="2">
        <Text fontFamily="heading" fontWeight="700" fontSize="4xl" lineHeight="1.1">
          {Math.floor(at / 2) + 1}. {run.figure.name}
        </Text>
        <Text fontSize="xl" className="numbers" aria-live="polite">
          {at % 2 === 0 ? "slowly" : "at speed"}, {run.tempo} beats a minute
          {countingIn > 0 ? `; begins in ${countingIn}` : ""}
        </Text>
        {next ? (
          <Text fontSize="xl" color="soft">
            next: {next.figure.name}
          </Text>
        ) : null}
      </Flex>
      <CountRibbon figure={run.steps} name={run.figure.name} timing={dance} at={position} />
      <Flex gap="2" mt="2" wrap="wrap" align="center">
        <Button
          size="lg"
          variant="outline"
          bg="panel"
          aria-label="The figure before"
          onClick={() => jump(-1)}
        >
          <ChevronLeft aria-hidden />
        </Button>
        <Button size="lg" onClick={toggle}>
          {playing ? <Pause aria-hidden /> : <Play aria-hidden />}
          {playing ? "Stop" : "Go through it"}
        </Button>
        <Button size="lg" variant="outline" bg="panel" aria-label="The figure after" onClick={() => jump(1)}>
          <ChevronRight aria-hidden />
        </Button>
        {playing ? <CountLine figure={run.steps} at={position} /> : null}
      </Flex>
      {run.figure.slips.length > 0 ? (
        <Text fontSize="lg" mt="2">
          Watch for: {watchInWords(run.figure.slips)}
        </Text>
      ) : null}
    </Box>
  );
}
