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
  /** All ways of footwork; where there is more than one, each is named. */
  readonly variants: readonly StripVariant[];
}

/** Each way has its own ground and edge, and its name below the strip. */
const GROUNDS = [
  ["pineWash", "pine2"],
  ["apricotWash", "apricot"],
  ["panel", "rule"],
] as const;
/** What is narrower than this share of the strip has no room for its tempo. */
const LEAST_SHARE = 0.16;

const inWords = (tier: Tier, ranges: readonly VariantRange<StripVariant>[], isNamed: boolean): string =>
  ranges.length === 0
    ? `${TIER_NAMES[tier]}: too fast at every tempo`
    : `${TIER_NAMES[tier]}: ${ranges.map(({ variant, from, to }) => `${isNamed ? `${variant.name}, ` : ""}${from} to ${to}`).join("; ")}`;

/** For each tier the tempi of the dance, and which way of footwork is comfortable at them; what is left is too fast. */
export function TempoStrip({ dance: { slowestBpm, fastestBpm }, ranges, own, variants }: Props) {
  const isNamed = variants.length > 1;
  const groundOf = (id: string) => {
    const at = variants.findIndex((one) => one.id === id);
    return GROUNDS[at % GROUNDS.length] ?? GROUNDS[0];
  };
  const whole = fastestBpm - slowestBpm + 1;
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
            {ranges[tier].map(({ variant, from, to }) => (
              <Flex
                key={variant.id}
                flex={to - from + 1}
                minW="0"
                align="center"
                px="1.5"
                bg={groundOf(variant.id)[0]}
                borderWidth="1px"
                borderColor={groundOf(variant.id)[1]}
                className="numbers"
                fontSize="xs"
                whiteSpace="nowrap"
                overflow="hidden"
                title={variant.name}
              >
                {(to - from + 1) / whole >= LEAST_SHARE ? `to ${to}` : ""}
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
      {isNamed ? (
        <Flex gap="3" wrap="wrap" mt="1" fontSize="sm" aria-hidden>
          {variants.map(({ id, name }) => (
            <Flex key={id} align="center" gap="1.5">
              <Box
                w="1rem"
                h="1rem"
                borderRadius="sm"
                borderWidth="1px"
                bg={groundOf(id)[0]}
                borderColor={groundOf(id)[1]}
              />
              {name}
            </Flex>
          ))}
        </Flex>
      ) : null}
    </Box>
  );
}
