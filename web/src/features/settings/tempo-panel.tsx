import { Box, Input, SimpleGrid, Text } from "@chakra-ui/react";
import type { Settings, settings } from "@map-step/contract";
import { TEMPO_LIMITS, TIER_NAMES, TIERS } from "@map-step/core/time";
import { Controller } from "react-hook-form";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import type { FormOf } from "../../kit/record-form.ts";

const LIMITS = ["changes", "onBeat", "within"] as const;
const NAMES: Readonly<Record<(typeof LIMITS)[number], string>> = {
  changes: "Weight changes a second",
  onBeat: "Between beats, ms",
  within: "In a triple, ms",
};

/** Limits as they are told beside others. */
export const limitsInWords = (limits: Settings["tempoLimits"]): string =>
  TIERS.map((tier) => {
    const { changes, onBeat, within } = limits[tier];
    return `${TIER_NAMES[tier]}: ${changes} a second, ${onBeat} ms, ${within} ms`;
  }).join("; ");

/** What dancers of each tier manage without rushing. */
export function TempoPanel({ form }: { readonly form: FormOf<typeof settings> }) {
  const errors = form.formState.errors.tempoLimits;
  const faults = TIERS.flatMap((tier) =>
    LIMITS.flatMap((limit) => {
      const message = errors?.[tier]?.[limit]?.message;
      return message ? [`${TIER_NAMES[tier]}, ${NAMES[limit].toLowerCase()}: ${message}`] : [];
    }),
  );
  return (
    <Panel>
      <PanelTitle>Comfortable at a tempo</PanelTitle>
      <Text color="soft" fontSize="sm" mb="3">
        At most so many weight changes a second over any two beats, and at least so many milliseconds between
        two steps. From them follow up to which tempo a figure is comfortable, and what is too fast in a plan.
      </Text>
      <Controller
        control={form.control}
        name="tempoLimits"
        render={({ field: { value = TEMPO_LIMITS, onChange, onBlur } }) => (
          <SimpleGrid columns={4} gap="2" alignItems="end">
            <Box />
            {LIMITS.map((limit) => (
              <Text key={limit} fontSize="sm" fontWeight="600">
                {NAMES[limit]}
              </Text>
            ))}
            {TIERS.map((tier) => [
              <Text key={tier} alignSelf="center">
                {TIER_NAMES[tier]}
              </Text>,
              ...LIMITS.map((limit) => (
                <Input
                  key={`${tier} ${limit}`}
                  type="number"
                  size="sm"
                  bg="panel"
                  step={limit === "changes" ? 0.1 : 10}
                  aria-label={`${TIER_NAMES[tier]}: ${NAMES[limit]}`}
                  aria-invalid={errors?.[tier]?.[limit] !== undefined}
                  value={Number.isNaN(value[tier][limit]) ? "" : value[tier][limit]}
                  onChange={({ target }) =>
                    onChange({
                      ...value,
                      [tier]: { ...value[tier], [limit]: target.valueAsNumber },
                    })
                  }
                  onBlur={onBlur}
                />
              )),
            ])}
          </SimpleGrid>
        )}
      />
      {faults.length > 0 ? (
        <Text role="alert" color="brick" fontWeight="600" mt="2">
          {faults.join("; ")}
        </Text>
      ) : null}
    </Panel>
  );
}
