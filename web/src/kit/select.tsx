import { Box, NativeSelect, type NativeSelectRootProps, Text } from "@chakra-ui/react";

type Choices = readonly (readonly [value: string, label: string])[];

interface Props extends Omit<NativeSelectRootProps, "onChange" | "children"> {
  /** Said aloud; what is chosen must be plain to the eye without it. */
  readonly label: string;
  readonly value: string;
  readonly choices: Choices;
  readonly onChange: (value: string) => void;
}

/** One of several, where it acts at once. In forms there is `ChoiceField`. */
export const Select = ({ label, value, choices, onChange, ...root }: Props) => (
  <NativeSelect.Root width="auto" {...root}>
    <NativeSelect.Field
      aria-label={label}
      bg="panel"
      fontWeight="inherit"
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      {choices.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator aria-hidden />
  </NativeSelect.Root>
);

/** A small choice with its name above it. */
export const SmallSelect = (props: Props) => (
  <Box>
    <Text fontSize="xs" color="soft">
      {props.label}
    </Text>
    <Select size="sm" {...props} />
  </Box>
);

/** Narrows a list down by one property; its first choice is everything. */
export const FilterSelect = ({ choices, ...props }: Props) => (
  <Select {...props} choices={[["", `${props.label}: all`], ...choices]} />
);

/** Things by their names, to choose one of them. */
export const byName = (things: readonly { readonly id: string; readonly name: string }[]): Choices =>
  things.map(({ id, name }) => [id, name]);

/** Words that are their own names. */
export const asTheyAre = (words: readonly string[]): Choices => words.map((word) => [word, word]);
