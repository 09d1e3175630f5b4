import { NativeSelect } from "@chakra-ui/react";

interface SelectProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly choices: readonly (readonly [string, string])[];
}

/** Narrows a list down by one property; its first choice is everything. */
export const FilterSelect = ({ label, value, onChange, choices }: SelectProps) => (
  <NativeSelect.Root width="auto">
    <NativeSelect.Field
      aria-label={label}
      bg="panel"
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      <option value="">{label}: all</option>
      {choices.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);
