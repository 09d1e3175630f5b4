import { rhythmWords, stepEnd } from "@map-step/core/figure";
import {
  type Figure,
  holdsSaid,
  isWeightAction,
  type Role,
  type Step,
  stepsOf,
  writtenRoles,
} from "@map-step/core/notation";
import {
  beatsToTicks,
  type Dance,
  spokenCount,
  spokenFraction,
  TICKS_PER_BEAT,
  type Ticks,
} from "@map-step/core/time";

/** Below this many pixels a beat the ribbon goes on in a further line. */
const LEAST_BEAT = 40;

export interface StepMark {
  readonly key: string;
  /** Its place among the steps of its role. */
  readonly index: number;
  readonly x: number;
  readonly width: number;
  readonly step: Step;
  readonly weight: boolean;
  /** Such as `½`, empty without a turn. */
  readonly turn: string;
  /** S, Q or a part of a beat, as the step lasts. */
  readonly rhythm: string;
}

export interface RulerMark {
  readonly x: number;
  readonly label: string;
  readonly onBeat: boolean;
  readonly phraseStart: boolean;
}

interface Span {
  readonly from: Ticks;
  readonly to: Ticks;
}

interface Band {
  readonly x: number;
  readonly width: number;
}

export interface NamedBand extends Band {
  readonly name: string;
}

/** A stretch of one role with its name, in ticks: a piece of what the figure is called. */
export interface NamedSpan extends Span {
  readonly name: string;
}
/** What each role is called, piece by piece. */
export type NamedPieces = Readonly<Partial<Record<Role, readonly NamedSpan[]>>>;

/** A stretch to set off, in beats from count 1; of one role, or of all. */
export interface Mark {
  readonly role?: Role;
  readonly from: number;
  readonly to: number;
}

export interface RibbonRow {
  readonly from: Ticks;
  readonly to: Ticks;
  /** Pixels to the tick. */
  readonly scale: number;
  readonly width: number;
  readonly ruler: readonly RulerMark[];
  readonly roles: readonly {
    readonly role: Role;
    readonly marks: readonly StepMark[];
    readonly pieces: readonly NamedBand[];
  }[];
  readonly holds: readonly NamedBand[];
  /** Stretches to set off, such as those in which two figures differ. */
  readonly marked: readonly (Band & { readonly role: Role | undefined })[];
}

/** What a ribbon must know of its dance. */
export type RibbonTiming = Pick<Dance, "phraseBeats" | "meter" | "slowBeats">;

/** Cuts the figure into lines of whole phrases or bars where they fit, else of whole beats. */
function rowsOf(start: Ticks, end: Ticks, width: number, phraseBeats: number, meter: number): Span[] {
  const beats = Math.max(1, Math.floor(width / LEAST_BEAT));
  if ((end - start) / TICKS_PER_BEAT <= beats) return [{ from: start, to: end }];
  const unit = [phraseBeats, meter, 1].find((size) => size <= beats) ?? 1;
  const step = Math.floor(beats / unit) * unit * TICKS_PER_BEAT;
  const rows: Span[] = [];
  for (let from = start; from < end; ) {
    const to = Math.min(end, (Math.floor(from / step) + 1) * step);
    rows.push({ from, to });
    from = to;
  }
  return rows;
}

/** S, Q or a part of a beat: how long the weight stays where a step put it. */
function rhythmOf(steps: readonly Step[], step: Step, length: Ticks, timing: RibbonTiming): string {
  if (!isWeightAction(step.action)) return "";
  const changes = steps.filter(({ action }) => isWeightAction(action));
  return rhythmWords(changes, length, timing)[changes.indexOf(step)] ?? "";
}

function holdSpans(figure: Figure, start: Ticks, end: Ticks): NamedSpan[] {
  const changes = holdsSaid(figure);
  return changes.map(({ onset, hold = "" }, index) => ({
    from: index === 0 ? start : onset,
    to: changes[index + 1]?.onset ?? end,
    name: hold,
  }));
}

/**
 * Where everything on a ribbon stands, in pixels from the left of its line.
 * @param width of the ribbon, without the names of the roles
 * @param marks stretches to set off
 * @param pieces what each role is called, to be named beneath its line
 * @param widestBeat the most pixels for a beat; a short figure leaves the rest of the width free
 */
export function ribbonLayout(
  figure: Figure,
  width: number,
  timing: RibbonTiming,
  widestBeat = Number.POSITIVE_INFINITY,
  marks: readonly Mark[] = [],
  pieces: NamedPieces = {},
): RibbonRow[] {
  const roles = writtenRoles(figure).map((role) => ({ role, steps: stepsOf(figure, role) }));
  const onsets = roles.flatMap(({ steps }) => steps.map(({ onset }) => onset));
  const start = Math.min(0, ...onsets);
  const end = start + figure.length;
  const rows = rowsOf(start, end, width, timing.phraseBeats, timing.meter);
  const longest = Math.max(...rows.map(({ from, to }) => to - from));
  const scale = Math.min(width / longest, widestBeat / TICKS_PER_BEAT);
  const offBeats = [...new Set(onsets)].filter((onset) => onset % TICKS_PER_BEAT !== 0);
  const beats = Array.from({ length: Math.ceil(end / TICKS_PER_BEAT) }, (_, beat) => beat * TICKS_PER_BEAT);
  const ticks = [...beats, ...offBeats].sort((a, b) => a - b);
  const holds = holdSpans(figure, start, end);

  return rows.map(({ from, to }) => {
    const within = (tick: Ticks) => tick >= from && tick < to;
    const band = (span: Span) => ({
      x: (Math.max(span.from, from) - from) * scale,
      width: (Math.min(span.to, to) - Math.max(span.from, from)) * scale,
    });
    return {
      from,
      to,
      scale,
      width: (to - from) * scale,
      ruler: ticks.filter(within).map((tick) => ({
        x: (tick - from) * scale,
        label: spokenCount(tick),
        onBeat: tick % TICKS_PER_BEAT === 0,
        phraseStart: tick >= 0 && tick % (timing.phraseBeats * TICKS_PER_BEAT) === 0,
      })),
      roles: roles.map(({ role, steps }) => ({
        role,
        marks: steps.flatMap((step, index): StepMark[] =>
          within(step.onset)
            ? [
                {
                  key: `${role}${step.onset}`,
                  index,
                  ...band({ from: step.onset, to: Math.min(stepEnd(steps, index, figure.length), end) }),
                  step,
                  weight: isWeightAction(step.action),
                  turn: step.turn
                    ? `${step.turn.first ? "‹" : ""}${spokenFraction(step.turn.degrees, 360)}`
                    : "",
                  rhythm: rhythmOf(steps, step, figure.length, timing),
                },
              ]
            : [],
        ),
        pieces: (pieces[role] ?? [])
          .filter((piece) => piece.from < to && piece.to > from)
          .map((piece) => ({ ...band({ from: piece.from, to: Math.min(piece.to, end) }), name: piece.name })),
      })),
      holds: holds
        .filter((hold) => hold.from < to && hold.to > from)
        .map((hold) => ({ ...band(hold), name: hold.name })),
      marked: marks
        .map((mark) => ({ role: mark.role, from: beatsToTicks(mark.from), to: beatsToTicks(mark.to) }))
        .filter((mark) => mark.from < to && mark.to > from)
        .map((mark) => ({ role: mark.role, ...band(mark) })),
    };
  });
}
