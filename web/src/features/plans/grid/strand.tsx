import { Box, Flex, Text } from "@chakra-ui/react";
import type { PlacedPart } from "@map-step/core/plan";
import { minuteWidth, ROW_HEIGHT, WORK_FILL } from "../../../kit/strand-look.ts";

interface BeadProps {
  readonly parts: readonly PlacedPart[];
  readonly centre: number;
  readonly scale: number;
  readonly minutesShown: boolean;
}

/** The minutes of one lesson: textured by kind of work, an open ring where the figure only comes back. */
function Bead({ parts, centre, scale, minutesShown }: BeadProps) {
  const [first] = parts;
  if (!first) return null;
  const minutes = parts.reduce((sum, part) => sum + part.minutes, 0);
  const ring = first.layer === "return";
  const height = ring ? 12 : first.age === 0 ? 20 : 14;
  const width = ring ? 12 : Math.max(14, minutes * scale);
  return (
    <>
      <Flex
        position="absolute"
        left={`${centre - width / 2}px`}
        top={`${(ROW_HEIGHT - height) / 2}px`}
        w={`${width}px`}
        h={`${height}px`}
        borderRadius="full"
        overflow="hidden"
        borderWidth={ring ? "2.5px" : "1px"}
        borderColor="pine"
        bg="panel"
        css={{ printColorAdjust: "exact" }}
      >
        {ring
          ? null
          : parts.map(({ layer, minutes: share }) => (
              <Box key={layer} flex={share} style={{ background: WORK_FILL[layer] }} />
            ))}
      </Flex>
      {minutesShown ? (
        <Text
          className="numbers"
          position="absolute"
          left={`${centre + width / 2 + 3}px`}
          top={`${ROW_HEIGHT / 2 - 9}px`}
          fontSize="xs"
          fontWeight="700"
          lineHeight="18px"
          bg="pineWash"
          px="0.5"
          borderRadius="sm"
        >
          {minutes}
        </Text>
      ) : null}
    </>
  );
}

interface Props {
  /** All that the figure has in the weeks; nothing while it waits. */
  readonly parts: readonly PlacedPart[];
  readonly column: number;
  readonly longest: number;
  readonly minutesShown: boolean;
}

/** A figure's minutes over the weeks, as beads on a thread. */
export function StrandView({ parts, column, longest, minutesShown }: Props) {
  const weeks = [...new Set(parts.map(({ week }) => week))];
  const centre = (week: number) => (week - 0.5) * column;
  const [first = 0, last = 0] = [weeks[0], weeks.at(-1)];
  const scale = minuteWidth(column, longest);
  return (
    <>
      {last > first ? (
        <Box
          position="absolute"
          h="1.5px"
          bg="pine2"
          top={`${ROW_HEIGHT / 2 - 0.75}px`}
          left={`${centre(first)}px`}
          w={`${centre(last) - centre(first)}px`}
        />
      ) : null}
      {weeks.map((week) => (
        <Bead
          key={week}
          parts={parts.filter((part) => part.week === week)}
          centre={centre(week)}
          scale={scale}
          minutesShown={minutesShown}
        />
      ))}
    </>
  );
}
