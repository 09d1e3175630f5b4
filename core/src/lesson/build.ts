import {
  type LevelPlan,
  type Strand,
  shareOut,
  strandsOf,
  teachingMinutes,
  weekByFigure,
} from "../plan/index.ts";
import type { Segment, SegmentKind } from "./segment.ts";

export interface LessonInput {
  readonly plan: LevelPlan;
  /** Counted from 1. */
  readonly week: number;
  /** What the lesson before left unfinished; it comes first. */
  readonly carryOver: readonly Segment[];
}

const kindAt = (age: number, work: string): SegmentKind =>
  work === "return" ? "return" : age === 0 ? "new" : "deepen";

/** What the plan puts into a week: one segment a figure, what comes back first and what is new last. */
function planned({ plan, week }: LessonInput): Segment[] {
  const strands = strandsOf(plan);
  const starts = weekByFigure(plan.placements);
  const segmentOf = (figureId: string, title: string, strand: Strand): Segment[] => {
    const age = week - (starts.get(figureId) ?? Number.POSITIVE_INFINITY);
    const parts = strand.filter((part) => part.age === age);
    const [first] = parts;
    if (!first) return [];
    const layers = parts.map(({ layer, minutes }) => ({ layer, minutes }));
    const minutes = layers.reduce((sum, part) => sum + part.minutes, 0);
    return [{ kind: kindAt(age, first.layer), title, figureId, layers, minutes }];
  };
  const segments = plan.figures.flatMap(({ id, name }) => segmentOf(id, name, strands.get(id) ?? []));
  const order: readonly SegmentKind[] = ["return", "deepen", "new"];
  return order.flatMap((kind) => segments.filter((segment) => segment.kind === kind));
}

/** Gives every segment at least a minute and shares the rest by what was planned; what finds no minute is dropped. */
function squeeze(segments: readonly Segment[], room: number): Segment[] {
  const kept = segments.slice(0, room);
  const extra = shareOut(
    room - kept.length,
    kept.map(({ minutes }) => minutes - 1 || 0.001),
  );
  return kept.map((segment, index) => ({ ...segment, minutes: 1 + (extra[index] ?? 0) }));
}

const fixed = (kind: SegmentKind, title: string, minutes: number): Segment[] =>
  minutes > 0 ? [{ kind, title, figureId: null, layers: [], minutes }] : [];

/**
 * The running order of one lesson: warm-up, what was carried over, what comes back, what goes deeper, what is
 * new, dancing it with the minutes that are left, and the wrap. Whole minutes that sum exactly to the lesson's.
 * When the plan holds more than the lesson, all parts give way in proportion.
 */
export function buildLesson(input: LessonInput): Segment[] {
  const { rules } = input.plan;
  const room = teachingMinutes(rules);
  const work = [...input.carryOver, ...planned(input)];
  const wanted = work.reduce((sum, { minutes }) => sum + minutes, 0);
  const warmUp = Math.min(rules.warmUpMinutes, rules.lessonMinutes);
  const wrap = rules.lessonMinutes - warmUp - room;
  return [
    ...fixed("warm-up", "Welcome and warm-up", warmUp),
    ...(wanted > room ? squeeze(work, room) : work),
    ...fixed("practice", "Chain it and dance to music", Math.max(0, room - wanted)),
    ...fixed("wrap", "Wrap up and look ahead", wrap),
  ];
}
