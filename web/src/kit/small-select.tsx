import { Box, NativeSelect, Text } from "@chakra-ui/react";

interface Props {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly (readonly [value: string, label: string])[];
  readonly onChange: (value: string) => void;
}

/** A small choice with its name above it. */
export const SmallSelect = ({ label, value, choices, onChange }: Props) => (
  <Box>
    <Text fontSize="xs" color="soft">
      {label}
    </Text>
    <NativeSelect.Root size="sm" width="auto">
      <NativeSelect.Field
        aria-label={label}
        bg="panel"
        value={value}
        onChange={({ target }) => onChange(target.value)}
      >
        {choices.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  </Box>
);
