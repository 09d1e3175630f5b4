import { api, type DanceRecord } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { useFigures } from "../figures/library.ts";
import { DrawnSequence } from "../sequences/drawn-sequence.tsx";

/** The routine of a part, run in time with the next figure shown ahead; nothing where it is not at hand. */
export function RoutineInClass({ id, dance }: { id: string; dance: DanceRecord }) {
  const { data: sequence } = useApi(api.sequences.read, { params: { id } });
  const { data: records } = useFigures(dance.id);
  return sequence && records ? (
    <DrawnSequence content={sequence} dance={dance} records={records} large />
  ) : null;
}
