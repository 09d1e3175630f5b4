import { Flex, Text } from "@chakra-ui/react";
import { type Figure, stepsOf, writtenRoles } from "@map-step/core/notation";
import { spokenCount, type Ticks } from "@map-step/core/time";
import { useMemo } from "react";

/** The counts as they are spoken, the present one large. */
export function CountLine({ figure, at }: { figure: Figure; at: Ticks }) {
  const onsets = useMemo(() => {
    const all = writtenRoles(figure).flatMap((role) => stepsOf(figure, role).map(({ onset }) => onset));
    return [...new Set(all)].sort((a, b) => a - b);
  }, [figure]);
  const now = onsets.findLast((onset) => onset <= at) ?? onsets.at(-1);
  return (
    <Flex gap="2" wrap="wrap" align="baseline" minH="3rem" fontFamily="heading" aria-hidden="true">
      {onsets.map((onset) => (
        <Text
          key={onset}
          fontWeight="700"
          lineHeight="1"
          fontSize={onset === now ? "4xl" : "xl"}
          color={onset === now ? "ink" : "soft"}
        >
          {spokenCount(onset)}
        </Text>
      ))}
    </Flex>
  );
}
