import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { choiceText, type Doubt, type DoubtChoice } from "@map-step/core/notation";

interface Props {
  readonly doubts: readonly Doubt[];
  readonly onChoose: (doubt: Doubt, choice: DoubtChoice) => void;
}

/** What was read in the likeliest way and may be meant otherwise; one press says which. */
export function Doubts({ doubts, onChoose }: Props) {
  return (
    <Stack as="ul" gap="2" mt="2" listStyleType="none" aria-live="polite" hidden={doubts.length === 0}>
      {doubts.map((doubt) => (
        <Box
          as="li"
          key={`${doubt.line}:${doubt.column}:${doubt.found}`}
          p="2"
          bg="apricotWash"
          borderRadius="md"
          fontSize="sm"
        >
          <Text>
            How is <b>{doubt.found}</b> meant? It is read as the first.
          </Text>
          <Flex gap="2" mt="1" wrap="wrap" role="group" aria-label={`Meanings of ${doubt.found}`}>
            {doubt.choices.map((choice) => (
              <Button
                key={choice.text}
                size="xs"
                variant="outline"
                bg="panel"
                height="auto"
                py="1"
                whiteSpace="normal"
                onClick={() => onChoose(doubt, choice)}
              >
                {choiceText(choice)}
              </Button>
            ))}
          </Flex>
        </Box>
      ))}
    </Stack>
  );
}
