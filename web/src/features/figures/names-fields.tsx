import { Input } from "@chakra-ui/react";
import type { Cue, OtherName } from "@map-step/contract";
import { TickField } from "../../kit/fields.tsx";
import { RowsField } from "../../kit/rows-field.tsx";

interface Props<T> {
  readonly value: readonly T[];
  readonly onChange: (rows: T[]) => void;
  readonly error: string | undefined;
}

/** What others call the figure, and who does. */
export const OtherNamesField = ({ value, onChange, error }: Props<OtherName>) => (
  <RowsField
    label="Other names"
    help="What others call it, and who does"
    value={value}
    onChange={onChange}
    error={error}
    blank={{ name: "", usedBy: "" }}
    isBlank={({ name, usedBy }) => name.trim() === "" && usedBy.trim() === ""}
    nameOf={(place) => `Other name ${place}`}
  >
    {(row, change, label) => (
      <>
        <Input
          bg="panel"
          aria-label={label}
          value={row.name}
          onChange={({ target }) => change({ name: target.value })}
        />
        <Input
          bg="panel"
          aria-label={`Who says it: ${label}`}
          placeholder="who says it"
          value={row.usedBy}
          onChange={({ target }) => change({ usedBy: target.value })}
        />
      </>
    )}
  </RowsField>
);

/** What is said while it is danced; where schools say different things, those that the house says. */
export const CuesField = ({ value, onChange, error }: Props<Cue>) => (
  <RowsField
    label="Cues"
    help="What is said while it is danced, by which school, and whether we say it here"
    value={value}
    onChange={onChange}
    error={error}
    blank={{ text: "", school: "", house: true }}
    isBlank={({ text, school }) => text.trim() === "" && school.trim() === ""}
    nameOf={(place) => `Cue ${place}`}
  >
    {(row, change, label) => (
      <>
        <Input
          bg="panel"
          flex="2"
          aria-label={label}
          value={row.text}
          onChange={({ target }) => change({ text: target.value })}
        />
        <Input
          bg="panel"
          flex="1"
          minW="0"
          aria-label={`School: ${label}`}
          placeholder="every school"
          value={row.school}
          onChange={({ target }) => change({ school: target.value })}
        />
        <TickField label="ours" of={label} checked={row.house} onChange={(house) => change({ house })} />
      </>
    )}
  </RowsField>
);
