import { api, DANCE_FIELDS, type DanceRecord, danceChange } from "@map-step/contract";
import { useChange } from "../../kit/api.ts";
import { shownBy } from "../../kit/plain-fields.ts";
import { useRecordForm } from "../../kit/record-form.ts";
import { tellDone } from "../../kit/toasts.ts";

const SHOWN = shownBy(DANCE_FIELDS);

/**
 * The form of a dance of which one list is written on a page of its own, such as its holds. What is typed is kept until
 * it is saved, and what somebody else changed meanwhile is merged or asked.
 * @param list the field that is written here; drafts of two lists do not mix
 */
export function useDanceSave(dance: DanceRecord, list: "holds" | "ownElements", onSaved: () => void) {
  const change = useChange(api.dances.change);
  return useRecordForm({
    schema: danceChange,
    start: dance,
    draft: `dance:${dance.id}:${list}`,
    shown: SHOWN,
    save: ({ version, ...content }) =>
      change.mutateAsync({ params: { id: dance.id }, body: { ...content, version } }),
    onSaved: ({ name }) => {
      tellDone(`${name} is saved`);
      onSaved();
    },
  });
}
