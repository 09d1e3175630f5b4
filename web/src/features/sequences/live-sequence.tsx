import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { SequenceContent } from "@map-step/contract";
import { asOneFigure, callSheet } from "@map-step/core/sequence";
import { beatsToTicks, TICKS_PER_BEAT } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { Pause, Play } from "lucide-react";
import { useMemo, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { SPEEDS, usePulse, useTransport } from "../../kit/play/index.ts";
import { PracticeButton } from "../practice/practice-button.tsx";
import { Score } from "./score.tsx";
import { type ScoreView, useScoreView } from "./use-builder.ts";
import { itemName, lengthInWords } from "./words.ts";

interface Props {
  readonly content: SequenceContent;
  readonly library: ScoreView["library"];
  /** Large enough for a room. */
  readonly large?: boolean;
}

/** A sequence that is only read: its score, played with clicks, and what comes next said ahead. */
export function LiveSequence({ content, library, large = false }: Props) {
  const view = useScoreView(content, library);
  const { round } = view;
  const { dance, nameOf } = library;
  const [speed, setSpeed] = useState(1);
  const loop = useMemo(() => ({ from: 0, to: Math.max(1, beatsToTicks(round.beats)) }), [round.beats]);
  const { playing, position, toggle } = useTransport({
    loop,
    bpm: (content.bpm ?? dance.slowestBpm) * speed,
    pulse: usePulse(dance.meter),
    sound: !dance.freeTimed,
  });
  const calls = useMemo(
    () => callSheet(round.danced, content.phraseBeats),
    [round.danced, content.phraseBeats],
  );
  const whole = useMemo(() => asOneFigure(round.danced), [round.danced]);
  const routine = useMemo(
    () => ({ ...library, items: content.items, phraseBeats: content.phraseBeats }),
    [library, content.items, content.phraseBeats],
  );
  const beat = Math.max(0, position) / TICKS_PER_BEAT;
  const at = calls.findLastIndex(({ from }) => from <= beat);
  const now = calls[at];
  const next = calls[at + 1] ?? (content.loops ? calls[0] : undefined);
  const left = now ? Math.ceil(now.from + now.beats - beat) : 0;
  const called = (call: typeof now) =>
    call ? `${itemName(call, nameOf)}${call.times > 1 ? ` ×${call.times}` : ""}` : "";
  return (
    <Box
      as="figure"
      my="3"
      p="3"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="md"
      contentEditable={false}
      css={{ breakInside: "avoid" }}
    >
      <Flex as="figcaption" justify="space-between" gap="3" wrap="wrap" fontSize="sm" mb="2">
        <Text fontWeight="700">{content.name}</Text>
        <Text color="soft" className="numbers">
          {lengthInWords(round, round)}
          {content.loops ? ", goes round" : ""}
        </Text>
      </Flex>
      {now ? (
        <Flex
          gap="4"
          align="baseline"
          wrap="wrap"
          mb="2"
          className="no-print"
          minH={large ? "4rem" : "2.5rem"}
        >
          <Text fontFamily="heading" fontWeight="700" fontSize={large ? "4xl" : "2xl"} lineHeight="1.1">
            {called(now)}
          </Text>
          <Text color="soft" fontSize={large ? "2xl" : "md"} className="numbers">
            {next ? `next: ${called(next)} in ${counted(left, "count")}` : "the end"}
          </Text>
        </Flex>
      ) : null}
      <Flex className="no-print" gap="3" mb="3" wrap="wrap" align="center">
        <Button
          size={large ? "lg" : "sm"}
          onClick={toggle}
          aria-label={`${playing ? "Stop" : "Play"} ${content.name}`}
        >
          {playing ? <Pause aria-hidden /> : <Play aria-hidden />}
          {playing ? "Stop" : "Play"}
        </Button>
        <ChoiceButtons
          label="Speed"
          hideLabel
          choices={SPEEDS}
          isChosen={(one) => one === speed}
          onChoose={setSpeed}
        />
        {whole && !dance.freeTimed ? (
          <PracticeButton
            size={large ? "lg" : "sm"}
            about={content.name}
            name={content.name}
            figure={whole}
            dance={dance}
            bpm={content.bpm ?? dance.slowestBpm}
            routine={routine}
            draw={(at) => <Score view={view} at={at} />}
          />
        ) : null}
      </Flex>
      <Score view={view} at={playing || position > 0 ? position : undefined} />
    </Box>
  );
}
