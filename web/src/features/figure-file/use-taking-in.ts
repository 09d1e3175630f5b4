import { api, type JudgedFile } from "@map-step/contract";
import { useState } from "react";
import { call, errorText, isStale, useChange } from "../../kit/api.ts";
import { tellDone } from "../../kit/toasts.ts";
import type { RawRow } from "./csv.ts";
import { verdictCounts } from "./judged-rows.tsx";

/** Rows that were given, and what would become of each; nothing while that is being looked at. */
export interface Opened {
  readonly name: string;
  readonly rows: readonly RawRow[];
  readonly dances: readonly RawRow[];
  readonly judged: JudgedFile | null;
}

/** Has rows judged, and takes them in as a whole or not at all. */
export function useTakingIn(onTaken: () => void = () => undefined) {
  const takeIn = useChange(api.figureFile.takeIn);
  const [opened, setOpened] = useState<Opened | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const judge = async (name: string, rows: readonly RawRow[], dances: readonly RawRow[] = []) => {
    setOpened({ name, rows, dances, judged: null });
    try {
      const judged = await call(api.figureFile.preview, { body: { rows: [...rows], dances: [...dances] } });
      setOpened({ name, rows, dances, judged });
    } catch (error) {
      setOpened(null);
      setFaults([errorText(error)]);
    }
  };
  const take = async ({ name, rows, dances, judged }: Opened) => {
    if (!judged) return;
    try {
      const done = await takeIn.mutateAsync({
        body: { rows: [...rows], dances: [...dances], basis: judged.basis },
      });
      const counts = verdictCounts(done.rows);
      tellDone(`${name}: ${counts.added} added, ${counts.changed} changed`);
      setOpened(null);
      onTaken();
    } catch (error) {
      if (isStale(error)) setOpened({ name, rows, dances, judged: error.problem.current as JudgedFile });
      setFaults([
        isStale(error)
          ? "The library changed since you looked; this is what would happen now."
          : errorText(error),
      ]);
    }
  };
  return { opened, setOpened, faults, setFaults, judge, take, taking: takeIn.isPending };
}
