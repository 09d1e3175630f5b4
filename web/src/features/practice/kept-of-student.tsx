import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type KeptPractice } from "@map-step/contract";
import { useApi, useChange } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { Loaded } from "../../kit/states.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { measureInWords } from "./measures.ts";

/** What a student's taps came to so far, newest first. */
export function KeptOfStudent({ studentId }: { studentId: string }) {
  const kept = useApi(api.practice.list, { params: { id: studentId } });
  const remove = useChange(api.practice.remove);
  const keep = useChange(api.practice.keep);
  const takeAway = ({ id, figureId, sequenceId, measure }: KeptPractice) => {
    const again = () =>
      void keep
        .mutateAsync({ params: { id: studentId }, body: { id, figureId, sequenceId, measure } })
        .catch(tellError);
    void remove
      .mutateAsync({ params: { id: studentId, keptId: id } })
      .then(() => tellRemoved("The measurement was taken away.", again), tellError);
  };
  return (
    <Loaded all={[kept]}>
      {(list) =>
        list.length === 0 ? (
          <Text color="soft" fontSize="sm">
            No measurement was kept before.
          </Text>
        ) : (
          <Box as="ul" listStyleType="none" fontSize="sm" className="numbers">
            {list.map((one) => (
              <Flex as="li" key={one.id} gap="3" justify="space-between" align="center">
                <span>
                  {dayAndMonth(one.at.slice(0, 10))}, {one.name}, {measureInWords(one.measure)}
                </span>
                <Button
                  size="2xs"
                  variant="ghost"
                  aria-label={`Take away ${one.name} of ${dayAndMonth(one.at.slice(0, 10))}`}
                  onClick={() => takeAway(one)}
                >
                  Take away
                </Button>
              </Flex>
            ))}
          </Box>
        )
      }
    </Loaded>
  );
}
