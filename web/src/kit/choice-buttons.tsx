import { Box, Button, Flex } from "@chakra-ui/react";

interface Props<T> {
  readonly label: string;
  /** What is shown on each, and said where that is more than is shown. */
  readonly choices: readonly { readonly value: T; readonly label: string; readonly said?: string }[];
  readonly isChosen: (value: T) => boolean;
  readonly onChoose: (value: T) => void;
  readonly hideLabel?: boolean;
}

/** A row of small buttons that stay pressed: one of several, or some of several. */
export function ChoiceButtons<T extends string | number>({
  label,
  choices,
  isChosen,
  onChoose,
  hideLabel = false,
}: Props<T>) {
  return (
    <Flex role="group" aria-label={label} className="no-print" gap="1" align="center" wrap="wrap">
      {hideLabel ? null : (
        <Box color="soft" fontSize="sm" w="4.5rem" flexShrink="0">
          {label}
        </Box>
      )}
      {choices.map((choice) => (
        <Button
          key={choice.value}
          size="xs"
          minW={{ base: "6", md: "7" }}
          px={{ base: "1.5", md: "2" }}
          variant={isChosen(choice.value) ? "solid" : "outline"}
          aria-label={choice.said}
          aria-pressed={isChosen(choice.value)}
          onClick={() => onChoose(choice.value)}
        >
          {choice.label}
        </Button>
      ))}
    </Flex>
  );
}
