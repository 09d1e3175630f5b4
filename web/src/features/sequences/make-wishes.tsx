import { Flex } from "@chakra-ui/react";
import type { TransitionGraph } from "@map-step/core/sequence";
import { TickField } from "../../kit/fields.tsx";
import { areaTyped, areaUnit } from "../../kit/lengths.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import type { Making } from "./use-make.ts";

/** The holds in which a graph's states stand. */
const holdsOf = ({ states }: TransitionGraph): string[] => [
  ...new Set(states.flatMap(({ hold }) => hold ?? [])),
];

const numberIn = (text: string): number | null => {
  const value = Number(text.replace(",", "."));
  return text.trim() === "" || !Number.isFinite(value) || value <= 0 ? null : value;
};

/** What a routine that is made should be like. */
export function MakeWishes({ builder, wishes, wish }: Pick<Making, "builder" | "wishes" | "wish">) {
  const { content } = builder;
  const { dance, graph } = builder.library;
  const holds = holdsOf(graph).map((hold) => [hold, hold] as const);
  return (
    <>
      <Flex gap="3" wrap="wrap" align="flex-end">
        <SmallSelect
          label="Phrase"
          value={`${wishes.phraseBeats}`}
          choices={[...new Set([1, dance.phraseBeats, content.phraseBeats, 2 * dance.phraseBeats, 32])]
            .sort((a, b) => a - b)
            .map((beats) => [`${beats}`, beats === 1 ? "any length" : `whole phrases of ${beats}`])}
          onChange={(value) => wish({ phraseBeats: Number(value) })}
        />
        <SmallSelect
          label="The same in a row"
          value={`${wishes.inARow}`}
          choices={[1, 2, 3, 4].map((times) => [`${times}`, `at most ${times}`])}
          onChange={(value) => wish({ inARow: Number(value) })}
        />
        <SmallSelect
          label="Begins in"
          value={wishes.from}
          choices={[["", "any hold"], ...holds]}
          onChange={(from) => wish({ from })}
        />
        {wishes.loops ? null : (
          <SmallSelect
            label="Ends in"
            value={wishes.to}
            choices={[["", "any hold"], ...holds]}
            onChange={(to) => wish({ to })}
          />
        )}
        <SmallInput
          label="Most counts"
          inputMode="numeric"
          placeholder="any"
          onChange={({ target }) => wish({ mostBeats: numberIn(target.value) })}
        />
        <SmallInput
          label={`Floor a couple, ${areaUnit()}`}
          inputMode="decimal"
          placeholder="any"
          onChange={({ target }) => {
            const typed = numberIn(target.value);
            wish({ squareMetres: typed === null ? null : areaTyped(typed) });
          }}
        />
      </Flex>
      <Flex gap="4" wrap="wrap">
        <TickField label="Goes round" checked={wishes.loops} onChange={(loops) => wish({ loops })} />
        <TickField
          label="All face the first way again"
          checked={wishes.facesAgain}
          onChange={(facesAgain) => wish({ facesAgain })}
        />
      </Flex>
    </>
  );
}
