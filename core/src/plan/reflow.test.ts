import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { runs } from "../../testing/runs.ts";
import {
  type Change,
  checkPlan,
  conflictOf,
  construct,
  draftPlan,
  exactModel,
  improve,
  keepsLimits,
  placesFrom,
  placesOf,
  planLoads,
  problemOf,
  reflow,
  repairFrom,
  repairPlaces,
  repairTask,
  repairValue,
  scoreOf,
  weekCapacities,
  whyNot,
} from "./index.ts";

const QUICK = { effort: 0 };

/** Levels whose plan keeps all limits, as the planner would have left them. */
const drafted = anyLevel.map((level) => ({ ...level, placements: draftPlan(level, QUICK).placements }));
const anyChange = (weeks: number, figureIds: readonly string[] = []): fc.Arbitrary<Change> =>
  fc.oneof(
    fc.record({ kind: fc.constant("cancelled" as const), week: fc.integer({ min: 1, max: weeks }) }),
    fc.record({
      kind: fc.constant("short" as const),
      week: fc.integer({ min: 1, max: weeks }),
      minutes: fc.integer({ min: 5, max: 40 }),
    }),
    ...(figureIds.length === 0
      ? []
      : [
          fc.record({
            kind: fc.constant("again" as const),
            figureId: fc.constantFrom(...figureIds),
            week: fc.integer({ min: 1, max: weeks }),
          }),
        ]),
  );

describe("reflow", () => {
  test("without a change moves nothing", () => {
    fc.assert(
      fc.property(drafted, (level) => {
        const { moves, placements } = reflow(level, { kind: "none" });
        expect(moves).toEqual([]);
        expect(new Set(placements)).toEqual(new Set(level.placements));
      }),
      runs(40),
    );
  });

  it("brings a figure back in a week, once, and makes room for it with as few moves as can be", () => {
    const level = levelOf(
      [figure("Basic", { kind: "basic", minutes: 20 }), figure("Turn", { minutes: 30, needs: ["basic"] })],
      [
        ["Basic", 1],
        ["Turn", 2],
      ],
      { weeks: 6 },
    );
    const again = { kind: "again", figureId: "basic", week: 4 } as const;
    const repair = reflow(level, again, 1);
    const returnsOf = ({ figures }: typeof level) => figures.find(({ id }) => id === "basic")?.extraReturns;
    expect(returnsOf(repair.level)).toEqual([4]);
    expect(returnsOf(reflow(repair.level, again, 1).level)).toEqual([4]);
    const minutes = (of: typeof level) => planLoads(of)[3]?.byWork.return ?? 0;
    expect(minutes({ ...repair.level, placements: repair.placements })).toBeGreaterThan(minutes(level));
    expect(repair.moves).toEqual([]);
  });

  test("after a change keeps every limit, explains every move, and is no worse a repair than a fresh plan", () => {
    fc.assert(
      fc.property(
        drafted.chain((level) =>
          fc.tuple(
            fc.constant(level),
            anyChange(
              level.rules.weeks,
              level.figures.map(({ id }) => id),
            ),
          ),
        ),
        ([level, change]) => {
          const { level: after, placements, moves, left } = reflow(level, change);
          const problem = problemOf(after);
          expect(keepsLimits(problem, placesOf(problem, placements))).toBe(true);
          const weekIn = (list: typeof placements, id: string) =>
            list.find(({ figureId }) => figureId === id)?.week ?? null;
          for (const { figureId, from, to, why } of moves) {
            expect(from).toBe(weekIn(level.placements, figureId));
            expect(to).toBe(weekIn(placements, figureId));
            expect(why).toMatch(/\.$/);
          }
          const stayed = level.placements.filter(
            ({ figureId }) => !moves.some((m) => m.figureId === figureId),
          );
          expect(placements).toEqual(expect.arrayContaining(stayed));
          for (const { figureId } of left) expect(weekIn(placements, figureId)).toBeNull();
          // Nothing is thrown out, as a look-alike or otherwise, while a week still takes it.
          for (const { figureId } of left)
            for (let week = 1; week <= after.rules.weeks; week++) {
              const with_ = placesOf(problem, [...placements, { figureId, week }]);
              expect(keepsLimits(problem, with_), `${figureId} in week ${week}`).toBe(false);
            }
          const task = repairTask(level, change);
          const fresh = construct(task.problem, task.options);
          expect(repairValue(task, placesOf(task.problem, placements))).toBeGreaterThanOrEqual(
            repairValue(task, fresh),
          );
        },
      ),
      runs(40),
    );
  });

  it("moves only what stood in the cancelled week, and says so", () => {
    const level = levelOf(
      [figure("Basic", { kind: "basic" }), figure("Pass", { needs: ["basic"] }), figure("Wrap")],
      [
        ["Basic", 1],
        ["Pass", 3],
        ["Wrap", 4],
      ],
    );
    const { moves, placements } = reflow(level, { kind: "cancelled", week: 3 }, 1);
    expect(moves).toEqual([
      {
        figureId: "pass",
        from: 3,
        to: 4,
        why: "Week 3 is cancelled; week 4 is the nearest that takes it.",
      },
    ]);
    expect(placements).toContainEqual({ figureId: "wrap", week: 4 });
  });

  it("moves what only the teacher who is away may teach", () => {
    const level = {
      ...levelOf(
        [figure("Dip", { teacherIds: ["ann"] }), figure("Pass")],
        [
          ["Dip", 2],
          ["Pass", 2],
        ],
      ),
      teachers: [
        { id: "ann", name: "Ann" },
        { id: "bob", name: "Bob" },
      ],
    };
    const { moves } = reflow(level, { kind: "away", week: 2, staffId: "ann" });
    expect(moves).toMatchObject([
      { figureId: "dip", from: 2, why: "Ann is away in week 2; week 3 is the nearest that takes it." },
    ]);
  });
});

