import { Button, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Something that the studio could not take, and what can be done about it. */
export interface RefusedLine {
  readonly order: number;
  readonly text: string;
  readonly again: () => void;
  readonly discard: () => void;
  /** More that can be done. */
  readonly more?: ReactNode;
}

/** What the studio could not take, with the reason; it stays here until somebody decides. */
export function RefusedList({ lines }: { lines: readonly RefusedLine[] }) {
  if (lines.length === 0) return null;
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
      {lines.map(({ order, text, again, discard, more }) => (
        <Flex key={order} gap="3" align="center" wrap="wrap">
          <Text flex="1" minW="14rem">
            Not taken by the studio: {text}
          </Text>
          <Button size="sm" variant="outline" onClick={again}>
            Try again
          </Button>
          {more}
          <Button size="sm" variant="outline" onClick={discard}>
            Discard it
          </Button>
        </Flex>
      ))}
    </Flex>
  );
}
