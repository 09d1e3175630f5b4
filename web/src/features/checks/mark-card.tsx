import { Box, Button, Flex, Grid, Text } from "@chakra-ui/react";
import { MARK_NAMES, type Mark } from "@map-step/core/check";
import type { KeyboardEvent } from "react";
import { MARK_KEYS, MarkSign } from "./mark-sign.tsx";
import type { Marked, Marking } from "./use-marking.ts";

/** Four marks for one dancer and one figure: one tap, or the keys 1 to 4. */
export function MarkCard({
  dancer,
  figureId,
  why,
  title,
  figure,
  marking,
  readOnly,
}: {
  dancer: Marked;
  figureId: string;
  why: string;
  title: string;
  figure: string;
  marking: Marking;
  readOnly: boolean;
}) {
  const given = marking.markOf(dancer, figureId);
  const others = marking.othersOf(dancer, figureId);
  const give = (mark: Mark | null) => void marking.give([{ dancer, figureId, mark }]);
  const keyed = (event: KeyboardEvent) => {
    const chosen = MARK_KEYS.find(({ key }) => key === event.key);
    if (readOnly) return;
    if (chosen && chosen.mark !== given) give(chosen.mark);
    if (event.key === "0" || event.key === "Delete") give(null);
  };
  return (
    <Box
      role="group"
      aria-label={`${dancer.title}, ${figure}`}
      onKeyDown={keyed}
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      borderLeftWidth="5px"
      borderLeftColor={dancer.as === "follower" ? "plum" : "pine"}
      borderRadius={dancer.as === "follower" ? "sm" : "lg"}
      p="3"
    >
      <Flex justify="space-between" align="baseline" gap="2" mb="2" wrap="wrap">
        <Text fontFamily="heading" fontWeight="700" fontSize="lg">
          {title}
        </Text>
        <Text color="soft" fontSize="sm">
          {why}
        </Text>
      </Flex>
      <Grid templateColumns="repeat(4, 1fr)" gap="2">
        {MARK_KEYS.map(({ mark, name, key }) => (
          <Button
            key={mark}
            h="16"
            px="1"
            flexDirection="column"
            gap="1"
            whiteSpace="normal"
            lineHeight="1.1"
            variant="outline"
            disabled={readOnly}
            aria-pressed={given === mark}
            aria-keyshortcuts={key}
            bg={given === mark ? "pineWash" : "panel"}
            borderWidth={given === mark ? "2px" : "1px"}
            borderColor={given === mark ? "pine" : "pine2"}
            fontWeight="400"
            fontSize="sm"
            onClick={() => (given === mark ? undefined : give(mark))}
          >
            <MarkSign mark={mark} size={20} />
            {name}
          </Button>
        ))}
      </Grid>
      {given !== null && !readOnly ? (
        <Button size="xs" variant="ghost" mt="1" aria-keyshortcuts="0" onClick={() => give(null)}>
          Clear this mark
        </Button>
      ) : null}
      {others.length > 0 ? (
        <Text fontSize="sm" color="soft" mt="1">
          Seen by another tonight: {others.map(({ mark }) => (mark ? MARK_NAMES[mark] : "")).join(", ")}
        </Text>
      ) : null}
    </Box>
  );
}
