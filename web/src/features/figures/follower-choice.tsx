import { Box, chakra, SimpleGrid, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { type Figure, type FollowerBy, stepsOf } from "@map-step/core/notation";
import { CountRibbon } from "../../kit/ribbon/index.ts";

const RULES: readonly { readonly by: FollowerBy; readonly title: string; readonly about: string }[] = [
  {
    by: "opposite",
    title: "The opposite",
    about: "The other foot; forward answers back; both turn the same way round.",
  },
  {
    by: "image",
    title: "The image",
    about: "The other foot, the same directions, turns the other way: both rock back.",
  },
];

interface Props {
  readonly figure: Figure;
  readonly name: string;
  readonly dance: DanceRecord;
  readonly onChoose: (figure: Figure) => void;
}

/** What the follower dances, shown both ways on ribbons before one of them is chosen. */
export function FollowerChoice({ figure, name, dance, onChoose }: Props) {
  if (!figure.steps.leader || figure.steps.follower || figure.composition) return null;
  const { followerBy, ...rest } = figure;
  return (
    <Box role="group" aria-label="What the follower dances" mt="4">
      <Text fontWeight="600" mb="2">
        {followerBy ? "The follower dances" : "What does the follower dance?"}
      </Text>
      <SimpleGrid columns={{ base: 1, xl: 2 }} gap="3">
        {RULES.map(({ by, title, about }) => (
          <chakra.button
            type="button"
            key={by}
            bg="panel"
            p="3"
            borderRadius="md"
            textAlign="left"
            cursor="pointer"
            aria-pressed={followerBy === by}
            borderColor={followerBy === by ? "pine" : "rule"}
            borderWidth={followerBy === by ? "2px" : "1px"}
            onClick={() => onChoose(followerBy === by ? rest : { ...rest, followerBy: by })}
          >
            <Text fontWeight="700">{title}</Text>
            <Text fontSize="sm" color="soft" mb="2">
              {about}
            </Text>
            <Box aria-hidden>
              <CountRibbon
                figure={{
                  length: figure.length,
                  steps: { follower: stepsOf({ ...rest, followerBy: by }, "follower") },
                }}
                name={`${name}, follower: ${title}`}
                timing={dance}
                small
              />
            </Box>
          </chakra.button>
        ))}
      </SimpleGrid>
    </Box>
  );
}
