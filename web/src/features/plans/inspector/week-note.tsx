import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { teachingMinutes, WORK } from "@map-step/core/plan";
import { WORK_FILL, WORK_NAMES } from "../grid/look.ts";
import type { InspectorProps } from "./inspector.tsx";

/** One week of the plan: its minutes by kind of work and what is new in it. */
export function WeekNote({ level, loads, library, week }: InspectorProps & { week: number }) {
  const load = loads[week - 1];
  if (!load) return null;
  const room = teachingMinutes(level);
  const spare = room - load.minutes;
  const names = load.newFigures.flatMap((id) => library.find((figure) => figure.id === id)?.name ?? []);
  return (
    <Box mb="5">
      <Heading as="h2" size="lg">
        Week {week}
      </Heading>
      <Text mb="3" color={spare < 0 ? "brick" : "soft"} className="numbers">
        {load.minutes} of {room} minutes for figures
        {spare < 0 ? `, ${-spare} too many` : spare > 0 ? `, ${spare} left to dance` : ""}
      </Text>
      {WORK.filter((work) => load.byWork[work] > 0).map((work) => (
        <Flex key={work} align="center" gap="2" fontSize="sm">
          <Box
            w="22px"
            h="12px"
            borderRadius="full"
            borderWidth="1px"
            borderColor="pine"
            style={{ background: WORK_FILL[work] }}
          />
          <Text flex="1">{WORK_NAMES[work]}</Text>
          <Text className="numbers">{load.byWork[work]} min</Text>
        </Flex>
      ))}
      <Heading as="h3" size="sm" color="soft" mt="4" mb="1">
        New
      </Heading>
      <Text>{names.length > 0 ? names.join(", ") : "Nothing new; time to bring things back."}</Text>
    </Box>
  );
}
