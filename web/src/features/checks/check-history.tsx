import { type Check, type CheckContent, checkContent } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { longDay } from "../../kit/dates.ts";
import { differencesOf, type Shown } from "../../kit/merge.ts";
import { HistoryButton } from "../history/history-button.tsx";
import type { Board } from "./board.ts";

/** Who changed what a check looks at. What was seen in it has its own record, and is never changed. */
export function CheckHistory({ check, board }: { check: Check; board: Pick<Board, "nameOf"> }) {
  const shown: Shown<CheckContent> = {
    heldOn: ["Night", longDay],
    minutes: ["Length", (minutes) => counted(minutes, "minute")],
    figures: ["Looks at", (figures) => figures.map(({ figureId }) => board.nameOf(figureId)).join(", ")],
    routine: [
      "Routine",
      (routine) =>
        routine.map((item) => ("figureId" in item ? board.nameOf(item.figureId) : "a choice")).join(", "),
    ],
  };
  return (
    <HistoryButton
      list="checks"
      id={check.id}
      what="this check"
      shape={checkContent}
      differ={(was, is) => differencesOf(was, is, shown)}
    />
  );
}
