import { SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { FACING_NAMES, FACINGS, type Facing, type Hold } from "@map-step/core/hold";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { ChoiceField, TextField, TickField } from "../../kit/fields.tsx";
import { OtherNames } from "./element-fields.tsx";

export interface HoldFieldsProps {
  readonly hold: Hold;
  /** Names of the dance's other holds. */
  readonly others: readonly string[];
  readonly errorAt: (field: keyof Hold) => string | undefined;
  readonly onChange: (hold: Hold) => void;
}

/** What a hold is called and what it means. */
export function HoldFields({ hold, others, errorAt, onChange }: HoldFieldsProps) {
  return (
    <Stack gap="3">
      <SimpleGrid columns={{ base: 1, sm: 2 }} gap="3">
        <TextField
          label="Name"
          value={hold.name}
          error={errorAt("name")}
          onChange={({ target }) => onChange({ ...hold, name: target.value })}
        />
        <OtherNames
          value={hold.otherNames}
          error={errorAt("otherNames")}
          onChange={(otherNames) => onChange({ ...hold, otherNames })}
        />
        <ChoiceField
          label="The two stand"
          value={hold.facing}
          onChange={({ target }) => onChange({ ...hold, facing: target.value as Facing })}
          choices={FACINGS.map((facing) => ({ value: facing, label: FACING_NAMES[facing] }))}
        />
        <ChoiceField
          label="Hands joined"
          value={String(hold.hands)}
          onChange={({ target }) => onChange({ ...hold, hands: Number(target.value) })}
          choices={["none", "one", "two"].map((label, hands) => ({ value: String(hands), label }))}
        />
      </SimpleGrid>
      <TickField
        label="Bodies touch: it is talked about, and agreed to, before"
        checked={hold.close}
        onChange={(close) => onChange({ ...hold, close })}
      />
      <ChoiceButtons
        label="Changes freely into"
        choices={others.map((name) => ({ value: name, label: name }))}
        isChosen={(name) => hold.changesTo.includes(name)}
        onChoose={(name) =>
          onChange({
            ...hold,
            changesTo: hold.changesTo.includes(name)
              ? hold.changesTo.filter((one) => one !== name)
              : [...hold.changesTo, name],
          })
        }
      />
      {errorAt("changesTo") ? <Text color="brick">{errorAt("changesTo")}</Text> : null}
    </Stack>
  );
}
