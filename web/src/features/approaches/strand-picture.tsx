import { Box, Flex, Text } from "@chakra-ui/react";
import { type Approach, strandOf } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { WORK_FILL, WORK_NAMES } from "../../kit/strand-look.ts";

const MINUTES = 16;
const BEAD = 84;

/** A figure of sixteen minutes under an approach: its minutes by lesson and kind of work, drawn as a strand. */
export function StrandPicture({ approach }: { approach: Approach }) {
  const strand = strandOf({ kind: "pattern", minutes: MINUTES }, approach);
  const ages = [...new Set(strand.map(({ age }) => age))];
  const told = ages.map((age) => {
    const parts = strand.filter((part) => part.age === age);
    return `${age === 0 ? "the first night" : `${counted(age, "lesson")} later`}: ${parts.map(({ layer, minutes }) => `${WORK_NAMES[layer]} ${minutes}`).join(", ")}`;
  });
  return (
    <Box role="img" aria-label={told.join("; ")}>
      <Flex gap="3" align="flex-end" wrap="wrap">
        {ages.map((age) => {
          const parts = strand.filter((part) => part.age === age);
          const minutes = parts.reduce((sum, part) => sum + part.minutes, 0);
          return (
            <Box key={age} textAlign="center">
              <Flex
                h="22px"
                w={`${Math.max(22, (minutes / MINUTES) * BEAD)}px`}
                borderRadius="full"
                overflow="hidden"
                borderWidth={parts[0]?.layer === "return" ? "2.5px" : "1px"}
                borderColor="pine"
              >
                {parts.map(({ layer, minutes: own }) => (
                  <Box
                    key={layer}
                    flex={own}
                    style={{ background: WORK_FILL[layer] }}
                    title={WORK_NAMES[layer]}
                  />
                ))}
              </Flex>
              <Text fontSize="xs" color="soft" className="numbers">
                {age === 0 ? "first night" : `+${age}`}, {minutes} min
              </Text>
            </Box>
          );
        })}
      </Flex>
    </Box>
  );
}
