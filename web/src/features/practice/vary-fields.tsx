import { Flex, Text } from "@chakra-ui/react";
import { type SequenceFigure, stateInWords } from "@map-step/core/sequence";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { grouped } from "../sequences/words.ts";
import { DEAL_LENGTHS, type Drill } from "./deal.ts";

interface Props {
  readonly figures: readonly SequenceFigure[];
  readonly nameOf: (figureId: string) => string;
  readonly chosen: readonly string[];
  readonly onChosen: (ids: readonly string[]) => void;
  readonly onBeats: (beats: number) => void;
  readonly drill: Drill;
}

/** Which figures are dealt, over how many counts, and how many different rounds that makes. */
export function VaryFields({ figures, nameOf, chosen, onChosen, onBeats, drill }: Props) {
  const home = drill.home === null ? undefined : drill.graph.states[drill.home];
  return (
    <Flex direction="column" gap="2" mb="3">
      <ChoiceButtons
        label="Figures"
        choices={figures.map(({ id }) => ({ value: id, label: nameOf(id) }))}
        isChosen={(id) => chosen.includes(id)}
        onChoose={(id) =>
          onChosen(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id])
        }
      />
      <ChoiceButtons
        label="Round"
        choices={[...DEAL_LENGTHS]
          .sort((a, b) => a - b)
          .map((value) => ({ value, label: `${value} counts` }))}
        isChosen={(one) => one === drill.beats}
        onChoose={onBeats}
      />
      <Text fontSize="sm" className="numbers">
        {home
          ? `${grouped(drill.many)} different ${drill.many === 1n ? "round" : "rounds"} of ${drill.beats} counts; each begins and ends in ${stateInWords(home)}.`
          : `Nothing of ${drill.beats} counts can be danced round and round from these. Choose other figures, or another length.`}
      </Text>
    </Flex>
  );
}
