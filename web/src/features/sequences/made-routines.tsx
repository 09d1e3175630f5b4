import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { counted, inWords } from "@map-step/core/words";
import type { FoundRoutine, FoundRoutines } from "../../workers/find-routines.ts";
import { walkAsItems } from "./as-items.ts";
import { NoRoutine } from "./no-routine.tsx";
import { type Making, SECONDS } from "./use-make.ts";
import { itemsInWords } from "./words.ts";

/** What the beats of a routine are for: `96 counts: 81 of the figures, 9 to change hold, 6 to fill the phrase`. */
function account({ beats, wanted, connection, filling }: FoundRoutine): string {
  const parts = [
    `${wanted} of the figures`,
    ...(connection > 0 ? [`${connection} to get from one to another`] : []),
    ...(filling > 0 ? [`${filling} to fill the phrase`] : []),
  ];
  return `${counted(beats, "count")}: ${inWords(parts)}`;
}

const proofOf = ({ best, beats }: FoundRoutine, { bound, routines: [first] }: FoundRoutines): string => {
  if (best) return "as short as can be, proven";
  if (first && beats > first.beats) return `${beats - first.beats} longer`;
  return bound === null ? "the shortest that was found" : `at least ${bound} are needed`;
};

/** What was found, the shortest first. */
export function MadeRoutines({ builder, found, isRunning, wishes, take }: Making) {
  const { graph, nameOf } = builder.library;
  return (
    <Box aria-live="polite">
      {isRunning ? <Text role="status">Searching …</Text> : null}
      {found?.routines.map((routine, at) => (
        <Box
          key={routine.walk.join()}
          as="section"
          aria-label={`Routine ${at + 1}`}
          p="3"
          mb="2"
          borderWidth={at === 0 ? "2px" : "1px"}
          borderColor={at === 0 ? "pine" : "rule"}
          borderRadius="md"
        >
          <Flex justify="space-between" gap="3" align="flex-start">
            <Box>
              <Text fontWeight="700" className="numbers">
                {account(routine)}
              </Text>
              <Text color="soft" fontSize="sm">
                {proofOf(routine, found)}
              </Text>
            </Box>
            <Button size="sm" variant={at === 0 ? "solid" : "outline"} onClick={() => take(routine)}>
              Take it
            </Button>
          </Flex>
          <Text fontSize="sm" mt="1">
            {itemsInWords(walkAsItems(graph, routine.walk), nameOf)}
          </Text>
        </Box>
      ))}
      {found && !found.running && found.routines.length === 0 ? (
        <NoRoutine found={found} builder={builder} isShort={wishes.mostBeats !== null} seconds={SECONDS} />
      ) : null}
    </Box>
  );
}
