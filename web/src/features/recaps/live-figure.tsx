import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { type Figure, type Role, stepsOf, writtenRoles } from "@map-step/core/notation";
import { type Dance, TICKS_PER_BEAT } from "@map-step/core/time";
import { Pause, Play } from "lucide-react";
import { type ReactNode, useMemo, useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import {
  CountLine,
  FloorView,
  LoopSelect,
  loopOf,
  SPEEDS,
  usePulse,
  useTransport,
} from "../../kit/play/index.ts";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { PaperWidth } from "../../kit/use-width.ts";
import { PracticeButton } from "../practice/practice-button.tsx";

interface Props {
  readonly show: "ribbon" | "floor";
  readonly figure: Figure;
  readonly name: string;
  /** Its name as a way to more, for whoever may go it. */
  readonly title?: ReactNode;
  readonly dance: Dance;
  /** Only this role; both where nobody is named. */
  readonly role?: Role | null;
}

/** What one role does, as a figure of its own; the whole figure where it has no such role. */
function partOf(figure: Figure, role: Role): Figure {
  if (!writtenRoles(figure).includes(role)) return figure;
  return { length: figure.length, steps: { [role]: stepsOf(figure, role) } };
}

/** What one of two columns leaves on paper, in pixels. */
const COLUMN = 310;

/** A figure in a text: its ribbon or its floor, played with clicks at a chosen speed over chosen counts. */
export function LiveFigure({ show, figure, name, title, dance, role = null }: Props) {
  const beats = figure.length / TICKS_PER_BEAT;
  const [speed, setSpeed] = useState(0.75);
  const [loop, setLoop] = useState<readonly [number, number]>([1, beats]);
  const free = figure.free === true || dance.freeTimed;
  const { playing, position, toggle } = useTransport({
    loop: useMemo(() => loopOf(figure, ...loop), [figure, loop]),
    bpm: dance.slowestBpm * speed,
    pulse: usePulse(dance.meter),
    sound: !free,
  });
  const shown = useMemo(() => (role === null ? figure : partOf(figure, role)), [figure, role]);
  return (
    <Box
      as="figure"
      aria-label={show === "floor" ? `${name}, from above` : name}
      my="3"
      p="3"
      _print={{ my: "1.5", p: "2" }}
      borderWidth="1px"
      borderColor="rule"
      borderRadius="md"
      fontSize="md"
      contentEditable={false}
      css={{ breakInside: "avoid" }}
    >
      <Text
        as="figcaption"
        fontWeight="700"
        fontSize="sm"
        css={{ "& a": { display: "inline-block", lineHeight: "1.5rem" } }}
      >
        {title ?? name}
        {show === "floor" ? ", from above" : ""}
      </Text>
      {show === "ribbon" ? (
        <PaperWidth value={COLUMN}>
          <CountRibbon figure={shown} name={name} timing={dance} at={playing ? position : undefined} />
        </PaperWidth>
      ) : (
        <Box maxW="26rem" _print={{ maxW: "7rem" }}>
          <FloorView
            figure={figure}
            name={name}
            dance={dance}
            at={position}
            camera="above"
            roles={writtenRoles(shown)}
          />
        </Box>
      )}
      <Flex className="no-print" gap="3" mt="2" wrap="wrap" align="center">
        <Button size="sm" onClick={toggle} aria-label={`${playing ? "Stop" : "Play"} ${name}`}>
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
        {free ? null : (
          <PracticeButton about={name} name={name} figure={shown} dance={dance} bpm={dance.slowestBpm} />
        )}
        {beats > 1 ? <LoopSelect inline beats={beats} loop={loop} onLoop={setLoop} /> : null}
        {playing ? <CountLine figure={figure} at={position} /> : null}
      </Flex>
    </Box>
  );
}

interface InWordsProps {
  readonly name: string;
  readonly counts?: string;
  readonly figures?: string;
}

/** Where the steps are not at hand: the counts of a figure, the figures of a sequence. */
export const CountsOnly = ({ name, counts, figures }: InWordsProps) => (
  <Text my="2" fontWeight="600">
    {name}: {counts ?? figures}
  </Text>
);
