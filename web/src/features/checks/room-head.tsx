import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { longDay } from "../../kit/dates.ts";
import { OutboxBadge } from "../../kit/outbox-badge.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { Silence } from "../../kit/silence.tsx";
import { sending } from "./seen-outbox.ts";
import { type RoomState, WAYS } from "./use-room.ts";
import { LAYER_WORDS } from "./words.ts";

/** How is marked, and whether it is safe. */
export function RoomHead({ board, check, offline, way, setWay }: RoomState) {
  return (
    <>
      <Flex justify="space-between" align="center" gap="2" wrap="wrap" mb="2">
        <ChoiceButtons
          label="Mark"
          hideLabel
          choices={WAYS}
          isChosen={(one) => one === way}
          onChoose={setWay}
        />
        <Flex gap="3" align="center">
          {offline ? (
            <Text color="soft" fontSize="sm">
              Works without a network from here on
            </Text>
          ) : null}
          <Box display={{ base: "block", md: "none" }}>
            <Silence />
          </Box>
          <OutboxBadge of={sending} edit={board.seen} />
        </Flex>
      </Flex>
      {check.heldOn > board.today ? (
        <Text bg="apricotWash" px="3" py="1" borderRadius="md" mb="2">
          This check is dated {longDay(check.heldOn)}. What is marked here counts from that day on.
        </Text>
      ) : null}
    </>
  );
}

/** The routine and the rest of what is looked at, one of it chosen. */
export function RoomStrip({ board, strip, figureId, inRoutine, setAt, layer, steps }: RoomState) {
  return (
    <>
      <Flex gap="1" overflowX="auto" pb="2" mb="2" role="group" aria-label="The routine">
        {strip.map((id, index) => (
          <Button
            key={id}
            size="sm"
            flexShrink="0"
            variant={id === figureId ? "solid" : "outline"}
            bg={id === figureId ? undefined : "panel"}
            aria-pressed={id === figureId}
            borderStyle={inRoutine.includes(id) ? "solid" : "dashed"}
            onClick={() => setAt(index)}
          >
            {board.nameOf(id)}
          </Button>
        ))}
      </Flex>
      <Text color="soft" fontSize="sm" mb="3">
        {board.nameOf(figureId)}, {LAYER_WORDS[layer]}
      </Text>
      {steps ? (
        <Box mb="3" display={{ base: "none", md: "block" }}>
          <CountRibbon figure={steps} name={board.nameOf(figureId)} timing={board.dance} small />
        </Box>
      ) : null}
    </>
  );
}
