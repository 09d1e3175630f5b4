import {
  type Evidence,
  type MarkScale,
  mostTelling,
  type Readiness,
  type ReadinessRule,
  readiness,
  type TeachAgain,
  type Telling,
  teachAgain,
} from "@map-step/core/check";
import type { Layer } from "@map-step/core/figure";

/** What a class is held against. */
export interface BoardQuestion {
  readonly rule: ReadinessRule;
  readonly studentIds: readonly string[];
  readonly evidence: readonly Evidence[];
  readonly model: MarkScale;
  readonly at: string;
  /** A night on which is looked anew at what somebody lacked before it. */
  readonly again: string | null;
  /** Minutes that it takes to teach a figure once more, by id. */
  readonly minutes: Readonly<Record<string, number>>;
}

/** What is known of one dancer. */
export interface DancerNow {
  readonly studentId: string;
  readonly readiness: Readiness;
  /** What to look at next, the most telling first. */
  readonly telling: readonly Telling[];
}

/** What is known of a class. */
export interface BoardAnswer {
  readonly dancers: readonly DancerNow[];
  readonly teach: readonly TeachAgain[];
}

/** Minutes of a figure that says none. */
const USUAL_MINUTES = 5;

/** Works out who is ready, what to look at next, and what to teach again. */
export function answerBoard({
  rule,
  studentIds,
  evidence,
  model,
  at,
  again,
  minutes,
}: BoardQuestion): BoardAnswer {
  const own = new Map<string, Evidence[]>(studentIds.map((id) => [id, []]));
  for (const entry of evidence) own.get(entry.studentId)?.push(entry);
  return {
    dancers: studentIds.map((studentId) => {
      const seen = own.get(studentId) ?? [];
      return {
        studentId,
        readiness: readiness(rule, studentId, model, seen, at, again),
        telling: mostTelling(rule, studentId, model, seen, at, again),
      };
    }),
    teach: teachAgain({
      rule,
      studentIds,
      model,
      at,
      evidence: [...own.values()].flat(),
      minutesOf: (figureId: string, _layer: Layer) => minutes[figureId] ?? USUAL_MINUTES,
    }),
  };
}
