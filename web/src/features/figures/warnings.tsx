import { Box, Text } from "@chakra-ui/react";
import { coupleInWords } from "@map-step/core/couple";
import { warningsOf } from "@map-step/core/figure";
import type { Figure } from "@map-step/core/notation";
import type { Dance } from "@map-step/core/time";
import { useMemo } from "react";
import { preciseLengthText } from "../../kit/lengths.ts";
import { useCouple } from "../../kit/use-couple.ts";

interface Props {
  readonly figure: Figure;
  readonly dance: Dance;
  /** The other figures of the dance, for what could go on from here. */
  readonly others: readonly Figure[];
}

/** What a teacher would say of a figure as it is written, each with a way out. */
export function Warnings({ figure, dance, others }: Props) {
  const warnings = useMemo(() => warningsOf(figure, dance, others), [figure, dance, others]);
  const couple = useCouple(figure, dance);
  const said = couple && coupleInWords(couple, figure, preciseLengthText);
  const all = said?.tone === "warning" ? [...warnings, said] : warnings;
  return all.map(({ text, wayOut }) => (
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
