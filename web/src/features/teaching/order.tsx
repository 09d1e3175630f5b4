import { Box, Button, Heading, Text, VisuallyHidden } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import { COVERED_NAMES, type NotedValues } from "@map-step/core/lesson";
import { MARK_SIGNS } from "../lessons/marks.tsx";
import { namesOfParts } from "../lessons/part-names.ts";

interface Props {
  readonly segments: readonly LessonSegment[];
  readonly index: number;
  readonly markOf: (id: string) => NotedValues["mark"] | null;
  readonly onGo: (index: number) => void;
}

/** The running order in small, the present part marked; a tap goes there. */
export function Order({ segments, index, markOf, onGo }: Props) {
  const names = namesOfParts(segments);
  return (
    <Box>
      <Heading as="h2" size="md" mb="2">
        Running order
      </Heading>
      <Box as="ol" listStyleType="none">
        {segments.map((part, at) => {
          const mark = markOf(part.id);
          const Sign = mark ? MARK_SIGNS[mark.covered] : null;
          return (
            <li key={part.id}>
              <Button
                variant={at === index ? "solid" : "ghost"}
                w="full"
                px="2"
                justifyContent="flex-start"
                aria-current={at === index ? "step" : undefined}
                onClick={() => onGo(at)}
              >
                <Text as="span" className="numbers" w="2.2rem" textAlign="right" fontWeight="400">
                  {part.minutes}
                  <VisuallyHidden> minutes,</VisuallyHidden>
                </Text>
                <Text as="span" flex="1" minW="0" truncate textAlign="left">
                  {names.get(part.id)}
                </Text>
                {Sign && mark ? <Sign role="img" aria-label={COVERED_NAMES[mark.covered]} /> : null}
              </Button>
            </li>
          );
        })}
      </Box>
    </Box>
  );
}
