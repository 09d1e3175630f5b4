import { FIGURE_KINDS } from "../figure/index.ts";
import { lessonsBefore } from "./check.ts";
import {
  type LevelPlan,
  type Placement,
  type PlanFigure,
  teachingMinutes,
  weekByFigure,
  weeksOf,
} from "./level.ts";
import { strandInWeeks, strandsOf } from "./loads.ts";
import type { Strand } from "./strand.ts";

export interface LeftOut {
  readonly figureId: string;
  /** Which limit holds it out, in a sentence. */
  readonly reason: string;
}

export interface Draft {
  readonly placements: readonly Placement[];
  readonly left: readonly LeftOut[];
}

export interface DraftOptions {
  /** Figures that stay where they are. */
  readonly keep?: readonly Placement[];
  /** The first week that may take a new figure, such as the one after the last taught. */
  readonly from?: number;
}

/**
 * Figures so that each comes after those it needs; among those that are ready basics come first, then in the
 * order given. Figures caught in a circle of needs are appended as given.
 */
export function teachableOrder(figures: readonly PlanFigure[]): PlanFigure[] {
  const ids = new Set(figures.map(({ id }) => id));
  const waiting = figures.map((figure, index) => ({
    figure,
    rank: FIGURE_KINDS.indexOf(figure.kind) * 10_000 + index,
  }));
  waiting.sort((a, b) => a.rank - b.rank);
  const done = new Set<string>();
  const order: PlanFigure[] = [];
  while (waiting.length > 0) {
    const ready = waiting.findIndex(({ figure }) =>
      figure.needs.every((need) => !ids.has(need) || done.has(need)),
    );
    const [next] = waiting.splice(Math.max(0, ready), 1);
    if (!next) break;
    done.add(next.figure.id);
    order.push(next.figure);
  }
  return order;
}

interface Board {
  readonly level: LevelPlan;
  readonly strands: ReadonlyMap<string, Strand>;
  readonly room: number;
  readonly loads: number[];
  readonly fresh: number[];
  readonly weeks: Map<string, number>;
  readonly kinds: ReadonlyMap<string, PlanFigure>;
  readonly from: number;
}

function put(board: Board, figure: PlanFigure, week: number): void {
  board.weeks.set(figure.id, week);
  board.fresh[week - 1] = (board.fresh[week - 1] ?? 0) + 1;
  for (const part of strandInWeeks(board.strands.get(figure.id) ?? [], week, board.loads.length))
    board.loads[part.week - 1] = (board.loads[part.week - 1] ?? 0) + part.minutes;
}

/** The first week that the needs of a figure allow, or the name of a need that is nowhere taught. */
function earliest(board: Board, figure: PlanFigure): number | string {
  let week = board.from;
  for (const id of figure.needs) {
    if (board.level.known.includes(id)) continue;
    const start = board.weeks.get(id);
    const need = board.kinds.get(id);
    if (start === undefined) return need?.name ?? "a figure outside this level";
    let first = start + 1;
    if (figure.kind === "turn" && need?.kind === "basic")
      while (
        first < board.loads.length &&
        lessonsBefore(board.strands.get(id) ?? [], start, first) < board.level.rules.settledLessons
      )
        first += 1;
    week = Math.max(week, first);
  }
  return week;
}

const fits = (board: Board, figure: PlanFigure, week: number): boolean => {
  const added = new Map<number, number>();
  for (const part of strandInWeeks(board.strands.get(figure.id) ?? [], week, board.loads.length))
    added.set(part.week, (added.get(part.week) ?? 0) + part.minutes);
  return [...added].every(([at, minutes]) => (board.loads[at - 1] ?? 0) + minutes <= board.room);
};

function leftOut(board: Board, figure: PlanFigure): string {
  const { rules } = board.level;
  const first = earliest(board, figure);
  if (typeof first === "string") return `Needs ${first}, which is not placed.`;
  if (figure.kind === "show" && figure.cautions.length === 0)
    return "A show move needs its cautions written first.";
  const last = rules.weeks > 1 ? rules.weeks - 1 : 1;
  if (first > last) return `What it needs is ready only in week ${first}, too late to bring it back.`;
  const open = weeksOf(rules).filter(
    (week) => week >= first && week <= last && (board.fresh[week - 1] ?? 0) < rules.mostNew,
  );
  return open.length === 0
    ? `Weeks ${first} to ${last} already have ${rules.mostNew} new figures each.`
    : `No week from ${first} to ${last} has ${figure.minutes} minutes and the time to repeat it.`;
}

/**
 * Places every chosen figure in the earliest week that its needs, the minutes and the pace allow, keeping the
 * pace even before it uses the level's full limit. The same input gives
 * the same plan. A figure for which no week is left is named with the limit that holds it out.
 */
export function draftPlan(level: LevelPlan, { keep = [], from = 1 }: DraftOptions = {}): Draft {
  const strands = strandsOf(level);
  const known = new Set(level.known);
  const chosen = level.figures.filter(({ id }) => !known.has(id));
  const { weeks, mostNew } = level.rules;
  const board: Board = {
    level,
    strands,
    room: teachingMinutes(level.rules),
    loads: Array(weeks).fill(0),
    fresh: Array(weeks).fill(0),
    weeks: new Map(),
    kinds: new Map(level.figures.map((figure) => [figure.id, figure])),
    from,
  };
  const kept = weekByFigure(keep);
  for (const figure of chosen) {
    const week = kept.get(figure.id);
    if (week !== undefined) put(board, figure, week);
  }
  const lastNew = weeks > 1 ? weeks - 1 : 1;
  const toPlace = chosen.length - board.weeks.size;
  const evenPace = Math.min(mostNew, Math.max(1, Math.ceil(toPlace / Math.max(1, lastNew - from + 1))));
  const left: LeftOut[] = [];
  for (const figure of teachableOrder(chosen)) {
    if (board.weeks.has(figure.id)) continue;
    const first = earliest(board, figure);
    const barred = typeof first === "string" || (figure.kind === "show" && figure.cautions.length === 0);
    const candidates = barred ? [] : weeksOf(level.rules).filter((week) => week >= first && week <= lastNew);
    const open = (pace: number) =>
      candidates.find((week) => (board.fresh[week - 1] ?? 0) < pace && fits(board, figure, week));
    const week = open(evenPace) ?? open(mostNew);
    if (week === undefined) left.push({ figureId: figure.id, reason: leftOut(board, figure) });
    else put(board, figure, week);
  }
  return { placements: [...board.weeks].map(([figureId, week]) => ({ figureId, week })), left };
}
