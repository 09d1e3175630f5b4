import { Text } from "@chakra-ui/react";
import { api, type DanceRecord } from "@map-step/contract";
import { sequenceFacts } from "@map-step/core/sequence";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import { useFigures } from "../figures/library.ts";
import { useSequenceLibrary } from "./use-library.ts";
import { unwrittenInWords } from "./words.ts";

/** What a teacher knows of a routine before a class dances it: steps that were never written, joins that do not fit. */
export function RoutineState({ id, dance }: { id: string; dance: DanceRecord }) {
  const { data: sequence } = useApi(api.sequences.read, { params: { id } });
  const { data: records = [] } = useFigures(dance.id);
  const library = useSequenceLibrary(dance, records);
  const said = useMemo(() => {
    if (!sequence || records.length === 0) return "";
    const facts = sequenceFacts(sequence, library.figureOf, dance);
    const open = facts.joins.filter(({ fits }) => !fits).length;
    return [
      unwrittenInWords(facts),
      ...(open > 0 ? [`${counted(open, "join")} ${open === 1 ? "does" : "do"} not fit.`] : []),
    ]
      .filter((words) => words !== "")
      .join(" ");
  }, [sequence, records, library, dance]);
  return said === "" ? null : (
    <Text mt="2" fontWeight="700" color="brick">
      {said}
    </Text>
  );
}
