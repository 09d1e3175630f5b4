import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyLevel } from "../../testing/levels.ts";
import {
  type Change,
  causesOf,
  checkPlan,
  conflictOf,
  construct,
  draftPlan,
  type ExactModel,
  exactModel,
  fading,
  findingKey,
  type LeftOut,
  type LevelPlan,
  lastHeldWeek,
  layOut,
  type Muted,
  modelOfRepair,
  mutedIn,
  newCountsIn,
  newMinutesByRole,
  type Placement,
  type Places,
  placesOf,
  planLoads,
  problemOf,
  reflow,
  remedyFor,
  repairTask,
  repairValue,
  returnFor,
  strandsOf,
  weekCapacities,
  weeksOf,
  whyHere,
  whyNot,
} from "./index.ts";

/*
 * Everything that the planner says of a few levels, word for word, as somebody has read it and found it right. A change
 * of wording, of an order or of a choice between plans of one worth shows here as a difference to be read and approved
 * with `npx vitest run --project core plan/approved -u`.
 */

const TEACHERS = [
  { id: "ana", name: "Ana" },
  { id: "bo", name: "Bo" },
] as const;

/** What a running section adds: who teaches, who is away, what was held, what was accepted. */
function running(level: LevelPlan, index: number): LevelPlan {
  const [first, second] = level.placements;
  const teacherIds = (at: number) => (at % 4 === 1 ? ["bo"] : at % 7 === 3 ? ["cy"] : []);
  const accepted: Muted[] = checkPlan(level)
    .slice(0, 2)
    .map((finding, at) => ({
      key: findingKey(finding),
      reason: `Accepted ${at}`,
      size: at === 0 ? finding.size : finding.size - 1,
    }));
  return {
    ...level,
    figures: level.figures.map((figure, at) => ({
      ...figure,
      teacherIds: teacherIds(at),
      pinned: at % 9 === 5,
      ...(at % 5 === 2 ? { needs: [...figure.needs, "outside"] } : {}),
    })),
    outside: { outside: "Another figure" },
    teachers: index % 3 === 0 ? [] : TEACHERS.slice(0, index % 3),
    away: [
      { week: 2, staffId: "ana" },
      { week: 3, staffId: "bo" },
    ],
    muted: accepted,
    ...(first && first.week === 1
      ? { held: [{ week: 1, danced: [{ figureId: first.figureId, layer: "steps" as const }] }] }
      : {}),
    ...(second ? { notReached: [{ figureId: second.figureId, week: 1 }] } : {}),
  };
}

const LEVELS = fc.sample(anyLevel, { seed: 20_270_216, numRuns: 24 }).map((level, index) => ({
  index,
  name: `level-${String(index).padStart(2, "0")}`,
  level: index % 2 === 0 ? level : running(level, index),
}));

const places = (placements: readonly Placement[]): string =>
  placements
    .toSorted((a, b) => a.week - b.week || a.figureId.localeCompare(b.figureId))
    .map(({ figureId, week }) => `${figureId}@${week}`)
    .join(" ");
const left = (all: readonly LeftOut[]): string[] =>
  all.map(({ figureId, reason, wayIn }) => `${figureId} waits: ${reason}${wayIn ? ` (${wayIn.text})` : ""}`);
const rounded = (value: number): string => value.toFixed(3);

function plan(level: LevelPlan): string[] {
  const layout = layOut(level);
  const strands = strandsOf(level);
  return [
    `rules ${JSON.stringify(level.rules)}`,
    `figures ${level.figures.map(({ id, kind, minutes, needs, wish, pieces }) => `${id} ${kind} ${minutes} needs ${needs.join("+") || "nothing"} ${wish} ${pieces}`).join("; ")}`,
    `rooms ${weekCapacities(level)
      .map(({ minutes, special }) => `${minutes}${special ? ` ${special.kind}` : ""}`)
      .join(", ")}; last ${lastHeldWeek(weekCapacities(level))}`,
    `placed ${places(level.placements)}`,
    ...planLoads(level, strands).map(
      ({ minutes, newFigures, byWork }, at) =>
        `week ${at + 1}: ${minutes} min, new ${newFigures.join(" ") || "nothing"}, ${JSON.stringify(byWork)}, rhythms ${JSON.stringify(newCountsIn(layout, at + 1))}`,
    ),
    `by role ${JSON.stringify(newMinutesByRole(level.figures))}`,
  ];
}

