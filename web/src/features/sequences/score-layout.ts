import { turnOf } from "@map-step/core/figure";
import { holdsSaid, isWeightAction, type Role, stepsOf, writtenRoles } from "@map-step/core/notation";
import type { DancedFigure, FigureItem, RoundFacts, SequenceJoin } from "@map-step/core/sequence";
import { beatsToTicks, spokenFraction, TICKS_PER_BEAT } from "@map-step/core/time";

/** A beat is drawn at least so many pixels wide, and no row is wider than so many beats. */
const LEAST_BEAT = 26;
const MOST_BEATS = 32;

/** A part of the drawing from left to right, in pixels. */
interface Stretch {
  readonly x: number;
  readonly width: number;
}

/** A figure with its repeats, or what of it stands in one row. */
export interface Bar extends Stretch {
  readonly item: FigureItem;
  /** The beat on which it begins, from 0. */
  readonly from: number;
  readonly within: readonly string[];
  /** Whether it began in the row before, and goes on in the next. */
  readonly goesOnFrom: boolean;
  readonly goesOn: boolean;
}

/** Where two figures of the round follow each other. */
export interface Knot {
  readonly x: number;
  readonly before: FigureItem | null;
  readonly after: FigureItem | null;
}

/** The join at a knot: between two figures of the round, or from the last back to the first. */
export const joinAt = (
  joins: readonly SequenceJoin[],
  { before, after }: Pick<Knot, "before" | "after">,
  first: string | undefined,
): SequenceJoin | undefined =>
  joins.find(({ from, to }) => from === before?.id && to === (after?.id ?? first));

export interface StepBox extends Stretch {
  readonly isWeight: boolean;
  /** Such as `½`; empty where the step does not turn. */
  readonly turn: string;
}

export interface HoldBand extends Stretch {
  readonly hold: string;
  /** Its place among the holds of the sequence, from 0, for its tone. */
  readonly tone: number;
}

/** One row of the score: some phrases. */
export interface ScoreRow {
  readonly from: number;
  readonly to: number;
  readonly width: number;
  /** Its phrases, from 1: `1–3`. */
  readonly phrases: string;
  readonly counts: readonly { readonly x: number; readonly count: number; readonly isFirst: boolean }[];
  readonly bars: readonly Bar[];
  readonly knots: readonly Knot[];
  readonly roles: readonly { readonly role: Role; readonly steps: readonly StepBox[] }[];
  readonly holds: readonly HoldBand[];
}

/** A figure with its repeats in one round. */
interface Run {
  readonly item: FigureItem;
  readonly from: number;
  readonly beats: number;
  readonly within: readonly string[];
}

function runsOf(danced: readonly DancedFigure[]): Run[] {
  const runs: Run[] = [];
  for (const { item, time, from, beats, within } of danced) {
    const last = runs.at(-1);
    if (time > 0 && last?.item.id === item.id) runs[runs.length - 1] = { ...last, beats: last.beats + beats };
    else runs.push({ item, from, beats, within });
  }
  return runs;
}

/** Beats of a row: whole phrases where one fits, as many as there is room for. */
function rowBeats(width: number, phraseBeats: number): number {
  const most = Math.max(4, Math.min(MOST_BEATS, Math.floor(width / LEAST_BEAT)));
  return phraseBeats <= most ? phraseBeats * Math.floor(most / phraseBeats) : most;
}

const phrasesIn = (from: number, to: number, phraseBeats: number): string => {
  const first = Math.floor(from / phraseBeats) + 1;
  const last = Math.max(first, Math.ceil(to / phraseBeats));
  return first === last ? `${first}` : `${first}–${last}`;
};

/**
 * Where everything of a round stands: rows of whole phrases, figures as bars over the counts, the steps of each role and
 * the holds beneath. Pixels from the left of a row.
 * @param width of a row, in pixels
 */
export function scoreLayout(
  { danced, whole, beats }: RoundFacts,
  width: number,
  phraseBeats: number,
): ScoreRow[] {
  const each = rowBeats(width, phraseBeats);
  const scale = width / each;
  const runs = runsOf(danced);
  const roles = whole ? writtenRoles(whole).map((role) => ({ role, steps: stepsOf(whole, role) })) : [];
  // What is said again while it is in force changes nothing.
  const said = (whole ? holdsSaid(whole) : []).filter(({ hold }, at, all) => hold !== all[at - 1]?.hold);
  const names = [...new Set(said.map(({ hold = "" }) => hold))];
  const rows: ScoreRow[] = [];
  for (let from = 0; from < Math.max(beats, 1); from += each) {
    const to = Math.min(from + each, Math.max(beats, from + Math.min(each, phraseBeats)));
    const x = (beat: number): number => (Math.max(from, Math.min(to, beat)) - from) * scale;
    const [begin, end] = [beatsToTicks(from), beatsToTicks(to)];
    const inRow = (start: number, stop: number): boolean => stop > from && start < to;
    const bars = runs
      .filter((run) => inRow(run.from, run.from + run.beats))
      .map(
        (run): Bar => ({
          item: run.item,
          from: run.from,
          within: run.within,
          x: x(run.from),
          width: x(run.from + run.beats) - x(run.from),
          goesOnFrom: run.from < from,
          goesOn: run.from + run.beats > to,
        }),
      );
    const knots = runs.flatMap((run, at): Knot[] =>
      run.from >= from && run.from < to && run.beats > 0
        ? [{ x: x(run.from), before: runs[at - 1]?.item ?? null, after: run.item }]
        : [],
    );
    const last = runs.at(-1);
    if (last && last.from + last.beats > from && last.from + last.beats <= to)
      knots.push({ x: x(last.from + last.beats), before: last.item, after: null });
    rows.push({
      from,
      to,
      width: (to - from) * scale,
      phrases: phrasesIn(from, Math.min(to, Math.max(beats, 1)), phraseBeats),
      counts: Array.from({ length: to - from }, (_, at) => ({
        x: at * scale,
        count: ((from + at) % phraseBeats) + 1,
        isFirst: (from + at) % phraseBeats === 0,
      })),
      bars,
      knots,
      roles: roles.map(({ role, steps }) => ({
        role,
        steps: steps.flatMap((step, at): StepBox[] => {
          const stop = steps[at + 1]?.onset ?? beatsToTicks(beats);
          if (stop <= begin || step.onset >= end) return [];
          const [left, right] = [x(step.onset / TICKS_PER_BEAT), x(stop / TICKS_PER_BEAT)];
          const turn = turnOf(step);
          return [
            {
              x: left,
              width: right - left,
              isWeight: isWeightAction(step.action),
              turn: turn === 0 || step.onset < begin ? "" : spokenFraction(Math.abs(turn), 360),
            },
          ];
        }),
      })),
      holds: said.flatMap(({ onset, hold = "" }, at): HoldBand[] => {
        const [start, stop] = [
          at === 0 ? 0 : onset / TICKS_PER_BEAT,
          (said[at + 1]?.onset ?? beatsToTicks(beats)) / TICKS_PER_BEAT,
        ];
        return inRow(start, stop)
          ? [{ x: x(start), width: x(stop) - x(start), hold, tone: names.indexOf(hold) }]
          : [];
      }),
    });
  }
  return rows;
}