describe("repairs", () => {
  test("say for every move what the plan without it would break, and place nothing that was not planned", () => {
    fc.assert(
      fc.property(
        drafted.chain((level) => fc.tuple(fc.constant(level), anyChange(level.rules.weeks))),
        ([level, change]) => {
          const task = repairTask(level, change);
          const places = repairPlaces(task);
          const { moves } = repairFrom(task, places);
          for (const { figureId, from, why } of moves) {
            const f = task.problem.figures.findIndex(({ id }) => id === figureId);
            expect(from).not.toBeNull();
            const undone = places.map((w, g) => (g === f ? (task.before[f] as number) : w));
            expect(keepsLimits(task.problem, undone)).toBe(false);
            const against = whyNot(task.problem, places, f, task.before[f] as number) ?? "";
            expect(why.toLowerCase()).toContain(against.toLowerCase());
          }
        },
      ),
      runs(60),
    );
  });

  test("a reason against a week is named exactly when the week breaks a limit", () => {
    fc.assert(
      fc.property(drafted, fc.nat(), fc.nat(), (level, one, other) => {
        const problem = problemOf(level);
        const places = placesOf(problem, level.placements);
        const free = places.flatMap((_, f) => ((problem.fixed[f] ?? -1) < 0 ? [f] : []));
        fc.pre(free.length > 0 && keepsLimits(problem, places));
        const f = free[one % free.length] as number;
        const w = other % problem.weeks;
        const tried = places.map((at, g) => (g === f ? w : at));
        expect(whyNot(problem, places, f, w) === null).toBe(keepsLimits(problem, tried));
      }),
      runs(150),
    );
  });
});

describe("cancelled weeks", () => {
  it("hold nothing, and what they would have held comes a lesson later", () => {
    const level = levelOf([figure("Basic")], [["Basic", 1]]);
    const before = planLoads(level).map(({ minutes }) => minutes);
    const after = planLoads({ ...level, special: [{ week: 2, kind: "cancelled", minutes: 0 }] }).map(
      ({ minutes }) => minutes,
    );
    expect(after).toEqual([before[0], 0, ...before.slice(1, 7)]);
  });
});

