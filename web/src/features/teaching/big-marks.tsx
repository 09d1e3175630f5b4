import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import type { Layer } from "@map-step/core/figure";
import { COVERED, COVERED_NAMES, type NotedValues } from "@map-step/core/lesson";
import { MARK_SIGNS } from "../lessons/marks.tsx";

type Mark = NotedValues["mark"];

interface MarksProps {
  readonly part: LessonSegment;
  readonly mark: Mark | null;
  readonly onMark: (mark: Mark | null) => void;
}

/** One tap: done, part done, not done; after part done, how far it got. */
export function BigMarks({ part, mark, onMark }: MarksProps) {
  const layers = part.layers.flatMap(({ layer }) => (layer === "return" ? [] : [layer as Layer]));
  return (
    <Box>
      <Flex role="group" aria-label={`${part.title} was`} gap="2">
        {COVERED.map((covered) => {
          const Sign = MARK_SIGNS[covered];
          const on = mark?.covered === covered;
          return (
            <Button
              key={covered}
              size="xl"
              flex="1"
              px={{ base: "1", md: "4" }}
              fontSize={{ base: "sm", md: "md" }}
              variant={on ? "solid" : "outline"}
              bg={on ? undefined : "panel"}
              aria-pressed={on}
              onClick={() => onMark(on ? null : { covered, reached: null })}
            >
              <Sign aria-hidden /> {COVERED_NAMES[covered]}
            </Button>
          );
        })}
      </Flex>
      {mark?.covered === "part" && layers.length > 1 ? (
        <Flex role="group" aria-label="How far" gap="1.5" mt="2" align="center" wrap="wrap">
          <Text fontSize="sm" color="soft">
            How far?
          </Text>
          {layers.map((layer) => (
            <Button
              key={layer}
              variant={mark.reached === layer ? "solid" : "outline"}
              bg={mark.reached === layer ? undefined : "panel"}
              aria-pressed={mark.reached === layer}
              onClick={() => onMark({ covered: "part", reached: mark.reached === layer ? null : layer })}
            >
              {layer}
            </Button>
          ))}
        </Flex>
      ) : null}
    </Box>
  );
}
