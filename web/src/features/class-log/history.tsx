import { Box, Flex, Text } from "@chakra-ui/react";
import type { LogEntry } from "@map-step/core/lesson";
import { momentOf } from "../../kit/dates.ts";
import { PanelTitle } from "../../kit/page.tsx";
import type { ClassLogEdit } from "./use-class-log.ts";
import { valueText } from "./words.ts";

interface Props {
  readonly entries: ClassLogEdit["entries"];
  readonly nameOf: (entry: Pick<LogEntry, "kind" | "target">) => string;
}

/** Everything ever noted of a class, the latest first: who, when, what, and what met another's word. */
export function History({ entries, nameOf }: Props) {
  return (
    <Box>
      <PanelTitle>History</PanelTitle>
      {entries.length === 0 ? <Text color="soft">Nothing has been noted yet.</Text> : null}
      <Box as="ol" listStyleType="none" maxH="24rem" overflowY="auto" tabIndex={0} aria-label="History">
        {[...entries].reverse().map((entry) => (
          <Flex as="li" key={entry.id} gap="3" py="1" borderTopWidth="1px" borderColor="rule" fontSize="sm">
            <Text className="numbers" color="soft" w="6.5rem" flexShrink="0">
              {momentOf(entry.at)}
            </Text>
            <Text flex="1">
              <b>{nameOf(entry as LogEntry)}</b>: {valueText(entry as LogEntry)}
              {entry.outcome === "conflict" ? " (met another word, did not count)" : ""}
              <Text as="span" color="soft">
                , {entry.by}
              </Text>
            </Text>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
