import { api, type DanceRecord } from "@map-step/contract";
import { errorText, fieldErrors, isStale, useChange } from "../../kit/api.ts";
import { tellDone } from "../../kit/toasts.ts";

type Lists = "holds" | "ownElements";

/**
 * Adds one more entry to a list of a dance where somebody is writing something else.
 * @param list the field that it goes into
 */
export function useAddToDance<L extends Lists>(dance: DanceRecord, list: L) {
  const change = useChange(api.dances.change);
  const place = `${list}.${dance[list].length}`;
  const faults = fieldErrors(change.error);
  const add = async (entry: DanceRecord[L][number], told: string, onAdded: () => void) => {
    const send = ({ id, ...content }: DanceRecord) =>
      change.mutateAsync({ params: { id }, body: { ...content, [list]: [...content[list], entry] } });
    try {
      // Whatever somebody else changed of the dance meanwhile, one more entry goes with it.
      await send(dance).catch((error: unknown) => {
        if (isStale(error)) return send(error.problem.current as DanceRecord);
        throw error;
      });
      tellDone(told);
      onAdded();
    } catch {
      // What is wrong stands in the form.
    }
  };
  return {
    add,
    isAdding: change.isPending,
    errorAt: (field: string) => faults.find(({ path }) => path === `${place}.${field}`)?.message,
    /** What is wrong beside the fields of the entry. */
    other:
      change.error && !faults.some(({ path }) => path.startsWith(`${place}.`))
        ? (faults[0]?.message ?? errorText(change.error))
        : null,
  };
}
