import { counted, inWords, weeksInWords } from "../words/index.ts";
import type { Finding } from "./finding.ts";
import type { Layout } from "./layout.ts";
import type { PlanFigure } from "./level.ts";
import { loadsFrom, type WeekLoad } from "./loads.ts";
import { breaksOf } from "./routine-breaks.ts";

/**
 * Rhythms that are new in a week: neither known nor taught in a week before.
 * @example
 * newCountsIn(layOut(LEVEL), 1) // []
 */
export function newCountsIn(
  layout: Layout,
  week: number,
): { readonly counts: string; readonly figureId: string }[] {
  const found: { counts: string; figureId: string }[] = [];
  for (const [id, start] of layout.weeks) {
    const facts = layout.figures.get(id)?.facts;
    if (start !== week || !facts?.timed || found.some(({ counts }) => counts === facts.counts)) continue;
    const before = layout.level.figures.some(
      (other) =>
        other.facts?.counts === facts.counts &&
        (layout.known.has(other.id) || (layout.weeks.get(other.id) ?? Number.POSITIVE_INFINITY) < week),
    );
    if (!before) found.push({ counts: facts.counts, figureId: id });
  }
  return found;
}

/** From so many minutes of difference on, and twice as much for one role, the other one waits. */
const WAITS = { minutes: 15, times: 2 } as const;

/**
 * Minutes of new material by role: a figure that is new to one role only keeps the other waiting.
 * @example
 * newMinutesByRole([]) // { leader: 0, follower: 0 }
 */
export function newMinutesByRole(fresh: readonly PlanFigure[]): Record<"leader" | "follower", number> {
  const sum = { leader: 0, follower: 0 };
  for (const { facts, minutes } of fresh) {
    const beats = facts?.newBeats;
    if (!beats || beats.leader === undefined || beats.follower === undefined) continue;
    const most = Math.max(beats.leader, beats.follower);
    if (most === 0) continue;
    sum.leader += (minutes * beats.leader) / most;
    sum.follower += (minutes * beats.follower) / most;
  }
  return { leader: Math.round(sum.leader), follower: Math.round(sum.follower) };
}

function checkRoles(fresh: readonly PlanFigure[], week: number): Finding[] {
  const { leader, follower } = newMinutesByRole(fresh);
  const [busy, idle] = leader > follower ? ["leaders", "followers"] : ["followers", "leaders"];
  const [most, least] = [Math.max(leader, follower), Math.min(leader, follower)];
  if (most - least < WAITS.minutes || most < WAITS.times * least) return [];
  const text = `In week ${week} ${busy} learn ${most} minutes of new steps and ${idle} ${least}; one role waits.`;
  return [{ code: "one-role-waits", severity: "should", week, size: most - least, text }];
}

function checkAlike({ level, weeks, figures }: Layout): Finding[] {
  return (level.alike ?? []).flatMap(({ a, b, decides }): Finding[] => {
    const week = weeks.get(a);
    const [one, two] = [figures.get(a), figures.get(b)];
    if (decides === null || week === undefined || weeks.get(b) !== week || !one || !two) return [];
    const text = `${one.name} and ${two.name} are new in the same lesson and differ only in ${decides}; keep them a lesson apart, or contrast them on purpose.`;
    return [
      { code: "look-alikes-together", severity: "should", week, figureId: a, otherId: b, size: 1, text },
    ];
  });
}

/** What a routine leaves over at the end of its last whole phrase. */
function fitOf(week: number, what: string, beats: number, phrase: number): Finding[] {
  const over = beats % phrase;
  if (over === 0) return [];
  const text = `${what} ${beats} beats, ${over} more than whole phrases of ${phrase}; the routine needs ${phrase - over} beats of a filler to end with the music.`;
  return [{ code: "routine-does-not-fit", severity: "should", week, size: over, text }];
}

/**
 * The routine of the last weeks: the one that its week is for, whose joins its own page looks at; where none was
 * chosen, all patterns, basics and turns that are danced by then, as one loop.
 */
