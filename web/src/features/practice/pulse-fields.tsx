import { Flex } from "@chakra-ui/react";
import { OFFBEATS, type Offbeat } from "@map-step/core/practice";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { type PulseSettings, toggled } from "./use-pulse-settings.ts";

const BETWEEN_NAMES: Readonly<Record<Offbeat, string>> = {
  nothing: "nothing",
  even: "the half",
  swung: "swung",
};

const SLOWS = "the slows";

/** Which counts sound, which are struck harder, and what sounds between them. */
export function PulseFields({ settings, isClapped }: { settings: PulseSettings; isClapped: boolean }) {
  const { counts, presets, slows, accents, onSlows, sounding, between } = settings;
  const numbers = counts.map((value) => ({ value, label: String(value) }));
  const same = (list: readonly number[]) => !onSlows && list.join() === accents.join();
  return (
    <>
      {isClapped ? (
        <ChoiceButtons
          label="Sound"
          choices={numbers.map((one) => ({ ...one, said: `Sound ${one.label}` }))}
          isChosen={(one) => sounding.includes(one)}
          onChoose={(one) => settings.setSounding(toggled(sounding, one))}
        />
      ) : (
        <Flex gap="2" wrap="wrap">
          <ChoiceButtons
            label="Accents"
            choices={numbers.map((one) => ({ ...one, said: `Accent on ${one.label}` }))}
            isChosen={(one) => !onSlows && accents.includes(one)}
            onChoose={(one) => settings.setAccents(toggled(accents, one))}
          />
          <ChoiceButtons
            label="Usual accents"
            hideLabel
            choices={[...presets.map(({ name }) => name), ...(slows.length > 0 ? [SLOWS] : [])].map(
              (name) => ({
                value: name,
                label: name,
              }),
            )}
            isChosen={(name) =>
              name === SLOWS ? onSlows : presets.some((one) => one.name === name && same(one.counts))
            }
            onChoose={(name) => {
              if (name === SLOWS) settings.setOnSlows(true);
              else settings.setAccents(presets.find((one) => one.name === name)?.counts ?? []);
            }}
          />
        </Flex>
      )}
      <ChoiceButtons
        label="Between"
        choices={OFFBEATS.map((value) => ({ value, label: BETWEEN_NAMES[value] }))}
        isChosen={(one) => one === between}
        onChoose={settings.setBetween}
      />
    </>
  );
}
