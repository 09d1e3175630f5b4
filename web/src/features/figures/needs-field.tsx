import { Box, CloseButton, Flex, Tag, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { ChoiceField } from "../../kit/fields.tsx";

interface Props {
  readonly value: readonly string[];
  readonly onChange: (ids: string[]) => void;
  /** Figures of the same dance, without the one that is edited. */
  readonly choices: readonly FigureRecord[];
  readonly error: string | undefined;
}

/** The figures that must be taught before this one. */
export function NeedsField({ value, onChange, choices, error }: Props) {
  const chosen = value.flatMap((id) => choices.find((figure) => figure.id === id) ?? []);
  const open = choices.filter(({ id }) => !value.includes(id));
  return (
    <Box>
      <ChoiceField
        label="Needs"
        error={error}
        help="What must be taught before it"
        value=""
        onChange={({ target }) => target.value !== "" && onChange([...value, target.value])}
        choices={[
          { value: "", label: "Add a figure …" },
          ...open.map(({ id, name }) => ({ value: id, label: name })),
        ]}
      />
      <Flex gap="2" wrap="wrap" mt="2">
        {chosen.map(({ id, name }) => (
          <Tag.Root key={id} size="lg" colorPalette="pine" variant="subtle">
            <Tag.Label>{name}</Tag.Label>
            <CloseButton
              size="2xs"
              aria-label={`No longer needs ${name}`}
              onClick={() => onChange(value.filter((other) => other !== id))}
            />
          </Tag.Root>
        ))}
        {chosen.length === 0 ? <Text color="soft">Needs nothing.</Text> : null}
      </Flex>
    </Box>
  );
}