function checkRoutine(layout: Layout): Finding[] {
  const routine = layout.capacities.find(({ special }) => special?.kind === "routine");
  if (!routine) return [];
  const phrase = layout.level.phraseBeats ?? 8;
  const chosen = routine.special?.routine;
  if (chosen) {
    const beats = chosen.chunks.reduce((sum, chunk) => sum + chunk.beats, 0);
    return fitOf(routine.week, `${chosen.name} takes`, beats, phrase);
  }
  const danced = layout.level.figures.filter(({ id, kind, facts }) => {
    const week = layout.weeks.get(id);
    return (
      week !== undefined && week < routine.week && facts?.timed && kind !== "technique" && kind !== "show"
    );
  });
  const withSteps = danced.flatMap(({ id, facts }) => (facts ? [{ id, steps: facts.steps }] : []));
  const findings = breaksOf(withSteps, layout.level.holds ?? []).map(
    ({ after, before, from, to }): Finding => {
      const [one, other] = [after, before].map((id) => layout.figures.get(id)?.name ?? "");
      const way =
        after === before
          ? `${one} can't be danced again after itself`
          : `nothing that is danced by week ${routine.week} leads from the end of ${one} to the beginning of ${other}`;
      const text = `The routine can't hold everything and go round: ${way}. A figure from ${from} to ${to} is missing.`;
      const about = {
        severity: "should",
        week: routine.week,
        figureId: after,
        otherId: before,
        size: 1,
      } as const;
      return { code: "routine-does-not-close", ...about, text };
    },
  );
  const beats = danced.reduce((sum, { facts }) => sum + (facts?.beats ?? 0), 0);
  const all = `${danced.length === 1 ? "The one figure danced once takes" : `The ${danced.length} figures danced once each take`}`;
  return [...findings, ...fitOf(routine.week, all, beats, phrase)];
}

function checkWeek(layout: Layout, { week, minutes, newFigures }: WeekLoad): Finding[] {
  const findings: Finding[] = [];
  const { mostNew, mostNewCounts } = layout.level.rules;
  const room = layout.capacities[week - 1];
  const fresh = newFigures.flatMap((id) => layout.figures.get(id) ?? []);
  if (room && minutes > room.minutes) {
    const text = `Week ${week} holds ${counted(minutes, "minute")}, ${minutes - room.minutes} more than the ${room.minutes} the lesson has for figures.`;
    findings.push({ code: "over-minutes", severity: "must", week, size: minutes - room.minutes, text });
  }
  if (newFigures.length > mostNew) {
    const text = `Week ${week} has ${newFigures.length} new figures; this level takes ${mostNew} a lesson at most.`;
    findings.push({
      code: "too-many-new",
      severity: "should",
      week,
      size: newFigures.length - mostNew,
      text,
    });
  }
  const counts = fresh.length < 2 ? [] : newCountsIn(layout, week);
  if (counts.length > mostNewCounts) {
    const bringing = counts.flatMap(({ figureId }) => layout.figures.get(figureId) ?? []);
    const text = `Week ${week} brings ${counts.length} new rhythms (${inWords(bringing.map(({ name }) => name))}); this level takes ${mostNewCounts} a lesson at most.`;
    findings.push({
      code: "too-many-counts",
      severity: "should",
      week,
      size: counts.length - mostNewCounts,
      text,
    });
  }
  findings.push(...checkRoles(fresh, week));
  return findings;
}

/** A week with so much of its room free is worth a word, when together they leave so much of the whole. */
const ROOMY = { minutes: 15, ofWeek: 0.4, ofAll: 0.2 } as const;

/** Weeks that leave much of their lesson free, told once for all of them. */
function checkRoom({ capacities, weeks, lastTaught }: Layout, loads: readonly WeekLoad[]): Finding[] {
  if (weeks.size === 0) return [];
  const plain = capacities.filter(
    ({ week, held, takesNew, minutes }) => week > lastTaught && held && takesNew && minutes > 0,
  );
  const whole = plain.reduce((sum, { minutes }) => sum + minutes, 0);
  const roomy = plain.flatMap(({ week, minutes }) => {
    const free = minutes - (loads[week - 1]?.minutes ?? 0);
    return free >= ROOMY.minutes && free >= ROOMY.ofWeek * minutes ? [{ week, free, minutes }] : [];
  });
  const free = roomy.reduce((sum, one) => sum + one.free, 0);
  if (roomy.length === 0 || free < ROOMY.ofAll * whole) return [];
  const room = roomy.reduce((sum, one) => sum + one.minutes, 0);
  const where = weeksInWords(roomy.map(({ week }) => week));
  const text = `${where} ${roomy.length === 1 ? "leaves" : "leave"} ${free} of ${room} minutes free. There is room for more figures, more returns or deeper layers, or the course could be shorter.`;
  // In tenths of the course: a minute more or less is no other finding.
  return [{ code: "room-left", severity: "should", week: 0, size: Math.round((10 * free) / whole), text }];
}

/** All that is to say of the weeks, and of figures that stand together in one. */
export function checkWeeks(layout: Layout): Finding[] {
  const loads = loadsFrom(layout.level, layout.capacities, layout.shares);
  return [
    ...loads.flatMap((load) => checkWeek(layout, load)),
    ...checkRoom(layout, loads),
    ...checkAlike(layout),
    ...checkRoutine(layout),
  ];
}
