import { Button, Text } from "@chakra-ui/react";
import { api, type Section } from "@map-step/contract";
import { inWords } from "@map-step/core/words";
import { useSyncExternalStore } from "react";
import { isUnanswered, useApi, useChange } from "../../kit/api.ts";
import { Slip } from "../../kit/slip.tsx";
import { tellError } from "../../kit/toasts.ts";
import { useMay, useSession } from "../session/session.tsx";

const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener("storage", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", listener);
  };
}

/** Whether the studio takes a class for the person's own: its students are shown to them and marked by them. */
export function useTeaches(): (section: Pick<Section, "teacherIds" | "substituteIds">) => boolean {
  const { person } = useSession();
  const director = useMay("sections.write");
  return ({ teacherIds, substituteIds }) =>
    director || teacherIds.length === 0 || [...teacherIds, ...substituteIds].includes(person.id);
}

/**
 * Whether a class is the person's own: its teachers' and the director's, and whoever stepped in for them. Everybody
 * else reads along, so that nobody changes another's class by a slip of the finger.
 */
export function useOwnClass(section: Section): { mine: boolean; stepIn: () => void } {
  const { id } = section;
  const { person } = useSession();
  const teaches = useTeaches();
  const key = `map-step:stepped-in:${person.id}:${id}`;
  const steppedIn = useSyncExternalStore(subscribe, () => localStorage.getItem(key) !== null);
  const { mutate } = useChange(api.sections.stepIn);
  const teachHere = () => {
    localStorage.setItem(key, "yes");
    for (const listener of listeners) listener();
  };
  const stepIn = () =>
    mutate(
      { params: { id } },
      {
        onSuccess: teachHere,
        // Without a network the class goes on here; its students are shown once the studio knows.
        onError: (error) => (isUnanswered(error) ? teachHere() : tellError(error)),
      },
    );
  return { mine: teaches(section) || steppedIn, stepIn };
}

/** Says to whom it isn't whose class this is, and lets a substitute step in. Nothing for its own teachers. */
export function ReadingAlong({ section }: { section: Section }) {
  const { mine, stepIn } = useOwnClass(section);
  const staff = useApi(api.staff.list, {}, { enabled: !mine });
  if (mine) return null;
  const names = section.teacherIds.flatMap((id) => staff.data?.find((one) => one.id === id)?.name ?? []);
  return (
    <Slip role="note" className="no-print">
      <Text>
        {names.length > 0 ? `The class of ${inWords(names)}: you read along.` : "You read along here."}
      </Text>
      <Button size="sm" variant="outline" bg="panel" onClick={stepIn}>
        Step in as a substitute
      </Button>
    </Slip>
  );
}
