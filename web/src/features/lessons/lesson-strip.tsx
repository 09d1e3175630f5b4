import { Box, Flex, Text } from "@chakra-ui/react";
import type { Lesson } from "@map-step/contract";
import { SEGMENT_NAMES, type SegmentKind } from "@map-step/core/lesson";
import { counted } from "@map-step/core/words";
import { useWidth } from "../../kit/use-width.ts";
import { KIND_TONE } from "./kind-tone.ts";

/** A part narrower than this has no room for its name, or for its minutes. Pixels. */
const [NAMED, TIMED] = [64, 22];
/** On a ground of these tones letters are light. */
const DARK: ReadonlySet<string> = new Set(["pineSolid", "plumSolid"]);

const inkOn = (kind: SegmentKind): string =>
  DARK.has(KIND_TONE[kind])
    ? "onSolid"
    : KIND_TONE[kind] === "apricot" || KIND_TONE[kind] === "pine2"
      ? "onApricot"
      : "ink";

/** A lesson's running order as it runs: each part as wide as it lasts. */
export function LessonStrip({ lesson }: { lesson: Pick<Lesson, "segments"> }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const total = lesson.segments.reduce((sum, { minutes }) => sum + minutes, 0);
  const words = lesson.segments.map(
    ({ title, kind, minutes }) => `${title || SEGMENT_NAMES[kind]}, ${counted(minutes, "minute")}`,
  );
  return (
    <Flex
      ref={ref}
      gap="2px"
      h="44px"
      role="img"
      aria-label={`The running order: ${words.join("; ")}`}
      css={{ printColorAdjust: "exact" }}
    >
      {lesson.segments.map(({ id, kind, title, minutes }) => {
        const wide = (width * minutes) / Math.max(1, total);
        return (
          <Box
            key={id}
            flex={`${minutes} 0 0`}
            minW="0"
            bg={KIND_TONE[kind]}
            color={inkOn(kind)}
            px={wide < NAMED ? "0" : "2"}
            py="1"
            textAlign={wide < NAMED ? "center" : "start"}
            overflow="hidden"
            title={`${title || SEGMENT_NAMES[kind]}, ${minutes} min`}
            _first={{ borderStartRadius: "md" }}
            _last={{ borderEndRadius: "md" }}
          >
            {wide < NAMED ? null : (
              <Text fontSize="xs" fontWeight="700" lineHeight="1.25" truncate>
                {title || SEGMENT_NAMES[kind]}
              </Text>
            )}
            {wide < TIMED ? null : (
              <Text fontSize="xs" className="numbers" lineHeight={wide < NAMED ? "36px" : "1.4"}>
                {minutes}
              </Text>
            )}
          </Box>
        );
      })}
    </Flex>
  );
}
