import { counted } from "../words/index.ts";
import { LEAST_RECALL, recallAt } from "./fading.ts";
import type { Finding } from "./finding.ts";
import { type Layout, lessonsBefore } from "./layout.ts";
import { nameOfNeed, type PlanFigure } from "./level.ts";

function checkNeed(layout: Layout, figure: PlanFigure, week: number, otherId: string): Finding[] {
  if (layout.known.has(otherId)) return [];
  const other = layout.figures.get(otherId);
  const needed = nameOfNeed(layout.level, otherId);
  const start = layout.weeks.get(otherId);
  const about = { severity: "must", week, figureId: figure.id, otherId } as const;
  if (start === undefined) {
    const text = `${figure.name} in week ${week} needs ${needed}, which this plan never teaches.`;
    return [{ code: "needs-missing", ...about, size: 1, text }];
  }
  if (start >= week) {
    const when = start === week ? `is new in the same lesson` : `comes in week ${start}`;
    const text = `${figure.name} in week ${week} needs ${needed}, which ${when}.`;
    return [{ code: "needs-later", ...about, size: start - week + 1, text }];
  }
  if (figure.kind !== "turn" || other?.kind !== "basic") return [];
  const { settledLessons } = layout.level.rules;
  const danced = lessonsBefore(layout, otherId, week);
  if (danced >= settledLessons) return [];
  const text = `${figure.name} turns in week ${week}, when ${needed} has been danced in ${counted(danced, "lesson")}; it settles after ${settledLessons}.`;
  return [{ code: "turn-before-settled", ...about, severity: "should", size: settledLessons - danced, text }];
}

/** What the week itself does not allow this figure. */
function checkWhen({ level, capacities, lastHeld }: Layout, figure: PlanFigure, week: number): Finding[] {
  const about = { week, figureId: figure.id } as const;
  const { firstShowWeek, talkWeek } = level.rules;
  const findings: Finding[] = [];
  if (figure.kind === "show" && figure.cautions.length === 0) {
    const text = `${figure.name} is a show move without cautions. Write them on its page before it is taught.`;
    findings.push({ code: "show-move-without-cautions", severity: "must", ...about, size: 1, text });
  }
  if (figure.kind === "show" && week < firstShowWeek) {
    const text = `${figure.name} is a show move in week ${week}; this level has them from week ${firstShowWeek} on.`;
    findings.push({
      code: "show-move-too-early",
      severity: "must",
      ...about,
      size: firstShowWeek - week,
      text,
    });
  }
  if (figure.facts?.closeHold && talkWeek !== null && week < talkWeek) {
    const text = `${figure.name} brings a close hold in week ${week}, before consent and holds are talked about in week ${talkWeek}.`;
    findings.push({
      code: "close-hold-before-talk",
      severity: "must",
      ...about,
      size: talkWeek - week,
      text,
    });
  }
  const room = capacities[week - 1];
  if (week === lastHeld && lastHeld > 1) {
    const text = `${figure.name} is new on the last night, with no lesson left to bring it back.`;
    findings.push({ code: "new-on-last-night", severity: "should", ...about, size: 1, text });
  } else if (room && !room.takesNew) {
    const why: Record<string, string> = {
      routine: "which belongs to the routine",
      check: "in which the check is held",
      guest: "which a guest teaches",
      cancelled: "which is cancelled",
    };
    const text = `${figure.name} is new in week ${week}, ${why[room.special?.kind ?? ""] ?? "which takes nothing new"}.`;
    findings.push({
      code: "nothing-new-now",
      severity: room.held ? "should" : "must",
      ...about,
      size: 1,
      text,
    });
  }
  return findings;
}

/** Whether it is danced often enough not to be forgotten before it comes back, or before the last lesson. */
function checkFading({ exposures, lastHeld, lastTaught }: Layout, figure: PlanFigure): Finding[] {
  const nights = exposures.get(figure.id) ?? [];
  const ends = [...nights.slice(1).map(({ week }) => week), lastHeld];
  for (const [index, { week: from }] of nights.entries()) {
    const end = ends[index] ?? lastHeld;
    if (end <= lastTaught || end - from < 2) continue;
    const left = recallAt(nights.slice(0, index + 1), end);
    if (left >= LEAST_RECALL) continue;
    const percent = Math.round(left * 100);
    const text = `${figure.name} is not danced between week ${from} and week ${end}; by then about ${percent} % of it is left (an estimate).`;
    return [{ code: "fades", severity: "should", week: end, figureId: figure.id, size: 100 - percent, text }];
  }
  return [];
}

/** What is new in the last lesson before a check has been danced once when it is looked at. */
function checkBeforeCheck({ capacities }: Layout, figure: PlanFigure, week: number): Finding[] {
  const check = capacities.find(({ special }) => special?.kind === "check")?.week;
  if (check === undefined || week >= check) return [];
  if (capacities.some((room) => room.held && room.week > week && room.week < check)) return [];
  const text = `${figure.name} is new in week ${week}, the last lesson before the check in week ${check}; by then it has been danced once.`;
  return [{ code: "new-before-check", severity: "should", week, figureId: figure.id, size: 1, text }];
}

function checkTempo({ level: { rules } }: Layout, figure: PlanFigure, week: number): Finding[] {
  const fastest = figure.facts?.fastestBpm ?? null;
  if (rules.bpm === null || fastest === null || fastest >= rules.bpm) return [];
  const text = `${figure.name} is comfortable up to ${fastest} bpm for its tier; this course dances at ${rules.bpm}.`;
  return [
    { code: "too-fast", severity: "should", week, figureId: figure.id, size: rules.bpm - fastest, text },
  ];
}

function checkTeachers({ level }: Layout, figure: PlanFigure, week: number): Finding[] {
  const { teachers, away = [] } = level;
  const { teacherIds = [] } = figure;
  if (!teachers || teachers.length === 0 || teacherIds.length === 0) return [];
  const there = teachers.filter(({ id }) => !away.some((one) => one.week === week && one.staffId === id));
  if (there.some(({ id }) => teacherIds.includes(id))) return [];
  const others = teachers.filter(({ id }) => teacherIds.includes(id));
  const why =
    others.length > 0
      ? `${others.map(({ name }) => name).join(" and ")}, who may teach it, is away`
      : "nobody who teaches this section may teach it";
  const text = `${figure.name} is new in week ${week}, but ${why}.`;
  return [{ code: "no-qualified-teacher", severity: "must", week, figureId: figure.id, size: 1, text }];
}

/** All that is to say of one placed figure. */
export function checkFigure(layout: Layout, figure: PlanFigure, week: number): Finding[] {
  const findings: Finding[] = [];
  for (const otherId of new Set(figure.needs)) findings.push(...checkNeed(layout, figure, week, otherId));
  findings.push(
    ...checkWhen(layout, figure, week),
    ...checkBeforeCheck(layout, figure, week),
    ...checkTempo(layout, figure, week),
    ...checkTeachers(layout, figure, week),
    ...checkFading(layout, figure),
  );
  if (figure.wish === "ban") {
    const text = `${figure.name} stands in week ${week} although this level leaves it out.`;
    findings.push({ code: "banned", severity: "must", week, figureId: figure.id, size: 1, text });
  }
  return findings;
}
