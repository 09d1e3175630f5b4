import { Field, Input, SimpleGrid, Text } from "@chakra-ui/react";
import type { Settings, settings } from "@map-step/contract";
import { COUPLE_LIMITS, type CoupleLimits } from "@map-step/core/hold";
import { Controller } from "react-hook-form";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import type { FormOf } from "../../kit/record-form.ts";

type Reach = keyof CoupleLimits["reach"];
type Other = Exclude<keyof CoupleLimits, "reach">;

const REACHES: Readonly<Record<Reach, string>> = {
  close: "Close hold, m",
  twoHands: "Two hands, m",
  oneHand: "One hand, m",
  beside: "Side by side, m",
  closeBeside: "Close, side by side, m",
  shadow: "Shadow, m",
};
const OTHERS: Readonly<Record<Other, string>> = {
  apart: "Never nearer than, m",
  shortest: "Shortest step, of a usual one",
  longest: "Longest step, of a usual one",
  aside: "A step aside by up to, m",
};
const keysOf = <K extends string>(names: Readonly<Record<K, string>>): readonly K[] =>
  Object.keys(names) as K[];

/** Limits as they are told beside others. */
export const coupleLimitsInWords = ({ reach, ...others }: Settings["coupleLimits"]): string =>
  [
    ...keysOf(REACHES).map((name) => `${REACHES[name]}: ${reach[name]}`),
    ...keysOf(OTHERS).map((name) => `${OTHERS[name]}: ${others[name]}`),
  ].join("; ");

interface NumberProps {
  readonly label: string;
  readonly value: number;
  readonly fault: string | undefined;
  readonly onChange: (value: number) => void;
}

const NumberField = ({ label, value, fault, onChange }: NumberProps) => (
  <Field.Root invalid={fault !== undefined}>
    <Field.Label fontSize="sm">{label}</Field.Label>
    <Input
      type="number"
      size="sm"
      bg="panel"
      step={0.05}
      value={Number.isNaN(value) ? "" : value}
      onChange={({ target }) => onChange(target.valueAsNumber)}
    />
    <Field.ErrorText>{fault}</Field.ErrorText>
  </Field.Root>
);

/** How far arms reach and how long steps are, from which follows whether a couple stays together. */
export function CouplePanel({ form }: { readonly form: FormOf<typeof settings> }) {
  const errors = form.formState.errors.coupleLimits;
  return (
    <Panel>
      <PanelTitle>Staying together</PanelTitle>
      <Text color="soft" fontSize="sm" mb="3">
        Estimates, in metres from the middle of one dancer to the middle of the other. From how far arms reach
        in a hold and how long steps are follows whether a figure can be danced by two, and the floor view.
      </Text>
      <Controller
        control={form.control}
        name="coupleLimits"
        render={({ field: { value = COUPLE_LIMITS, onChange } }) => (
          <SimpleGrid columns={{ base: 2, lg: 5 }} gap="3" alignItems="end">
            {keysOf(REACHES).map((name) => (
              <NumberField
                key={name}
                label={REACHES[name]}
                value={value.reach[name]}
                fault={errors?.reach?.[name]?.message}
                onChange={(next) => onChange({ ...value, reach: { ...value.reach, [name]: next } })}
              />
            ))}
            {keysOf(OTHERS).map((name) => (
              <NumberField
                key={name}
                label={OTHERS[name]}
                value={value[name]}
                fault={errors?.[name]?.message}
                onChange={(next) => onChange({ ...value, [name]: next })}
              />
            ))}
          </SimpleGrid>
        )}
      />
    </Panel>
  );
}
