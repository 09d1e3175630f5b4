import { Box, Flex } from "@chakra-ui/react";
import type { CourseWeek } from "@map-step/contract";
import { WORK } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { WORK_FILL, WORK_NAMES } from "../../kit/strand-look.ts";

/** The minutes of a week by what they are for, beside those that there are. */
export function WorkBar({ week: { minutes, room, byWork } }: { week: CourseWeek }) {
  const parts = WORK.flatMap((work, at) => {
    const own = byWork[at] ?? 0;
    return own > 0 ? [{ work, own }] : [];
  });
  const most = Math.max(minutes, room, 1);
  const words = parts.map(({ work, own }) => `${WORK_NAMES[work]} ${own}`).join(", ");
  return (
    <Flex align="center" gap="2">
      <Flex
        role="img"
        aria-label={`${counted(minutes, "minute")} of ${room} planned${words === "" ? "" : `: ${words}`}`}
        title={words}
        w="8.5rem"
        h="14px"
        flexShrink="0"
        borderWidth="1px"
        borderColor={minutes > room ? "brick" : "rule"}
        borderRadius="sm"
        overflow="hidden"
        css={{ printColorAdjust: "exact" }}
      >
        {parts.map(({ work, own }) => (
          <Box key={work} style={{ width: `${(100 * own) / most}%`, background: WORK_FILL[work] }} />
        ))}
      </Flex>
      <Box
        as="span"
        fontSize="sm"
        color={minutes > room ? "brick" : "soft"}
        fontWeight={minutes > room ? "700" : "400"}
        className="numbers"
        whiteSpace="nowrap"
      >
        {minutes} of {room} min
      </Box>
    </Flex>
  );
}
