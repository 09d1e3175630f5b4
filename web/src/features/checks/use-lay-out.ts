import { api, type Check, type CheckContent, type FigureRecord } from "@map-step/contract";
import { figureItemsOf } from "@map-step/core/sequence";
import { ticksToBeats } from "@map-step/core/time";
import { useChange } from "../../kit/api.ts";
import { tellError } from "../../kit/toasts.ts";
import { useSequenceLibrary } from "../sequences/use-library.ts";
import type { Board } from "./board.ts";
import { useDesign } from "./use-design.ts";

export interface LayOutProps {
  readonly board: Board;
  readonly check: Check;
  readonly records: readonly FigureRecord[];
  readonly bpm: number;
}

/** What is taught and looked at: what the check names, or all that was taught. */
export const figuresOf = (board: Board, { figures }: Pick<Check, "figures">): CheckContent["figures"] =>
  figures.length > 0
    ? figures
    : board.figures.map(({ id, taught }) => ({ figureId: id, layer: deepest(taught, board.layer) }));

/** What was taught beyond the partner is asked for with the partner, unless somebody says otherwise. */
const deepest = (taught: Board["layer"] | null, usual: Board["layer"]): Board["layer"] =>
  taught === null || taught === "technique" || taught === "style" ? usual : taught;

/** A check that is laid out: what it looks at, the routine that shows it, and how to change both. */
export function useLayOut({ board, check, records }: LayOutProps) {
  const library = useSequenceLibrary(board.dance, records);
  const change = useChange(api.checks.change);
  const figures = figuresOf(board, check);
  const known = new Set(board.figures.map(({ id }) => id));
  const design = useDesign(library, known);
  const save = (about: Partial<CheckContent>) => {
    const { heldOn, minutes, routine } = check;
    change.mutate(
      {
        params: { id: check.id },
        body: { heldOn, minutes, figures: check.figures, routine, ...about, version: check.version },
      },
      { onError: tellError },
    );
  };
  const ids = figures.map(({ figureId }) => figureId);
  const beats = figureItemsOf(check.routine).reduce((sum, { figureId, times }) => {
    const figure = library.figureOf(figureId);
    return sum + times * (figure ? ticksToBeats(figure.length) : 0);
  }, 0);
  return { library, figures, ids, design, beats, save, left: design.unshown(ids) };
}
/** A check that is laid out. */
export type LayOut = ReturnType<typeof useLayOut>;
