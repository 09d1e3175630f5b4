import { Box, Flex } from "@chakra-ui/react";
import { WORK } from "@map-step/core/plan";
import { WORK_FILL, WORK_NAMES } from "../../../kit/strand-look.ts";

/** What the textures of the beads stand for. */
export const Legend = () => (
  <Flex gap="4" wrap="wrap" mt="3" pl="2" fontSize="sm" color="soft">
    {WORK.map((work) => (
      <Flex key={work} align="center" gap="1.5">
        <Box
          w={work === "return" ? "12px" : "22px"}
          h="12px"
          borderRadius="full"
          borderWidth={work === "return" ? "2.5px" : "1px"}
          borderColor="pine"
          style={{ background: WORK_FILL[work] }}
        />
        {WORK_NAMES[work]}
      </Flex>
    ))}
  </Flex>
);
