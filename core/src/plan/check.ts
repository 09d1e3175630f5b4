import { carriedIn } from "./carried.ts";
import { checkFigure } from "./check-figure.ts";
import { checkWeeks } from "./check-week.ts";
import { type Finding, findingKey } from "./finding.ts";
import { type Layout, layOut } from "./layout.ts";
import { type LevelPlan, type Muted, nameOfNeed } from "./level.ts";
import { strandsOf } from "./loads.ts";

/** What is to say of the whole: who teaches, what has no week, what was not reached in class. */
function checkWhole(layout: Layout): Finding[] {
  const { level, weeks, figures, known } = layout;
  const findings: Finding[] = [];
  if (level.teachers && level.teachers.length === 0)
    findings.push({
      code: "nobody-assigned",
      severity: "must",
      week: 0,
      size: 1,
      text: "Nobody teaches this section yet. Name its teachers under Levels, Settings.",
    });
  for (const { id, name, wish } of level.figures) {
    if (weeks.has(id) || known.has(id) || wish === "ban") continue;
    findings.push(...needsNotChosen(layout, id));
    if (wish !== "must") continue;
    const text = `${name} must be taught in this level and has no week yet.`;
    findings.push({ code: "must-waits", severity: "must", week: 0, figureId: id, size: 1, text });
  }
  for (const { figureId, from: week, to } of carriedIn(layout)) {
    const figure = figures.get(figureId);
    if (!figure || to !== null) continue;
    const text = `${figure.name} was due in week ${week}, was not reached in class, and no lesson is left for it.`;
    findings.push({ code: "not-reached", severity: "should", week, figureId, size: 1, text });
  }
  return findings;
}

/** What a figure that waits for a week needs and nobody chose; without it no draft can place the figure. */
function needsNotChosen({ level, figures, known }: Layout, figureId: string): Finding[] {
  const figure = figures.get(figureId);
  return [...new Set(figure?.needs)]
    .filter((id) => !figures.has(id) && !known.has(id))
    .map((otherId): Finding => {
      const other = nameOfNeed(level, otherId);
      const text = `${figure?.name} waits, because it needs ${other}, which is not chosen for this level.`;
      return { code: "need-not-chosen", severity: "should", week: 0, figureId, otherId, size: 1, text };
    });
}

/**
 * Everything in the plan that wants attention, by week; within a week what must change comes first. What somebody
 * accepted is left out for as long as it does not get worse; see `mutedIn`.
 * @example
 * checkPlan({ ...LEVEL, placements: place(LEVEL.placements, "turn", 1) }).filter(({ severity }) => severity === "must").map(({ code }) => code)
 * // ["needs-later"]
 */
export function checkPlan(level: LevelPlan, strands = strandsOf(level)): Finding[] {
  const accepted = acceptedIn(level);
  const all = allFindings(level, strands);
  return accepted.size === 0 ? all : all.filter((finding) => !isAccepted(accepted, finding));
}

/**
 * Findings that are there and that somebody accepted, with the reason.
 * @example
 * mutedIn(LEVEL) // []
 */
export function mutedIn(
  level: LevelPlan,
  strands = strandsOf(level),
): { readonly finding: Finding; readonly reason: string }[] {
  const accepted = acceptedIn(level);
  if (accepted.size === 0) return [];
  return allFindings(level, strands).flatMap((finding) => {
    const reason = accepted.get(findingKey(finding))?.reason;
    return reason === undefined || !isAccepted(accepted, finding) ? [] : [{ finding, reason }];
  });
}

const acceptedIn = ({ muted = [] }: LevelPlan): ReadonlyMap<string, Muted> =>
  new Map(muted.map((entry) => [entry.key, entry]));

/** A finding stays accepted for as long as it is no worse than it was then. */
function isAccepted(accepted: ReadonlyMap<string, Muted>, finding: Finding): boolean {
  const entry = accepted.get(findingKey(finding));
  return entry !== undefined && finding.size <= (entry.size ?? Number.POSITIVE_INFINITY);
}

function allFindings(level: LevelPlan, strands: ReturnType<typeof strandsOf>): Finding[] {
  const layout = layOut(level, strands);
  const placed = [...layout.weeks].flatMap(([id, week]) => {
    const figure = layout.figures.get(id);
    return figure ? checkFigure(layout, figure, week) : [];
  });
  const order = ({ severity }: Finding) => (severity === "must" ? 0 : 1);
  return [...checkWhole(layout), ...placed, ...checkWeeks(layout)].sort(
    (a, b) => a.week - b.week || order(a) - order(b) || (a.text < b.text ? -1 : a.text > b.text ? 1 : 0),
  );
}
