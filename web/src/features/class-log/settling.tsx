import type { LogEntry, NotedValues } from "@map-step/core/lesson";
import { useState } from "react";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { RefusedList } from "../../kit/refused-list.tsx";
import type { QueuedEntry } from "./outbox.ts";
import type { ClassLogEdit } from "./use-class-log.ts";
import { valueText } from "./words.ts";

interface Props {
  readonly edit: ClassLogEdit;
  /** What an entry is about, as a person knows it. */
  readonly nameOf: (entry: Pick<LogEntry, "kind" | "target">) => string;
}

/** What is to be decided about things noted here: two words on one thing, and what the studio could not take. */
export function LogSettling({ edit, nameOf }: Props) {
  const [putOff, setPutOff] = useState<readonly number[]>([]);
  const conflict = edit.conflicts.find(({ held }) => !putOff.includes(held.order));
  if (conflict) {
    const { entry } = conflict.held;
    const mine = valueText(entry as LogEntry);
    const theirs = conflict.theirs ? valueText(conflict.theirs) : "nothing noted";
    const choose = (chosen: ReadonlySet<string>) =>
      void edit.settle(conflict, chosen.has("entry") ? "theirs" : "mine");
    return (
      <ConflictDialog
        key={conflict.held.order}
        differences={[{ key: "entry", label: nameOf(entry), mine, theirs }]}
        onChoose={choose}
        onClose={() => setPutOff([...putOff, conflict.held.order])}
      />
    );
  }
  /** A remark is written anew; anything else that was noted is kept in words. */
  const mend = async (held: QueuedEntry, text: string): Promise<void> => {
    const { entry } = held;
    const remark = entry.kind === "remark" && entry.value ? entry.value : { kind: "note", figureId: null };
    await edit.note("remark", crypto.randomUUID(), { ...remark, text } as NotedValues["remark"]);
    await edit.dismiss(held);
  };
  return (
    <RefusedList
      lines={edit.refused.map((held) => {
        const said = valueText(held.entry as LogEntry);
        const { kind, value } = held.entry;
        return {
          order: held.order,
          text: `${nameOf(held.entry)}, ${said}. ${held.why ?? ""}`,
          again: () => void edit.again(held),
          discard: () => void edit.dismiss(held),
          mend: {
            text: kind === "remark" && value ? value.text : `${nameOf(held.entry)}: ${said}`,
            send: (text) => void mend(held, text),
          },
        };
      })}
    />
  );
}
