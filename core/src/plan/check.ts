import { checkFigure } from "./check-figure.ts";
import { checkWeeks } from "./check-week.ts";
import { type Finding, findingKey } from "./finding.ts";
import type { LevelPlan } from "./level.ts";
import { strandsOf } from "./loads.ts";
import { lookAt, type Sight } from "./sight.ts";

/** What is to say of the whole: who teaches, what has no week, what was not reached in class. */
function checkWhole({ level, weeks, figures, known }: Sight): Finding[] {
  const findings: Finding[] = [];
  if (level.teachers && level.teachers.length === 0)
    findings.push({
      code: "nobody-assigned",
      severity: "must",
      week: 0,
      text: "Nobody teaches this section yet. Name its teachers under Levels, Settings.",
    });
  for (const { id, name, wish } of level.figures) {
    if (wish !== "must" || weeks.has(id) || known.has(id)) continue;
    const text = `${name} must be taught in this level and has no week yet.`;
    findings.push({ code: "must-waits", severity: "must", week: 0, figureId: id, text });
  }
  for (const { figureId, week } of level.notReached ?? []) {
    const figure = figures.get(figureId);
    if (!figure) continue;
    const text = `${figure.name} was due in week ${week} and was not reached in class.`;
    findings.push({ code: "not-reached", severity: "should", week, figureId, text });
  }
  return findings;
}

/**
 * Everything in the plan that wants attention, by week; within a week what must change comes first. What somebody
 * decided to live with is left out; see `mutedIn`.
 */
export function checkPlan(level: LevelPlan, strands = strandsOf(level)): Finding[] {
  const muted = new Set((level.muted ?? []).map(({ key }) => key));
  const all = allFindings(level, strands);
  return muted.size === 0 ? all : all.filter((finding) => !muted.has(findingKey(finding)));
}

/** Findings that are there and that somebody decided to live with, with the reason. */
export function mutedIn(
  level: LevelPlan,
  strands = strandsOf(level),
): { readonly finding: Finding; readonly reason: string }[] {
  const reasons = new Map((level.muted ?? []).map(({ key, reason }) => [key, reason]));
  if (reasons.size === 0) return [];
  return allFindings(level, strands).flatMap((finding) => {
    const reason = reasons.get(findingKey(finding));
    return reason === undefined ? [] : [{ finding, reason }];
  });
}

function allFindings(level: LevelPlan, strands: ReturnType<typeof strandsOf>): Finding[] {
  const sight = lookAt(level, strands);
  const placed = [...sight.weeks].flatMap(([id, week]) => {
    const figure = sight.figures.get(id);
    return figure ? checkFigure(sight, figure, week) : [];
  });
  const order = ({ severity }: Finding) => (severity === "must" ? 0 : 1);
  return [...checkWhole(sight), ...placed, ...checkWeeks(sight)].sort(
    (a, b) => a.week - b.week || order(a) - order(b) || (a.text < b.text ? -1 : a.text > b.text ? 1 : 0),
  );
}
