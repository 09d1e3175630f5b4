import { Button, Flex, Text } from "@chakra-ui/react";
import type { Figure } from "@map-step/core/notation";
import { counted } from "@map-step/core/words";
import { Pause, Play } from "lucide-react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { SHORT_SCREEN } from "../../kit/page.tsx";
import { CountLine } from "../../kit/play/index.ts";
import { type PracticeState, SPOKEN } from "./use-practice.ts";

interface Props {
  readonly practice: PracticeState;
  readonly name: string;
  readonly figure: Figure;
}

/** Start and stop, the count, the voice, and where one taps. */
export function PlayRow({ practice, name, figure }: Props) {
  const { transport, caller, voice, spoken, isTapped, taps } = practice;
  const { playing, countingIn, musicCount, position, beganAt, toggle } = transport;
  return (
    <>
      {/* On a phone it stays under the thumb, above the rail. */}
      <Flex
        gap={{ base: "2", md: "4" }}
        mt="3"
        py={{ base: "2", md: "0" }}
        align="center"
        wrap="wrap"
        bg="panel"
        position={{ base: "sticky", md: "static" }}
        bottom="16"
        zIndex="1"
        css={{ [SHORT_SCREEN]: { position: "static" } }}
      >
        <Button size="lg" onClick={toggle} aria-label={`${playing ? "Stop" : "Start"} ${name}`}>
          {playing ? <Pause aria-hidden /> : <Play aria-hidden />}
          {playing ? "Stop" : "Start"}
        </Button>
        <Text fontFamily="heading" fontWeight="700" fontSize="4xl" lineHeight="1" minW="3rem" aria-hidden>
          {countingIn > 0 ? `–${countingIn}` : (musicCount ?? "")}
        </Text>
        {playing && !caller.called ? <CountLine figure={figure} at={position} /> : null}
        {voice.isThere ? (
          <ChoiceButtons
            label="Spoken"
            choices={SPOKEN.filter((value) => value !== "figures" || caller.called).map((value) => ({
              value,
              label: value,
            }))}
            isChosen={(one) => one === spoken}
            onChoose={practice.setSpoken}
          />
        ) : (
          <Text fontSize="xs" color="soft">
            This device has no voice; what it would say is shown.
          </Text>
        )}
      </Flex>
      {isTapped && playing ? (
        <Button
          mt="3"
          w="full"
          h="8rem"
          variant="outline"
          fontSize="2xl"
          data-began-at={beganAt}
          onPointerDown={(event) => taps.tap(event.timeStamp)}
        >
          Tap here: {counted(taps.count, "tap")}
        </Button>
      ) : null}
    </>
  );
}
