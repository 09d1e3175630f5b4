import { api, type Check, type CheckMark } from "@map-step/contract";
import type { Mark } from "@map-step/core/check";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { isStale, keyOf, useChange } from "../../kit/api.ts";
import { tellError } from "../../kit/toasts.ts";

export interface Cell {
  readonly studentId: string;
  readonly figureId: string;
}

type Given = CheckMark & { readonly mark: Mark };
/** The marks that stand, without those that were taken back. */
export const given = (marks: readonly CheckMark[]): Given[] =>
  marks.filter((one): one is Given => one.mark !== null);

/** A mark that somebody else gave another way in the same moment. */
export interface CellConflict {
  readonly mine: Mark | null;
  readonly theirs: CheckMark;
}

const same = (a: Cell, b: Cell) => a.studentId === b.studentId && a.figureId === b.figureId;

/** The marks with one cell put to a result. */
export const withMark = (marks: readonly CheckMark[], result: CheckMark): CheckMark[] => [
  ...marks.filter((other) => !same(other, result)),
  result,
];

/** Marks cells of a check; shown at once, taken back when the server refuses. */
export function useCheck(check: Check) {
  const client = useQueryClient();
  const send = useChange(api.checks.mark);
  const [conflict, setConflict] = useState<CellConflict | null>(null);
  const key = keyOf(api.checks.list, { id: check.sectionId });
  const put = (result: CheckMark) =>
    client.setQueryData<Check[]>(key, (checks) =>
      checks?.map((other) =>
        other.id === check.id ? { ...other, marks: withMark(other.marks, result) } : other,
      ),
    );
  const mark = async (cell: Cell, value: Mark | null, version?: number): Promise<void> => {
    const before = check.marks.find((other) => same(other, cell));
    if ((before?.mark ?? null) === value && version === undefined) return;
    await client.cancelQueries({ queryKey: key });
    const old: CheckMark = { ...cell, mark: before?.mark ?? null, version: before?.version ?? 0 };
    put({ ...old, mark: value });
    try {
      const body = { ...cell, mark: value, version: version ?? old.version };
      put(await send.mutateAsync({ params: { id: check.id }, body }));
    } catch (error) {
      put(old);
      if (isStale(error)) setConflict({ mine: value, theirs: error.problem.current as CheckMark });
      else tellError(error);
    }
  };
  return { mark, conflict, forgetConflict: () => setConflict(null) };
}
