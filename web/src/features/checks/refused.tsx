import { MARK_NAMES } from "@map-step/core/check";
import { RefusedList } from "../../kit/refused-list.tsx";
import type { SeenEdit } from "./use-seen.ts";

interface Props {
  readonly seen: SeenEdit;
  readonly nameOf: (figureId: string) => string;
  readonly dancerOf: (studentId: string) => string;
}

/** What was seen here and the studio could not take. */
export const RefusedSeen = ({ seen, nameOf, dancerOf }: Props) => (
  <RefusedList
    lines={seen.refused.map((held) => {
      const { entry, order, why } = held;
      const said =
        entry.kind === "seen"
          ? `${dancerOf(entry.studentId)} ${entry.mark ? MARK_NAMES[entry.mark] : "taken back"}`
          : (entry.text ?? "a note taken back");
      // A note is about a figure in a check, so what belongs to none can only be sent again.
      const isNoted = entry.checkId !== null && (entry.kind === "seen" || entry.text !== null);
      const send = async (text: string): Promise<void> => {
        const { checkId, figureId } = entry;
        await seen.note({ checkId, figureId, text, corrects: null });
        await seen.dismiss(held);
      };
      return {
        order,
        text: `${nameOf(entry.figureId)}, ${said}. ${why ?? ""}`,
        again: () => void seen.again(held),
        discard: () => void seen.dismiss(held),
        mend: isNoted ? { text: said, send: (text) => void send(text) } : null,
      };
    })}
  />
);
