import { counted } from "../words/index.ts";
import { lastHeldWeek, weekCapacities } from "./level.ts";
import type { Places, Problem } from "./problem.ts";
import { barredBy } from "./terms.ts";

const nameOf = ({ figures }: Problem, f: number): string => figures[f]?.name ?? "A figure";

/** Why a week itself is closed to a figure, whatever else stands in it. */
function closed({ level, figures, fixed, from }: Problem, f: number, w: number): string {
  const figure = figures[f];
  const week = w + 1;
  const stays = (fixed[f] ?? -1) + 1;
  if (stays > 0 && figure?.pinned) return `It is pinned to week ${stays}`;
  if (stays > 0) return `It was new in week ${stays} already`;
  if (week < from) return `Week ${week} is taught already`;
  const special = (level.special ?? []).find((entry) => entry.week === week);
  if (special?.kind === "cancelled") return `Week ${week} is cancelled`;
  if (special && special.kind !== "short")
    return `Week ${week} is a ${special.kind} week, which takes nothing new`;
  if (!figure) return `Week ${week} does not take it`;
  if (week === lastHeldWeek(weekCapacities(level)))
    return `Week ${week} is the last night, which takes nothing new`;
  const barred = barredBy(level, figure);
  if (barred) return barred.replace(/\.$/, "");
  const { rules, away = [], teachers = [] } = level;
  const { teacherIds = [] } = figure;
  const gone = teachers.filter(
    ({ id }) => teacherIds.includes(id) && away.some((one) => one.week === week && one.staffId === id),
  );
  if (gone.length > 0) return `${gone.map(({ name }) => name).join(" and ")} is away in week ${week}`;
  if (figure.kind === "show" && week < rules.firstShowWeek)
    return `Show moves come from week ${rules.firstShowWeek} on`;
  if (figure.facts?.closeHold && rules.talkWeek !== null && week < rules.talkWeek)
    return `Its close hold comes after the talk of week ${rules.talkWeek}`;
  return `Week ${week} takes nothing new`;
}

/** Weeks that would be too full with a figure in a week. */
function tooFull(problem: Problem, places: Places, f: number): string | null {
  const own = problem.minutes[f]?.[places[f] ?? -1] ?? [];
  for (let week = 0; week < problem.weeks; week++) {
    if ((own[week] ?? 0) === 0) continue;
    const load = places.reduce((sum, w, g) => sum + (w < 0 ? 0 : (problem.minutes[g]?.[w]?.[week] ?? 0)), 0);
    const room = problem.capacity[week] ?? 0;
    if (load > room)
      return `Week ${week + 1} would hold ${counted(load, "minute")}, ${load - room} more than its ${room}`;
  }
  return null;
}

/** More that is new in one week than the level allows. */
function tooNew(problem: Problem, places: Places, f: number): string | null {
  const week = places[f] ?? -1;
  const fresh = places.flatMap((w, g) => (w === week ? [g] : []));
  const most = problem.most[week] ?? 0;
  if (fresh.length > most) return `Week ${week + 1} would have ${fresh.length} new figures, ${most} at most`;
  if (fresh.length < 2) return null;
  const kinds = new Set(
    fresh.flatMap((g) => {
      const kind = problem.counts[g] ?? -1;
      const earlier = places.some((w, other) => w >= 0 && w < week && problem.counts[other] === kind);
      return kind < 0 || problem.knownCounts.has(kind) || earlier ? [] : [kind];
    }),
  );
  return kinds.size > problem.mostCounts
    ? `Week ${week + 1} would bring ${kinds.size} new rhythms, ${problem.mostCounts} at most`
    : null;
}

/** What a figure needs and what needs it, in the wrong order or too close together. */
function outOfOrder(problem: Problem, places: Places, f: number): string | null {
  for (const { f: later, need, gap } of problem.needs) {
    if ((later !== f && need !== f) || (problem.fixed[later] ?? -1) >= 0) continue;
    const [w, before] = [places[later] ?? -1, places[need] ?? -1];
    if (w < 0 || (before >= 0 && w - before >= (gap[before] ?? 1))) continue;
    const [one, other] = [nameOf(problem, later), nameOf(problem, need)];
    if (before < 0) return `It needs ${other}, which is not placed`;
    const from = before + (gap[before] ?? 1) + 1;
    return later === f
      ? `It needs ${other}, which is new in week ${before + 1} and danced enough from week ${from} on`
      : `${one} in week ${w + 1} needs it before, and danced enough by then`;
  }
  return null;
}

/**
 * Why a figure cannot be new in a week while all others stay where a plan has them: the first limit that this breaks,
 * with its numbers and without a full stop. The plan itself keeps all limits.
 * @returns null when the week would take it
 * @example
 * whyNot(problemOf(LEVEL), placesOf(problemOf(LEVEL), LEVEL.placements), 1, 0)
 * // "It needs Basic, which is new in week 1 and danced enough from week 3 on"
 */
export function whyNot(problem: Problem, places: Places, f: number, w: number): string | null {
  if (!problem.allowed[f]?.[w]) return closed(problem, f, w);
  const tried = places.map((at, g) => (g === f ? w : at));
  const twin = problem.apart.find(([a, b]) => (a === f || b === f) && tried[a] === tried[b]);
  return (
    outOfOrder(problem, tried, f) ??
    tooFull(problem, tried, f) ??
    tooNew(problem, tried, f) ??
    (twin
      ? `${nameOf(problem, twin[0] === f ? twin[1] : twin[0])}, which looks alike, is new in week ${w + 1}`
      : null)
  );
}
