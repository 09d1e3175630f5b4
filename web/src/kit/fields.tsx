import {
  Checkbox,
  Field,
  Input,
  type InputProps,
  NativeSelect,
  type NativeSelectFieldProps,
  Textarea,
  type TextareaProps,
  VisuallyHidden,
} from "@chakra-ui/react";
import { type ReactNode, useId, useState } from "react";

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

/** A yes or no, with a word on what yes means. */
export function TickField({
  label,
  of = "",
  checked,
  disabled = false,
  onChange,
}: {
  label: ReactNode;
  /** What it is about, for those who hear the page, where several stand on it. */
  of?: string;
  checked: boolean;
  disabled?: boolean;
  onChange: (checked: boolean) => void;
}) {
  const id = useId();
  return (
    <Checkbox.Root
      // Of its own: within one field several stand, and each would take the field's.
      ids={{ hiddenInput: `${id}-tick`, label: `${id}-label` }}
      disabled={disabled}
      checked={checked}
      onCheckedChange={(event) => onChange(event.checked === true)}
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label>
        {label}
        {of === "" ? null : <VisuallyHidden>: {of}</VisuallyHidden>}
      </Checkbox.Label>
    </Checkbox.Root>
  );
}

interface Choice {
  readonly value: string;
  readonly label: string;
}

export const ChoiceField = ({
  label,
  help,
  error,
  choices,
  ...select
}: Frame & NativeSelectFieldProps & { choices: readonly Choice[] }) => (
  <Framed label={label} help={help} error={error}>
    <NativeSelect.Root>
      <NativeSelect.Field bg="panel" {...select}>
        {choices.map(({ value, label: name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator aria-hidden />
    </NativeSelect.Root>
  </Framed>
);

/** A list of short texts, one a line in the field. */
export const linesOf = (text: string): string[] =>
  text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);

interface LinesProps extends Frame {
  readonly value: readonly string[];
  readonly onChange: (lines: string[]) => void;
  readonly rows?: number;
}

/** A field for a list of short texts. What is typed stays as typed; the list is what it comes to. */
export function LinesField({ label, help, error, value, onChange, rows = 3 }: LinesProps) {
  const [text, setText] = useState(value.join("\n"));
  const shown = linesOf(text).join("\n") === value.join("\n") ? text : value.join("\n");
  return (
    <AreaField
      label={label}
      help={help ?? "One a line"}
      error={error}
      rows={rows}
      value={shown}
      onChange={({ target }) => {
        setText(target.value);
        onChange(linesOf(target.value));
      }}
    />
  );
}
