import { insertSegment } from "./retime.ts";
import { NOTHING_PLANNED, type Segment, type SegmentKind } from "./segment.ts";

/** The shape of a lesson that a house likes: in which order kinds of parts come, and parts of its own. */
export interface LessonTemplate {
  readonly parts: readonly {
    readonly kind: SegmentKind;
    /** Of an own part; empty for all others, whose names come from the plan. */
    readonly title: string;
    readonly minutes: number;
  }[];
}

/**
 * What of a running order is its shape: kinds in their order, each once, and every own part that is planned.
 * @example
 * templateOf([segment("own", "Circle", 5)]).parts // [{ kind: "own", title: "Circle", minutes: 5 }]
 */
export function templateOf(segments: readonly Pick<Segment, "kind" | "title" | "minutes">[]): LessonTemplate {
  const met = new Set<SegmentKind>();
  return {
    parts: segments.flatMap(({ kind, title, minutes }): LessonTemplate["parts"] => {
      if (kind === "own") return title === NOTHING_PLANNED ? [] : [{ kind, title, minutes }];
      if (met.has(kind)) return [];
      met.add(kind);
      return [{ kind, title: "", minutes }];
    }),
  };
}

/**
 * A running order in the shape of a template: its parts sorted by the template's order of kinds, and the template's
 * own parts put in, for which the others give way. Kinds that the template does not know stay before the wrap. The
 * minutes keep their sum, and no part is lost.
 * @param make gives an own part its place among the parts of a lesson
 * @example
 * applyTemplate([segment("warm-up", "Welcome", 5)], { parts: [] }, () => segment("own", "Own", 1)).length // 1
 */
export function applyTemplate<T extends Segment>(
  segments: readonly T[],
  { parts }: LessonTemplate,
  make: (title: string, minutes: number) => T,
): T[] {
  const wrap = parts.findIndex(({ kind }) => kind === "wrap");
  const unknown = wrap < 0 ? parts.length : wrap - 0.5;
  const placeOf = ({ kind, title }: Pick<Segment, "kind" | "title">): number => {
    const at = parts.findIndex((part) => part.kind === kind && (kind !== "own" || part.title === title));
    return at < 0 ? unknown : at;
  };
  const missing = parts.filter(
    ({ kind, title }) => kind === "own" && !segments.some((one) => one.kind === "own" && one.title === title),
  );
  const sorted = segments
    .map((segment, index) => ({ segment, index }))
    .sort((a, b) => placeOf(a.segment) - placeOf(b.segment) || a.index - b.index)
    .map(({ segment }) => segment);
  return missing.reduce((order, { kind, title, minutes }) => {
    const place = placeOf({ kind, title });
    const at = order.findIndex((segment) => placeOf(segment) > place);
    return insertSegment(order, at < 0 ? order.length : at, make(title, minutes));
  }, sorted);
}
