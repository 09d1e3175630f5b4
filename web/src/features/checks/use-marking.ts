import type { Check } from "@map-step/contract";
import { MARK_NAMES, type Mark } from "@map-step/core/check";
import { useRef } from "react";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import type { Board, Dancer } from "./board.ts";
import { figuresOf } from "./use-lay-out.ts";
import type { NewEvidence } from "./use-seen.ts";

/** A dancer in one of their roles: who dances both is marked in each. */
export interface Marked extends Dancer {
  readonly as: "leader" | "follower" | "solo";
  readonly title: string;
}

/** Everybody in each of their roles. */
export const inRoles = (dancers: readonly Dancer[]): Marked[] =>
  dancers.flatMap((dancer): Marked[] =>
    dancer.role === "both"
      ? (["leader", "follower"] as const).map((as) => ({ ...dancer, as, title: `${dancer.name}, ${as}` }))
      : [{ ...dancer, as: dancer.role, title: dancer.name }],
  );

/** Marks of one check: what this person said in it, and how to say more. */
export function useMarking(board: Board, check: Check) {
  const { person } = useSession();
  const { seen } = board;
  const layerOf = new Map(figuresOf(board, check).map(({ figureId, layer }) => [figureId, layer]));
  const gone = new Set(seen.evidence.flatMap(({ corrects }) => corrects ?? []));
  // Two taps in quick succession: the second is made in sight of the first, before that is read back from the device.
  const made = useRef(new Map<string, string>());
  const keyOf = (studentId: string, as: string, figureId: string) => `${studentId} ${as} ${figureId}`;
  const own = new Map(
    seen.evidence.flatMap((entry) =>
      entry.checkId === check.id && entry.markerId === person.id && !gone.has(entry.id)
        ? [[keyOf(entry.studentId, entry.role, entry.figureId), entry] as const]
        : [],
    ),
  );
  const markOf = ({ id, as }: Marked, figureId: string): Mark | null =>
    own.get(keyOf(id, as, figureId))?.mark ?? null;
  /** What others said of the same in this check. */
  const othersOf = ({ id, as }: Marked, figureId: string) =>
    seen.evidence.filter(
      (entry) =>
        entry.checkId === check.id &&
        entry.markerId !== person.id &&
        entry.studentId === id &&
        entry.role === as &&
        entry.figureId === figureId &&
        entry.mark !== null &&
        !gone.has(entry.id),
    );
  const give = async (
    marks: readonly { readonly dancer: Marked; readonly figureId: string; readonly mark: Mark | null }[],
    said?: string,
  ): Promise<void> => {
    const before = marks.map(({ dancer, figureId }) => {
      const key = keyOf(dancer.id, dancer.as, figureId);
      return own.get(key)?.id ?? made.current.get(key) ?? null;
    });
    const entries = marks.flatMap(({ dancer, figureId, mark }, at): NewEvidence[] => {
      const corrects = before[at] ?? null;
      if (mark === null && corrects === null) return [];
      return [
        {
          studentId: dancer.id,
          role: dancer.as,
          figureId,
          mark,
          corrects,
          checkId: check.id,
          layer: layerOf.get(figureId) ?? board.layer,
          seenOn: check.heldOn,
        },
      ];
    });
    if (entries.length === 0) return;
    try {
      const ids = await seen.record(entries);
      entries.forEach(({ studentId, role, figureId }, at) => {
        made.current.set(keyOf(studentId, role, figureId), ids[at] ?? "");
      });
      const [first] = marks;
      const title =
        said ??
        `${first?.dancer.title}, ${board.nameOf(first?.figureId ?? "")}: ${first?.mark ? MARK_NAMES[first.mark] : "taken back"}`;
      tellRemoved(title, () => {
        // Undone, each is what it was before: taken back, or said again.
        const back = entries.map((entry, at): NewEvidence => {
          const earlier = seen.evidence.find(({ id }) => id === before[at]);
          return { ...entry, mark: earlier?.mark ?? null, corrects: ids[at] ?? null };
        });
        void seen.record(back).then((again) => {
          entries.forEach(({ studentId, role, figureId }, at) => {
            made.current.set(keyOf(studentId, role, figureId), again[at] ?? "");
          });
        }, tellError);
      });
    } catch (error) {
      tellError(error);
    }
  };
  return { markOf, othersOf, give };
}

/** Marks of one check, and how to say more. */
export type Marking = ReturnType<typeof useMarking>;
