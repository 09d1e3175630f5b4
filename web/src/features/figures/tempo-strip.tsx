import { Box, Flex, Text } from "@chakra-ui/react";
import type { VariantRange } from "@map-step/core/figure";
import { type Dance, TIER_NAMES, TIERS, type Tier } from "@map-step/core/time";

/** One way of footwork among those of a figure. */
export interface StripVariant {
  readonly id: string;
  readonly name: string;
}

interface Props {
  readonly dance: Pick<Dance, "slowestBpm" | "fastestBpm">;
  /** For each tier which way is comfortable at which tempi, slowest first. */
  readonly ranges: Readonly<Record<Tier, readonly VariantRange<StripVariant>[]>>;
  /** The tier of the figure. */
  readonly own: Tier;
  /** Whether there is more than one way, so that each is named. */
  readonly isNamed: boolean;
}

const inWords = (tier: Tier, ranges: readonly VariantRange<StripVariant>[], isNamed: boolean): string =>
  ranges.length === 0
    ? `${TIER_NAMES[tier]}: too fast at every tempo`
    : `${TIER_NAMES[tier]}: ${ranges.map(({ variant, from, to }) => `${isNamed ? `${variant.name}, ` : ""}${from} to ${to}`).join("; ")}`;

/** For each tier the tempi of the dance, and which way of footwork is comfortable at them; what is left is too fast. */
export function TempoStrip({ dance: { slowestBpm, fastestBpm }, ranges, own, isNamed }: Props) {
  return (
    <Box mt="4">
      <Text fontWeight="700" mb="1">
        Comfortable for whom, in beats per minute
      </Text>
      {TIERS.map((tier) => (
        <Flex
          key={tier}
          align="center"
          gap="2"
          mb="1"
          role="img"
          aria-label={inWords(tier, ranges[tier], isNamed)}
        >
          <Text w="6.5rem" flexShrink="0" fontSize="sm" fontWeight={tier === own ? "700" : "400"}>
            {TIER_NAMES[tier]}
          </Text>
          <Flex flex="1" h="1.6rem" borderRadius="sm" overflow="hidden" bg="sunk" gap="2px">
            {ranges[tier].map(({ variant, from, to }, at) => (
              <Flex
                key={variant.id}
                flex={to - from + 1}
                minW="0"
                align="center"
                px="1.5"
                bg={at % 2 === 0 ? "pineWash" : "apricotWash"}
                borderWidth="1px"
                borderColor={at % 2 === 0 ? "pine2" : "apricot"}
                className="numbers"
                fontSize="xs"
                whiteSpace="nowrap"
                overflow="hidden"
                title={variant.name}
              >
                {isNamed ? `${variant.name} ` : ""}
                {`to ${to}`}
              </Flex>
            ))}
            <Box flex={Math.max(0, fastestBpm - (ranges[tier].at(-1)?.to ?? slowestBpm - 1))} />
          </Flex>
        </Flex>
      ))}
      <Flex ps="7rem" justify="space-between" fontSize="xs" color="soft" className="numbers" aria-hidden>
        <span>{slowestBpm}</span>
        <span>{fastestBpm}</span>
      </Flex>
    </Box>
  );
}
