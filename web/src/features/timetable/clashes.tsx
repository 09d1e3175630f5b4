import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { type Clash, type ClashRemedy, type Means, remediesFor } from "@map-step/core/timetable";
import { counted } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { PanelTitle } from "../../kit/page.tsx";
import { clashInWords, remedyInWords, type TimetableNames } from "./words.ts";

interface Props {
  readonly clashes: readonly Clash[];
  readonly means: Means;
  readonly names: TimetableNames;
  readonly dateOf: (sectionId: string, week: number) => string;
  /** Nothing for who may not change sections. */
  readonly onTake: ((remedy: ClashRemedy, told: string) => void) | null;
  readonly busy: boolean;
}

/** So many are shown before somebody asks for the others. */
const FIRST = 5;

function ClashCard({ clash, means, names, dateOf, onTake, busy }: Props & { clash: Clash }) {
  const ways = useMemo(() => (onTake ? remediesFor(clash, means) : []), [clash, means, onTake]);
  return (
    <Box as="li" borderLeftWidth="4px" borderColor="apricot" bg="apricotWash" borderRadius="md" px="3" py="2">
      <Text fontSize="sm">{clashInWords(clash, names)}</Text>
      {onTake === null ? null : ways.length === 0 ? (
        <Text color="soft" fontSize="sm" mt="1">
          No single change takes it away without another clash.
        </Text>
      ) : (
        <Flex direction="column" align="stretch" gap="1" mt="2">
          {ways.map((remedy) => {
            const words = remedyInWords(remedy, names, dateOf);
            return (
              <Button
                key={words}
                size="xs"
                h="auto"
                minH="7"
                py="1"
                justifyContent="flex-start"
                textAlign="start"
                whiteSpace="normal"
                variant="outline"
                bg="panel"
                disabled={busy}
                onClick={() => onTake(remedy, words)}
              >
                {words}
              </Button>
            );
          })}
        </Flex>
      )}
    </Box>
  );
}

/** Everything that is wrong with the rest of the term, each with the ways out that were tried. */
export function Clashes(props: Props) {
  const { clashes } = props;
  const [all, setAll] = useState(false);
  const shown = all ? clashes : clashes.slice(0, FIRST);
  return (
    <>
      <PanelTitle>
        {clashes.length === 0 ? "Nothing clashes" : counted(clashes.length, "clash", "clashes")}
      </PanelTitle>
      {clashes.length === 0 ? (
        <Text color="soft" fontSize="sm">
          No room and no teacher has two classes at once, nobody is missed, and no class falls on a closed
          day.
        </Text>
      ) : (
        <Stack as="ul" listStyleType="none" gap="2">
          {shown.map((clash) => (
            <ClashCard key={clash.key} {...props} clash={clash} />
          ))}
        </Stack>
      )}
      {shown.length < clashes.length ? (
        <Button size="sm" variant="ghost" mt="2" onClick={() => setAll(true)}>
          {counted(clashes.length - shown.length, "more")}
        </Button>
      ) : null}
    </>
  );
}
