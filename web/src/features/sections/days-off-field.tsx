import { Box, CloseButton, Flex, Tag, Text } from "@chakra-ui/react";
import { shortDay } from "../../kit/dates.ts";
import { ChoiceField } from "../../kit/fields.tsx";

interface Props {
  readonly value: readonly string[];
  readonly onChange: (days: string[]) => void;
  /** The dates on which it meets now; one of them can become a day off. */
  readonly dates: readonly string[];
  readonly error: string | undefined;
}

/** Days on which the class does not meet; every later lesson moves by a week. */
export function DaysOffField({ value, onChange, dates, error }: Props) {
  const choices = dates.map((date) => ({ value: date, label: shortDay(date) }));
  return (
    <Box>
      <ChoiceField
        label="Days off"
        help="Every later lesson moves by a week"
        error={error}
        value=""
        onChange={({ target }) => target.value !== "" && onChange([...value, target.value].sort())}
        choices={[{ value: "", label: "No class on …" }, ...choices]}
      />
      <Flex gap="2" wrap="wrap" mt="2">
        {value.map((day) => (
          <Tag.Root key={day} size="lg" variant="subtle">
            <Tag.Label>{shortDay(day)}</Tag.Label>
            <CloseButton
              size="2xs"
              aria-label={`Class on ${shortDay(day)} after all`}
              onClick={() => onChange(value.filter((other) => other !== day))}
            />
          </Tag.Root>
        ))}
        {value.length === 0 ? <Text color="soft">No days off.</Text> : null}
      </Flex>
    </Box>
  );
}
