import { Box, Heading, Text } from "@chakra-ui/react";
import type { Grouping } from "@map-step/core/check";
import { Panel } from "../../kit/page.tsx";

/** One section as it would be: who is in it already, who comes, and how even the roles are. */
export function Group({
  title,
  about,
  ids,
  nameOf,
  grouping,
}: {
  title: string;
  about: string;
  ids: readonly string[];
  nameOf: (id: string) => string;
  grouping: Grouping;
}) {
  return (
    <Panel role="group" aria-label={title}>
      <Heading as="h3" size="md">
        {title}
      </Heading>
      <Text color="soft" fontSize="sm" mb="2">
        {about}
      </Text>
      {ids.length === 0 ? <Text color="soft">Nobody comes.</Text> : null}
      <Box as="ul" listStyleType="none">
        {ids.map((id) => (
          <Box as="li" key={id} py="0.5">
            <Text fontWeight="700">{nameOf(id)}</Text>
            {grouping.unmet
              .filter(({ studentId }) => studentId === id)
              .map(({ kind, why }) => (
                <Text key={`${kind} ${why}`} fontSize="sm" bg="apricotWash" px="2" borderRadius="sm">
                  {why}
                </Text>
              ))}
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
