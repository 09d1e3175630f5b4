import { Box, Text } from "@chakra-ui/react";
import { type Warning, warningsOf } from "@map-step/core/figure";
import type { Figure } from "@map-step/core/notation";
import type { Dance } from "@map-step/core/time";
import { useMemo } from "react";

interface Props {
  readonly figure: Figure;
  readonly dance: Dance;
  /** The other figures of the dance, for what could go on from here. */
  readonly others: readonly Figure[];
}

/** What a teacher would say of a figure as it is written, each with a way out. */
export function Warnings({ figure, dance, others }: Props) {
  const warnings = useMemo(() => warningsOf(figure, dance, others), [figure, dance, others]);
  return warnings.map(({ text, wayOut }: Warning) => (
    <Box
      key={text}
      bg="apricotWash"
      borderLeftWidth="4px"
      borderColor="apricot"
      borderRadius="sm"
      p="2"
      mb="2"
      fontSize="sm"
    >
      <Text>{text}</Text>
      <Text color="soft">{wayOut}</Text>
    </Box>
  ));
}
