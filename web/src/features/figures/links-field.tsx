import { Box, CloseButton, Flex, Tag, Text } from "@chakra-ui/react";
import type { FigureRecord } from "@map-step/contract";
import { ChoiceField } from "../../kit/fields.tsx";

interface Props {
  readonly label: string;
  readonly help: string;
  /** Said while nothing is chosen. */
  readonly none: string;
  readonly value: readonly string[];
  readonly onChange: (ids: string[]) => void;
  /** Figures of the same dance, without the one that is edited. */
  readonly choices: readonly FigureRecord[];
  readonly error: string | undefined;
}

/** Figures that stand in a relation to this one. */
export function LinksField({ label, help, none, value, onChange, choices, error }: Props) {
  const chosen = value.flatMap((id) => choices.find((figure) => figure.id === id) ?? []);
  const open = choices.filter(({ id }) => !value.includes(id));
  return (
    <Box>
      <ChoiceField
        label={label}
        error={error}
        help={help}
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
              aria-label={`${label}: take ${name} out`}
              onClick={() => onChange(value.filter((other) => other !== id))}
            />
          </Tag.Root>
        ))}
        {chosen.length === 0 ? <Text color="soft">{none}</Text> : null}
      </Flex>
    </Box>
  );
}
