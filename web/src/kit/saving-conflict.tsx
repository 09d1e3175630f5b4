import { useEffect, useState } from "react";
import { ConflictDialog } from "./conflict.tsx";
import type { Conflict } from "./saver.ts";

interface Props {
  readonly conflict: Conflict | null;
  /** Called with the keys for which the other person's version was chosen. */
  readonly onChoose: (theirs: ReadonlySet<string>) => void;
}

/** Asks what a page that saves itself cannot settle. Put off, it is asked again with the next change. */
export function SavingConflict({ conflict, onChoose }: Props) {
  const [putOff, setPutOff] = useState<Conflict | null>(null);
  useEffect(() => {
    if (!conflict) setPutOff(null);
  }, [conflict]);
  if (!conflict || putOff === conflict) return null;
  return (
    <ConflictDialog
      differences={conflict.differences}
      changed={conflict.changed}
      onChoose={onChoose}
      onClose={() => setPutOff(conflict)}
    />
  );
}
