import { Button, Flex, Text } from "@chakra-ui/react";
import { MARK_NAMES } from "@map-step/core/check";
import type { SeenEdit } from "./use-seen.ts";

interface Props {
  readonly seen: SeenEdit;
  readonly nameOf: (figureId: string) => string;
  readonly dancerOf: (studentId: string) => string;
}

/** What the studio could not take, with the reason; it stays here until somebody decides. */
export function RefusedSeen({ seen, nameOf, dancerOf }: Props) {
  if (seen.refused.length === 0) return null;
  return (
    <Flex
      role="alert"
      direction="column"
      gap="2"
      mb="4"
      p="3"
      bg="brickWash"
      borderLeftWidth="4px"
      borderColor="brick"
      borderRadius="md"
    >
      {seen.refused.map((held) => (
        <Flex key={held.order} gap="3" align="center" wrap="wrap">
          <Text flex="1" minW="14rem">
            Not taken by the studio: {nameOf(held.entry.figureId)},{" "}
            {held.entry.kind === "seen"
              ? `${dancerOf(held.entry.studentId)} ${held.entry.mark ? MARK_NAMES[held.entry.mark] : "taken back"}`
              : held.entry.text}
            . {held.why}
          </Text>
          <Button size="sm" variant="outline" onClick={() => void seen.again(held)}>
            Try again
          </Button>
          <Button size="sm" variant="outline" onClick={() => void seen.dismiss(held)}>
            Discard it
          </Button>
        </Flex>
      ))}
    </Flex>
  );
}
