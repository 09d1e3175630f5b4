import type { DanceRecord } from "@map-step/contract";
import { useRemembered } from "../../kit/remembered.ts";
import { byName, Select } from "../../kit/select.tsx";

/** The dance somebody works on, which this browser remembers from page to page; the first of all otherwise. */
export function useDanceChoice(dances: readonly DanceRecord[] | undefined) {
  const [danceId, setDanceId] = useRemembered("dance", "");
  return { dance: dances?.find(({ id }) => id === danceId) ?? dances?.[0], choose: setDanceId };
}

interface Props {
  readonly dance: DanceRecord;
  readonly dances: readonly DanceRecord[];
  readonly onChoose: (danceId: string) => void;
}

/** Nothing where there is only one. */
export const DanceSelect = ({ dance, dances, onChoose }: Props) =>
  dances.length < 2 ? null : (
    <Select label="Dance" value={dance.id} onChange={onChoose} choices={byName(dances)} />
  );
