import { Flex } from "@chakra-ui/react";
import type { ChoiceItem } from "@map-step/core/sequence";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { itemsInWords } from "../sequences/words.ts";
import type { Caller } from "./use-caller.ts";

const DRAWN = "drawn";
const NOTHING = "nothing";

function ChoiceOf({ choice, caller }: { choice: ChoiceItem; caller: Caller }) {
  const picked = caller.byHand[choice.id];
  const ways = choice.ways.map((way, at) => ({
    value: String(at),
    label: itemsInWords(way, caller.nameOf),
  }));
  const now = picked === undefined ? DRAWN : picked === null ? NOTHING : String(picked);
  return (
    <ChoiceButtons
      label="Choice"
      choices={[
        { value: DRAWN, label: "drawn" },
        ...ways,
        ...(choice.optional ? [{ value: NOTHING, label: "nothing" }] : []),
      ]}
      isChosen={(one) => one === now}
      onChoose={(one) =>
        caller.decide(choice.id, one === DRAWN ? undefined : one === NOTHING ? null : Number(one))
      }
    />
  );
}

interface Props {
  readonly caller: Caller;
  readonly meter: number;
  readonly isRoutine: boolean;
}

/** How far ahead it is called, and what becomes of the choices of a routine. */
export function CallerFields({ caller, meter, isRoutine }: Props) {
  return (
    <Flex direction="column" gap="2" mb="3">
      <ChoiceButtons
        label="Called"
        choices={[2, meter, meter * 2].map((value) => ({ value, label: `${value} counts ahead` }))}
        isChosen={(one) => one === caller.ahead}
        onChoose={caller.setAhead}
      />
      {isRoutine
        ? caller.choices.map((choice) => <ChoiceOf key={choice.id} choice={choice} caller={caller} />)
        : null}
    </Flex>
  );
}
