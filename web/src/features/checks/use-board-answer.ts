import { latestDay } from "@map-step/core/time";
import { useMemo } from "react";
import { useAnswer } from "../../kit/use-answer.ts";
import type { BoardAnswer, BoardQuestion } from "../../workers/board.ts";
import type { Board } from "./board.ts";

/** Opens the worker that looks at a whole class. */
export const openBoardWorker = () =>
  new Worker(new URL("../../workers/board.worker.ts", import.meta.url), { type: "module" });

/**
 * Who is ready, what to look at and what to teach, worked out beside the page; the last answer until the next is there.
 * @param again the night on which is looked anew, `null` for what was seen last
 */
export function useBoardAnswer(board: Board | null, again: string | null = null): BoardAnswer | null {
  const question = useMemo((): BoardQuestion | null => {
    if (!board) return null;
    const minutes = Object.fromEntries(
      board.figures.map(({ id, minutes: own }) => [id, Math.max(3, Math.round(own / 2))]),
    );
    return {
      rule: board.rule,
      model: board.levelSeen.model,
      again,
      minutes,
      at: latestDay([board.today, again ?? board.today]) ?? board.today,
      studentIds: board.dancers.map(({ id }) => id),
      evidence: board.seen.evidence,
    };
  }, [board, again]);
  return useAnswer<BoardQuestion, BoardAnswer>(openBoardWorker, question).answer;
}