function said(level: LevelPlan): string[] {
  const findings = checkPlan(level);
  const name = (id: string) => level.figures.find((figure) => figure.id === id)?.name ?? id;
  return [
    ...findings.map(
      (finding) =>
        `${finding.severity} ${findingKey(finding)} week ${finding.week} size ${finding.size}: ${finding.text}`,
    ),
    ...causesOf(findings, name).map(({ key, text }) => `cause ${key}: ${text}`),
    ...mutedIn(level).map(({ finding, reason }) => `accepted ${findingKey(finding)}: ${reason}`),
    ...findings.slice(0, 5).map((finding) => {
      const remedy = remedyFor(level, finding);
      return `way out of ${findingKey(finding)}: ${remedy ? `${remedy.figureId} from ${remedy.from} to ${remedy.to}, ${remedy.minutes} min` : "none"}; return ${returnFor(level, finding)}`;
    }),
    ...level.placements
      .slice(0, 4)
      .map(({ figureId }) => `why ${figureId}: ${whyHere(level, figureId).join(" ")}`),
  ];
}

/** A model in one line: its size, and sums in which every bound, column and value has a part. */
function modelled({ rows, cost, upper, integer, worthOf }: ExactModel, at: Places): string {
  const sum = (values: readonly number[]): string =>
    rounded(
      values.filter(Number.isFinite).reduce((all, value, index) => all + value * ((index % 97) + 1), 0),
    );
  return `model of ${rows.length} rows, costs ${sum(cost)}, upper ${sum(upper)}, whole ${integer.filter(Boolean).length}, bounds ${sum(rows.flatMap(({ lower, upper: high }) => [lower, high]))}, open ${rows.filter(({ lower, upper: high }) => !Number.isFinite(lower) || !Number.isFinite(high)).length}, columns ${sum(rows.flatMap(({ columns }) => columns))}, values ${sum(rows.flatMap(({ values }) => values))}; the plan is worth ${rounded(worthOf(at))}`;
}

function drafted(level: LevelPlan, index: number): string[] {
  const options = { seed: 7 + index, effort: 0.02, from: index % 4 === 3 ? 2 : 1 };
  const problem = problemOf(level, options);
  const first = construct(problem, options);
  const steps: string[] = [];
  const draft = draftPlan(level, { ...options, onBetter: ({ score }) => void steps.push(rounded(score)) });
  const conflict = conflictOf(level, options);
  const model = exactModel(level, options);
  return [
    `in order ${first.join(" ")}`,
    `first ${steps.join(" ")}, draft ${rounded(draft.score)}: ${places(draft.placements)}`,
    ...left(draft.left),
    ...(conflict
      ? [`conflict ${conflict.figureIds.join(" ")} ${conflict.limits.join(" ")}: ${conflict.text}`]
      : []),
    ...problem.figures.slice(0, 5).flatMap((figure, f) =>
      weeksOf(level.rules)
        .slice(0, 6)
        .map((week) => `${figure.id} in ${week}: ${whyNot(problem, first, f, week - 1) ?? "may"}`),
    ),
    modelled(model, placesOf(problem, draft.placements)),
  ];
}

function repaired(level: LevelPlan, index: number): string[] {
  const changes: readonly Change[] = [
    { kind: "cancelled", week: 2 },
    { kind: "short", week: 1, minutes: 15 },
    { kind: "away", week: 2, staffId: "bo" },
    { kind: "none" },
  ];
  const taught = index % 2;
  return changes
    .filter((change) => !("week" in change) || change.week > taught)
    .flatMap((change) => {
      const { placements, moves, left: out } = reflow(level, change, taught);
      const task = repairTask(level, change, taught);
      const at = placesOf(task.problem, placements);
      return [
        `after ${JSON.stringify(change)}, taught ${taught}: ${places(placements)}; worth ${repairValue(task, at)}`,
        modelled(modelOfRepair(task), at),
        ...moves.map(({ figureId, from, to, why }) => `${figureId} from ${from} to ${to}: ${why}`),
        ...left(out),
      ];
    });
}

function remembered(level: LevelPlan): string[] {
  const exposures = [...layOut(level).exposures.values()];
  const observations = weeksOf(level.rules).flatMap((week) =>
    exposures.map((own, at) => ({ exposures: own, week, recalled: (week + at) % 3 !== 0 })),
  );
  const { checkWeek, figures, mean, due } = fading(level, { observations });
  return [
    `check in week ${checkWeek}; on average ${mean.map(rounded).join(" ")}`,
    ...figures.slice(0, 4).map(({ figureId, recall }) => `${figureId} ${recall.map(rounded).join(" ")}`),
    `due ${due.map((ids) => ids.join("+") || "none").join(" ")}`,
  ];
}

describe("the planner's word on levels of every sort", () => {
  it.each(LEVELS)("is as it was approved: $name", async ({ name, level, index }) => {
    const report = [
      ...plan(level),
      ...said(level),
      ...drafted(level, index),
      ...repaired(level, index),
      ...remembered(level),
    ];
    await expect(`${report.join("\n")}\n`).toMatchFileSnapshot(`../../testing/approved/${name}.txt`);
  });
});
