import { api, type DanceRecord, type FigureRecord, figureContent } from "@map-step/contract";
import { useApi, useChange } from "../../kit/api.ts";
import { differencesOf } from "../../kit/merge.ts";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { HistoryButton } from "../history/history-button.tsx";
import { useMay } from "../session/session.tsx";
import { shownFields } from "./figure-form.ts";

interface Props {
  readonly figure: FigureRecord;
  readonly library: readonly FigureRecord[];
  readonly dances: readonly DanceRecord[];
}

/** Who changed a figure, field by field, and the way back. */
export function FigureHistory({ figure, library, dances }: Props) {
  const staff = useApi(api.staff.list, {});
  const change = useChange(api.figures.change);
  const mayWrite = useMay("figures.write");
  const shown = shownFields(library, dances, staff.data ?? []);
  return (
    <HistoryButton
      list="figures"
      id={figure.id}
      what={figure.name}
      shape={figureContent}
      differ={(before, after) => differencesOf(before, after, shown as never)}
      onBack={
        mayWrite
          ? (was) =>
              change.mutate(
                { params: { id: figure.id }, body: { ...was, version: figure.version } },
                { onSuccess: ({ name }) => tellDone(`${name} is as it was`), onError: tellError },
              )
          : undefined
      }
    />
  );
}
