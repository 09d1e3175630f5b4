import { Box, Button, Heading, Stack, Text } from "@chakra-ui/react";
import { findingKey } from "@map-step/core/plan";
import type { InspectorProps } from "./props.ts";

/** Findings that somebody accepted, each with the reason, and the way to hear of it again. */
export function MutedFindings({ view: { muted }, edit, mayEdit }: InspectorProps) {
  if (muted.length === 0) return null;
  return (
    <Box as="section" aria-label="Accepted" mt="5">
      <Heading as="h2" size="sm" color="soft" mb="2">
        Accepted ({muted.length})
      </Heading>
      <Stack as="ul" gap="2" listStyleType="none" fontSize="sm">
        {muted.map(({ finding, reason }) => (
          <Box as="li" key={findingKey(finding)} borderLeftWidth="4px" borderColor="rule" px="3" py="1">
            <Text color="soft">{finding.text}</Text>
            <Text fontStyle="italic">{reason}</Text>
            {mayEdit ? (
              <Button
                variant="plain"
                size="sm"
                p="0"
                height="auto"
                color="pine"
                onClick={() =>
                  edit.edit({ muted: edit.content.muted.filter(({ key }) => key !== findingKey(finding)) })
                }
              >
                Show it again
              </Button>
            ) : null}
          </Box>
        ))}
      </Stack>
    </Box>
  );
}
