import { type LevelPlan, type PlanFigure, teachingMinutes, weekByFigure } from "./level.ts";
import { planLoads, strandsOf } from "./loads.ts";
import type { Strand } from "./strand.ts";

export type FindingCode =
  | "needs-later"
  | "needs-missing"
  | "over-minutes"
  | "too-many-new"
  | "new-on-last-night"
  | "turn-before-settled"
  | "show-move-without-cautions";

/** Something in a plan that a director would want to change. */
export interface Finding {
  readonly code: FindingCode;
  /** `must`: the plan should not be taught like this; `should`: worth a second look. */
  readonly severity: "must" | "should";
  readonly week: number;
  /** The figure it is about; none when it is about the week. */
  readonly figureId?: string;
  /** The other figure concerned, such as the one needed. */
  readonly otherId?: string;
  /** One plain sentence with the numbers. */
  readonly text: string;
}

/** Names a finding across plans, so that it can be recognised after a change. */
export const findingKey = ({ code, week, figureId = "", otherId = "" }: Finding): string =>
  figureId === "" ? `${code}@${week}` : `${code}:${figureId}:${otherId}`;

interface Sight {
  readonly level: LevelPlan;
  readonly figures: ReadonlyMap<string, PlanFigure>;
  readonly weeks: ReadonlyMap<string, number>;
  readonly known: ReadonlySet<string>;
  readonly strands: ReadonlyMap<string, Strand>;
}

const lessons = (count: number): string => (count === 1 ? "1 lesson" : `${count} lessons`);

/** Lessons before `week` in which a figure placed at `start` is danced. */
export const lessonsBefore = (strand: Strand, start: number, week: number): number =>
  new Set(strand.map(({ age }) => start + age).filter((lesson) => lesson < week)).size;

function checkNeeds(sight: Sight, figure: PlanFigure, week: number): Finding[] {
  return figure.needs.flatMap((otherId): Finding[] => {
    if (sight.known.has(otherId)) return [];
    const other = sight.figures.get(otherId);
    const needed = other?.name ?? "A figure outside this level";
    const start = sight.weeks.get(otherId);
    const about = { severity: "must", week, figureId: figure.id, otherId } as const;
    if (start === undefined)
      return [
        {
          code: "needs-missing",
          ...about,
          text: `${figure.name} in week ${week} needs ${needed}, which this plan never teaches.`,
        },
      ];
    if (start >= week) {
      const when = start === week ? `is new in the same lesson` : `comes in week ${start}`;
      return [
        {
          code: "needs-later",
          ...about,
          text: `${figure.name} in week ${week} needs ${needed}, which ${when}.`,
        },
      ];
    }
    const { settledLessons } = sight.level.rules;
    const danced = lessonsBefore(sight.strands.get(otherId) ?? [], start, week);
    if (figure.kind !== "turn" || other?.kind !== "basic" || danced >= settledLessons) return [];
    const text = `${figure.name} turns in week ${week}, when ${needed} has been danced in ${lessons(danced)}; it settles after ${settledLessons}.`;
    return [{ code: "turn-before-settled", ...about, severity: "should", text }];
  });
}

function checkFigure(sight: Sight, figure: PlanFigure, week: number): Finding[] {
  const findings = checkNeeds(sight, figure, week);
  if (figure.kind === "show" && figure.cautions.length === 0) {
    const text = `${figure.name} is a show move without cautions. Write them on its page before it is taught.`;
    findings.push({ code: "show-move-without-cautions", severity: "must", week, figureId: figure.id, text });
  }
  if (week === sight.level.rules.weeks && week > 1) {
    const text = `${figure.name} is new on the last night, with no lesson left to bring it back.`;
    findings.push({ code: "new-on-last-night", severity: "should", week, figureId: figure.id, text });
  }
  return findings;
}

function checkWeeks({ level, strands }: Sight): Finding[] {
  const room = teachingMinutes(level.rules);
  const { mostNew } = level.rules;
  return planLoads(level, strands).flatMap(({ week, minutes, newFigures }): Finding[] => {
    const findings: Finding[] = [];
    if (minutes > room) {
      const text = `Week ${week} holds ${minutes} minutes, ${minutes - room} more than the ${room} the lesson has for figures.`;
      findings.push({ code: "over-minutes", severity: "must", week, text });
    }
    if (newFigures.length > mostNew) {
      const text = `Week ${week} has ${newFigures.length} new figures; this level takes ${mostNew} a lesson at most.`;
      findings.push({ code: "too-many-new", severity: "should", week, text });
    }
    return findings;
  });
}

/** Everything in the plan that wants attention, by week; within a week what must change comes first. */
export function checkPlan(level: LevelPlan, strands = strandsOf(level)): Finding[] {
  const sight: Sight = {
    level,
    figures: new Map(level.figures.map((figure) => [figure.id, figure])),
    weeks: weekByFigure(level.placements),
    known: new Set(level.known),
    strands,
  };
  const placed = [...sight.weeks].flatMap(([id, week]) => {
    const figure = sight.figures.get(id);
    return figure ? checkFigure(sight, figure, week) : [];
  });
  const order = ({ severity }: Finding) => (severity === "must" ? 0 : 1);
  return [...placed, ...checkWeeks(sight)].sort(
    (a, b) => a.week - b.week || order(a) - order(b) || a.text.localeCompare(b.text),
  );
}
