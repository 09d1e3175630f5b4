import { Button } from "@chakra-ui/react";
import type { LogEntry } from "@map-step/core/lesson";
import { useState } from "react";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { RefusedList } from "../../kit/refused-list.tsx";
import type { HeldEntry } from "./outbox.ts";
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
  const asRemark = async (held: HeldEntry): Promise<void> => {
    const text = `${nameOf(held.entry)}: ${valueText(held.entry as LogEntry)}`;
    await edit.note("remark", crypto.randomUUID(), { kind: "note", text, figureId: null });
    await edit.dismiss(held);
  };
  return (
    <RefusedList
      lines={edit.refused.map((held) => ({
        order: held.order,
        text: `${nameOf(held.entry)}, ${valueText(held.entry as LogEntry)}. ${held.why ?? ""}`,
        again: () => void edit.again(held),
        discard: () => void edit.dismiss(held),
        more:
          held.entry.kind === "remark" ? null : (
            <Button size="sm" variant="outline" onClick={() => void asRemark(held)}>
              Keep it as a remark
            </Button>
          ),
      }))}
    />
  );
}
