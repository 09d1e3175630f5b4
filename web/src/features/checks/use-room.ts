import type { Check, FigureRecord } from "@map-step/contract";
import { figureItemsOf } from "@map-step/core/sequence";
import { useState } from "react";
import { useReadyOffline } from "../../kit/use-ready-offline.ts";
import type { BoardAnswer } from "../../workers/board.ts";
import { stepsIn } from "../figures/steps.ts";
import { type Board, dancerName } from "./board.ts";
import { openOf, unmarkedOf } from "./settled.ts";
import { figuresOf } from "./use-lay-out.ts";
import { inRoles, useMarking } from "./use-marking.ts";

export const WAYS = [
  { value: "watch", label: "Watch now" },
  { value: "figure", label: "By figure" },
  { value: "couple", label: "By couple" },
  { value: "student", label: "By student" },
] as const;
type Way = (typeof WAYS)[number]["value"];

export interface RoomProps {
  readonly board: Board;
  readonly check: Check;
  readonly answer: BoardAnswer | null;
  /** The figures of the dance in full, once they are read. */
  readonly records: readonly FigureRecord[];
}

/** So many are watched at once. */
const MOST_WATCHED = 4;

/**
 * Whom to watch, each in a place of their own: what others mark meanwhile moves no card under a finger. A place goes to
 * the next most telling once whoever stands there was marked here.
 */
function useSlots(figureId: string, telling: readonly string[], isMarked: (id: string) => boolean): string[] {
  const [kept, setKept] = useState<{ readonly figureId: string; readonly ids: readonly string[] }>({
    figureId,
    ids: [],
  });
  const before = kept.figureId === figureId ? kept.ids : [];
  const staying = new Set(before.filter((id) => !isMarked(id)));
  const coming = telling.filter((id) => !before.includes(id) && !isMarked(id));
  const ids = before.flatMap((id) => (staying.has(id) ? id : (coming.shift() ?? [])));
  const all = [...ids, ...coming].slice(0, MOST_WATCHED);
  if (kept.figureId !== figureId || kept.ids.join() !== all.join()) setKept({ figureId, ids: all });
  return all;
}

/** A check in the room: what is looked at now, whom to watch, and who is still open. */
export function useRoom({ board, check, answer, records }: RoomProps) {
  const marking = useMarking(board, check);
  const offline = useReadyOffline(answer !== null && records.length > 0);
  const figures = figuresOf(board, check);
  const inRoutine = figureItemsOf(check.routine).map(({ figureId }) => figureId);
  const strip = [...new Set([...inRoutine, ...figures.map(({ figureId }) => figureId)])];
  const [at, setAt] = useState(0);
  const [way, setWay] = useState<Way>("watch");
  const dancers = inRoles(board.dancers);
  const [studentId, setStudentId] = useState(dancers[0]?.id ?? "");
  const figureId = strip[Math.min(at, strip.length - 1)] ?? "";
  const readOnly = !board.mayMark;
  const record = records.find(({ id }) => id === figureId);
  const steps = record ? stepsIn(records, [board.dance], record) : null;
  const nameOf = (id: string) => dancerName(board, id);
  const layer = figures.find((figure) => figure.figureId === figureId)?.layer ?? board.layer;
  // The most telling first: of this figure, or of all where this one would settle nothing.
  const telling = (answer?.dancers ?? [])
    .flatMap(({ studentId: id, telling: own }) => own.map((thing) => ({ ...thing, id })))
    .filter(({ gain, figureId: of }) => gain > 0.01 && strip.includes(of))
    .toSorted((a, b) => b.gain - a.gain);
  // What is watched is the figure that is chosen above, on the whole page.
  const here = telling.filter((thing) => thing.figureId === figureId);
  const slots = useSlots(
    figureId,
    here.map(({ id }) => id),
    (id) => dancers.some((dancer) => dancer.id === id && marking.markOf(dancer, figureId) !== null),
  );
  const cards = slots.flatMap((id) => dancers.filter((dancer) => dancer.id === id).slice(0, 1));
  const elsewhere = here.length === 0 ? telling[0] : undefined;
  const open = answer ? openOf(answer, nameOf) : null;
  const unmarked = answer ? unmarkedOf(answer).map(board.nameOf) : [];
  return {
    board,
    check,
    answer,
    marking,
    offline,
    inRoutine,
    strip,
    at,
    setAt,
    way,
    setWay,
    dancers,
    studentId,
    setStudentId,
    figureId,
    readOnly,
    steps,
    nameOf,
    layer,
    telling,
    cards,
    elsewhere,
    open,
    unmarked,
  };
}
/** A check in the room. */
export type RoomState = ReturnType<typeof useRoom>;