describe("exactModel", () => {
  test("holds every draft: its rows are kept and its cost is the score", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const { placements, score } = draftPlan(level, QUICK);
        const model = exactModel(level);
        const places = placesOf(model.problem, placements);
        const solution: number[] = Array(model.cost.length).fill(0);
        places.forEach((w, f) => {
          const at = w < 0 ? -1 : (model.columnOf[f]?.[w] ?? -1);
          if (at >= 0) solution[at] = 1;
        });
        expect(placesFrom(model, solution)).toEqual(places);
        // Columns that only follow from the places are as low, or as high, as their rows allow.
        const isPlace = new Set(model.columnOf.flat());
        for (let pass = 0; pass < 2; pass++)
          model.cost.forEach((cost, at) => {
            if (isPlace.has(at)) return;
            const bounds = model.rows.flatMap(({ columns, values, upper }) => {
              const own = columns.indexOf(at);
              if (own < 0 || upper === Number.POSITIVE_INFINITY) return [];
              const rest = columns.reduce(
                (sum, other, index) =>
                  other === at ? sum : sum + (values[index] ?? 0) * (solution[other] ?? 0),
                0,
              );
              return [{ by: values[own] ?? 0, slack: upper - rest }];
            });
            const least = Math.max(
              0,
              ...bounds.filter(({ by }) => by < 0).map(({ by, slack }) => slack / by),
            );
            const most = Math.min(
              model.upper[at] ?? 0,
              ...bounds.filter(({ by }) => by > 0).map(({ by, slack }) => slack / by),
            );
            solution[at] = cost > 0 ? Math.max(0, most) : Math.min(least, most);
          });
        for (const { columns, values, lower, upper } of model.rows) {
          const sum = columns.reduce(
            (total, at, index) => total + (values[index] ?? 0) * (solution[at] ?? 0),
            0,
          );
          expect(sum).toBeGreaterThanOrEqual(lower - 1e-9);
          expect(sum).toBeLessThanOrEqual(upper + 1e-9);
        }
        const worth = model.cost.reduce((sum, cost, at) => sum + cost * (solution[at] ?? 0), 0);
        expect(worth).toBeCloseTo(score, 6);
        expect(scoreOf(model.problem, places)).toBe(score);
      }),
      runs(60),
    );
  });
});

describe("conflictOf", () => {
  const musts = (minutes: number, rules = {}) =>
    levelOf(
      ["A", "B", "C"].map((name) => figure(name, { minutes, wish: "must" })),
      [],
      { weeks: 3, ...rules },
    );

  it("finds nothing to say where every must has a week", () => {
    expect(conflictOf(musts(8))).toBeNull();
  });

  it("names the limits that forbid it together, and no other", () => {
    expect(conflictOf(musts(8, { mostNew: 1 }))).toMatchObject({ limits: ["last-night"], figureIds: ["c"] });
    const long = conflictOf(musts(49));
    expect(long?.limits).toEqual(["minutes"]);
    expect(long?.text).toContain("because of the minutes of the lessons");
  });

  it("says when it is not the limits", () => {
    const bare = levelOf([figure("Dip", { kind: "show", wish: "must" })], []);
    expect(conflictOf(bare)?.text).toBe(
      "Dip must be taught, but: A show move needs its cautions written first.",
    );
    expect(checkPlan(bare).map(({ code }) => code)).toEqual(["must-waits"]);
  });

  test("leaving its limits aside lets all musts in", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const conflict = conflictOf(level);
        if (!conflict || conflict.limits.length === 0) return;
        const problem = problemOf(level, {}, new Set(conflict.limits));
        const places = improve(problem, construct(problem), QUICK);
        const open = problem.figures.filter(({ wish }, f) => wish === "must" && (places[f] ?? -1) < 0);
        expect(open).toEqual([]);
      }),
      runs(15),
    );
  });
});

it("gives a short lesson less room and a plain one all", () => {
  const { rules } = levelOf([], []);
  const capacities = weekCapacities({ rules, special: [{ week: 2, kind: "short", minutes: 20 }] });
  expect(capacities.map(({ minutes }) => minutes).slice(0, 3)).toEqual([48, 28, 48]);
});
