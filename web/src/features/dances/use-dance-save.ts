import { api, DANCE_FIELDS, type DanceRecord, danceChange } from "@map-step/contract";
import { useChange } from "../../kit/api.ts";
import { useContractForm } from "../../kit/form.ts";
import { useFormSave } from "../../kit/form-save.tsx";
import { shownBy } from "../../kit/plain-fields.ts";
import { tellDone } from "../../kit/toasts.ts";

const SHOWN = shownBy(DANCE_FIELDS);

/**
 * The form of a dance of which one list is written on a page of its own, such as its holds. What is typed is kept until
 * it is saved, and what somebody else changed meanwhile is merged or asked.
 * @param list the field that is written here; drafts of two lists do not mix
 */
export function useDanceSave(dance: DanceRecord, list: "holds" | "ownElements", onSaved: () => void) {
  const change = useChange(api.dances.change);
  const { form, base, forget, restored, discard } = useContractForm(
    danceChange,
    dance,
    `dance:${dance.id}:${list}`,
  );
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown: SHOWN,
    save: ({ version, ...content }) =>
      change.mutateAsync({ params: { id: dance.id }, body: { ...content, version } }),
    onSaved: ({ name }) => {
      forget();
      tellDone(`${name} is saved`);
      onSaved();
    },
  });
  return { form, submit, problem, conflict, restored, discard };
}
