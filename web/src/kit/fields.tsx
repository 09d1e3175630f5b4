import { Field, Input, type InputProps, NativeSelect, type NativeSelectFieldProps, Textarea, type TextareaProps } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Frame {
  readonly label: string;
  readonly help?: string | undefined;
  readonly error?: string | undefined;
}

function Framed({ label, help, error, children }: Frame & { children: ReactNode }) {
  return (
    <Field.Root invalid={error !== undefined}>
      <Field.Label fontWeight="600">{label}</Field.Label>
      {children}
      {help && !error ? <Field.HelperText color="soft">{help}</Field.HelperText> : null}
      <Field.ErrorText>{error}</Field.ErrorText>
    </Field.Root>
  );
}

export const TextField = ({ label, help, error, ...input }: Frame & InputProps) => (
  <Framed label={label} help={help} error={error}>
    <Input bg="panel" {...input} />
  </Framed>
);

export const AreaField = ({ label, help, error, ...area }: Frame & TextareaProps) => (
  <Framed label={label} help={help} error={error}>
    <Textarea bg="panel" {...area} />
  </Framed>
);

interface Choice {
  readonly value: string;
  readonly label: string;
}

export const ChoiceField = ({ label, help, error, choices, ...select }: Frame & NativeSelectFieldProps & { choices: readonly Choice[] }) => (
  <Framed label={label} help={help} error={error}>
    <NativeSelect.Root>
      <NativeSelect.Field bg="panel" {...select}>
        {choices.map(({ value, label: name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  </Framed>
);

/** A list of short texts, one a line in the field. */
export const linesOf = (text: string): string[] => text.split("\n").map((line) => line.trim()).filter(Boolean);
