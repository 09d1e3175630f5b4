import { Box, CloseButton, Field, Flex, Stack } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";

interface Props<T> {
  readonly label: string;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
  readonly value: readonly T[];
  readonly onChange: (rows: T[]) => void;
  readonly blank: T;
  readonly isBlank: (row: T) => boolean;
  /** What a row is called to those who hear the page, such as `Cue 2`. */
  readonly nameOf: (place: number) => string;
  readonly children: (row: T, change: (part: Partial<T>) => void, name: string) => ReactNode;
}

/**
 * A list of small records, one a row, with an empty row at its end to write on. Empty rows are not part of the
 * value; a row that is emptied while it is written anew stays where it is.
 */
export function RowsField<T extends object>({
  label,
  help,
  error,
  value,
  onChange,
  blank,
  isBlank,
  nameOf,
  children,
}: Props<T>) {
  const [typed, setTyped] = useState<readonly T[]>(value);
  const filled = typed.filter((row) => !isBlank(row));
  const rows = JSON.stringify(filled) === JSON.stringify(value) ? typed : value;
  const last = rows.at(-1);
  const shown = last && isBlank(last) ? rows : [...rows, blank];
  const set = (next: readonly T[]) => {
    setTyped(next);
    onChange(next.filter((row) => !isBlank(row)));
  };
  return (
    <Field.Root as="fieldset" invalid={error !== undefined}>
      <Box as="legend" fontWeight="600" fontSize="sm" mb="1">
        {label}
      </Box>
      <Stack gap="1.5" w="full">
        {shown.map((row, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place; its words change as they are typed
          <Flex key={place} gap="1.5" align="center">
            {children(row, (part) => set(shown.with(place, { ...row, ...part })), nameOf(place + 1))}
            <CloseButton
              size="sm"
              aria-label={`Take out: ${nameOf(place + 1)}`}
              visibility={isBlank(row) && place === shown.length - 1 ? "hidden" : "visible"}
              onClick={() => set(shown.toSpliced(place, 1))}
            />
          </Flex>
        ))}
      </Stack>
      {error ? (
        <Field.ErrorText>{error}</Field.ErrorText>
      ) : (
        help && <Field.HelperText color="soft">{help}</Field.HelperText>
      )}
    </Field.Root>
  );
}
