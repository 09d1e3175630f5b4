import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { anyLevel, figure, levelOf } from "../../testing/levels.ts";
import { runs } from "../../testing/runs.ts";
import { parseFigure } from "../notation/index.ts";
import {
  APPROACHES,
  approachOf,
  carriedOver,
  checkPlan as checkAll,
  findingKey,
  type LevelPlan,
  mutedIn,
  nightsOf,
  type PlanFigure,
  place,
  planFacts,
  planLoads,
  recallAt,
  remedyFor,
  returnFor,
  strandOf,
  whyHere,
} from "./index.ts";

/** Small levels leave room, which has tests of its own. */
const checkPlan = (level: LevelPlan) => checkAll(level).filter(({ code }) => code !== "room-left");

const facts = (text: string) => planFacts(parseFigure(text).figure, 1, IN_FOUR, []);
const OPEN = facts('leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R close\nfollower mirror');
const CLOSED = facts('leader\n1 L side hold "closed"\n2 R close\nfollower mirror');
const QUICK = facts("leader\n1 L side\n& R close\n2 L side\n3 R close\nfollower mirror");
const LEADS_ONLY = facts("leader\n1 L side\n2 R close\nfollower\n1 R tap\n2 R tap\nbeats 2");

const codes = (level: LevelPlan) => checkPlan(level).map(({ code, week }) => `${code}@${week}`);
const two = (
  one: Partial<PlanFigure>,
  other: Partial<PlanFigure>,
  weeks: readonly [number, number],
  rules = {},
) =>
  levelOf(
    [figure("A", one), figure("B", other)],
    [
      ["A", weeks[0]],
      ["B", weeks[1]],
    ],
    rules,
  );

describe("what a plan is checked for", () => {
  it("more new ways to count than a lesson takes; what is counted alike counts once", () => {
    expect(codes(two({ facts: OPEN }, { facts: QUICK }, [2, 2], { mostNewCounts: 1 }))).toEqual([
      "too-many-counts@2",
    ]);
    expect(codes(two({ facts: OPEN }, { facts: OPEN }, [2, 2], { mostNewCounts: 1 }))).toEqual([]);
    expect(codes(two({ facts: OPEN }, { facts: QUICK }, [2, 3], { mostNewCounts: 1 }))).toEqual([]);
  });

  it("look-alikes in one lesson, with the count that decides", () => {
    const alike = [{ a: "a", b: "b", likeness: 0.9, decides: "the turn on 3" }];
    const [finding] = checkPlan({ ...two({}, {}, [2, 2]), alike });
    expect(finding).toMatchObject({ code: "look-alikes-together", figureId: "a", otherId: "b" });
    expect(finding?.text).toContain("differ only in the turn on 3");
    expect(codes({ ...two({}, {}, [2, 3]), alike })).toEqual([]);
  });

  it("show moves before their week, close holds before the talk", () => {
    const dip = { kind: "show" as const, cautions: ["Spot it."] };
    expect(codes(two(dip, {}, [2, 2], { firstShowWeek: 4 }))).toEqual(["show-move-too-early@2"]);
    expect(codes(two({ facts: CLOSED }, {}, [1, 2], { talkWeek: 2 }))).toEqual(["close-hold-before-talk@1"]);
    expect(codes(two({ facts: CLOSED }, {}, [1, 2], { talkWeek: 1 }))).toEqual([]);
    expect(codes(two({ facts: CLOSED }, {}, [1, 2]))).toEqual([]);
  });

  it("footwork too fast for the tempo of the course", () => {
    const [finding] = checkPlan(two({ facts: QUICK }, {}, [1, 2], { bpm: 150 }));
    expect(finding?.text).toBe("A is comfortable up to 144 bpm for its tier; this course dances at 150.");
    expect(codes(two({ facts: QUICK }, {}, [1, 2], { bpm: 144 }))).toEqual([]);
  });

  it("a lesson in which one role has little to learn", () => {
    const [finding] = checkPlan(
      two({ facts: { ...LEADS_ONLY, newBeats: { leader: 2, follower: 0 } }, minutes: 18 }, {}, [2, 3]),
    );
    expect(finding).toMatchObject({ code: "one-role-waits", week: 2 });
    expect(finding?.text).toContain("leaders learn 18 minutes of new steps and followers 0");
  });

  it("new things in a week that takes none, and the last night before a cancelled one", () => {
    const special = [{ week: 3, kind: "routine" as const, minutes: 20 }];
    expect(codes({ ...two({}, {}, [3, 2]), special })).toEqual(["nothing-new-now@3"]);
    const cancelled = [{ week: 8, kind: "cancelled" as const, minutes: 0 }];
    expect(codes({ ...two({}, {}, [7, 2]), special: cancelled })).toEqual(["new-on-last-night@7"]);
  });

  it("a routine that cannot go on, or does not end with the music", () => {
    const special = [{ week: 6, kind: "routine" as const, minutes: 20 }];
    const level = { ...two({ facts: OPEN }, { facts: CLOSED }, [1, 2]), special };
    expect(codes(level)).toEqual([
      "routine-does-not-fit@6",
      "routine-does-not-close@6",
      "routine-does-not-close@6",
    ]);
    expect(codes({ ...two({ facts: OPEN }, { facts: OPEN }, [1, 2]), special })).toEqual([]);
  });

  it("of a week with a routine of its own only what that leaves over", () => {
    const routine = (beats: number) => ({
      sequenceId: "round",
      name: "Closing round",
      chunks: [
        { title: "phrase 1", figureIds: ["one"], beats: 8 },
        { title: "phrase 2", figureIds: ["two"], beats },
      ],
    });
    const level = (beats: number) => ({
      ...two({ facts: OPEN }, { facts: CLOSED }, [1, 2]),
      special: [{ week: 6, kind: "routine" as const, minutes: 20, routine: routine(beats) }],
    });
    expect(codes(level(8))).toEqual([]);
    expect(codes(level(6))).toEqual(["routine-does-not-fit@6"]);
    expect(checkPlan(level(6))[0]?.text).toMatch(
      /^Closing round takes 14 beats, 6 more than .* needs 2 beats/,
    );
  });

  it("a routine of two closed and two open figures, and of one vine that ends on a touch", () => {
    const special = [{ week: 6, kind: "routine" as const, minutes: 20 }];
    const breaks = (facts: readonly (typeof OPEN)[]) => {
      const names = ["A", "B", "C", "D"].slice(0, facts.length);
      const figures = names.map((name, at) => figure(name, { facts: facts[at] ?? OPEN }));
      const level = levelOf(
        figures,
        names.map((name, at) => [name, at + 1]),
      );
      return checkPlan({ ...level, special }).filter(({ code }) => code === "routine-does-not-close");
    };
    expect(breaks([CLOSED, CLOSED, OPEN, OPEN])).toHaveLength(2);
    expect(breaks([CLOSED, CLOSED])).toEqual([]);
    const vine = "leader\n1 L side\n2 R cross-behind\n3 L side\n4 R touch\nfollower opposite";
    const [found, ...others] = breaks([{ ...OPEN, steps: parseFigure(vine).figure }]);
    expect(others).toEqual([]);
    expect(found?.text).toBe(
      "The routine can't hold everything and go round: A can't be danced again after itself. A figure from any hold, leader's right and follower's left free to any hold, leader's left and follower's right free is missing.",
    );
  });

  it("who teaches: nobody, nobody who may, or somebody who is away", () => {
    const level = two({ teacherIds: ["ann"] }, {}, [2, 3]);
    expect(codes({ ...level, teachers: [] })).toEqual(["nobody-assigned@0"]);
    expect(codes({ ...level, teachers: [{ id: "bob", name: "Bob" }] })).toEqual(["no-qualified-teacher@2"]);
    const teachers = [{ id: "ann", name: "Ann" }];
    expect(codes({ ...level, teachers })).toEqual([]);
    expect(codes({ ...level, teachers, away: [{ week: 2, staffId: "ann" }] })).toEqual([
      "no-qualified-teacher@2",
    ]);
  });

  it("musts that wait, what is left out and yet placed, and what was not reached", () => {
    const level = levelOf([figure("A", { wish: "must" }), figure("B", { wish: "ban" })], [["B", 2]]);
    expect(codes(level)).toEqual(["must-waits@0", "banned@2"]);
    const missed = { ...two({}, {}, [1, 2]), notReached: [{ figureId: "a", week: 1 }] };
    const heldUntil = (last: number) => ({
      ...missed,
      held: Array.from({ length: last }, (_, at) => ({ week: at + 1, danced: [] })),
    });
    // It is carried over as long as there is a lesson for it.
    expect(carriedOver(heldUntil(1))).toEqual([{ figureId: "a", from: 1, to: 2 }]);
    expect(codes(heldUntil(1))).not.toContain("not-reached@1");
    const last = missed.rules.weeks;
    expect(carriedOver(heldUntil(last))).toEqual([{ figureId: "a", from: 1, to: null }]);
    expect(codes(heldUntil(last))).toContain("not-reached@1");
    // Its remedy closes it: it goes out of the plan.
    const without = {
      ...heldUntil(last),
      placements: missed.placements.filter(({ figureId }) => figureId !== "a"),
    };
    expect(codes(without)).not.toContain("not-reached@1");
  });

  it("keeps quiet about what somebody decided to live with, and keeps the reason", () => {
    const level = two({ facts: QUICK }, {}, [1, 2], { bpm: 150 });
    const [finding] = checkPlan(level);
    if (!finding) throw new Error("nothing found");
    const muted = { ...level, muted: [{ key: findingKey(finding), reason: "We slow the song down." }] };
    expect(checkPlan(muted)).toEqual([]);
    expect(mutedIn(muted)).toEqual([{ finding, reason: "We slow the song down." }]);
  });
});

describe("strands of a plan's own", () => {
  it("spread a long figure over successive weeks, and begin what follows after them", () => {
    const one = strandOf({ kind: "pattern", minutes: 20 }, APPROACHES["steps-first"]);
    const three = strandOf({ kind: "pattern", minutes: 20, pieces: 3 }, APPROACHES["steps-first"]);
    const minutesAt = (strand: typeof one, age: number) =>
      strand.filter((share) => share.age === age).reduce((sum, { minutes }) => sum + minutes, 0);
    expect([0, 1, 2].map((age) => minutesAt(three, age))).toEqual([7, 7, 6]);
    for (const age of [1, 2, 4, 7]) expect(minutesAt(three, age + 2)).toBe(minutesAt(one, age));
  });

  it("use the studio's own approach where it has one of that name, else one that ships", () => {
    const own = { ...APPROACHES["whole-first"], id: "ours", name: "Ours" };
    expect(approachOf("ours", [own])).toBe(own);
    expect(approachOf("whole-first", [own])).toBe(APPROACHES["whole-first"]);
    expect(approachOf("gone", [own]).id).toBe("steps-first");
  });
});

describe("how bad a finding is", () => {
  const four = ["A", "B", "C", "D"].map((name) => figure(name, { minutes: 20 }));
  const crowded = (weeks: readonly number[]) =>
    levelOf(
      four,
      four.map(({ name }, index): [string, number] => [name, weeks[index] ?? 1]),
      { mostNew: 4 },
    );

  test("a remedy takes its finding away, brings no other and makes none worse", () => {
    fc.assert(
      fc.property(anyLevel, (level) => {
        const before = checkAll(level);
        const sizes = new Map(before.map((finding) => [findingKey(finding), finding.size]));
        for (const finding of before.slice(0, 4)) {
          const remedy = remedyFor(level, finding);
          if (!remedy) continue;
          const placements = place(level.placements, remedy.figureId, remedy.to);
          for (const after of checkAll({ ...level, placements })) {
            expect(findingKey(after)).not.toBe(findingKey(finding));
            if (after.code !== "room-left")
              expect(after.size).toBeLessThanOrEqual(sizes.get(findingKey(after)) ?? 0);
          }
        }
      }),
      runs(60),
    );
  });

  it("an accepted finding is told again when it gets worse, and stays quiet when it gets better", () => {
    const [over] = checkPlan(crowded([1, 1, 1, 2]));
    if (over?.code !== "over-minutes") throw new Error("week 1 is not over");
    const muted = [{ key: findingKey(over), reason: "We stay longer.", size: over.size }];
    expect(checkPlan({ ...crowded([1, 1, 1, 2]), muted }).map(findingKey)).not.toContain(findingKey(over));
    expect(checkPlan({ ...crowded([1, 1, 1, 1]), muted }).map(findingKey)).toContain(findingKey(over));
    expect(mutedIn({ ...crowded([1, 1, 1, 1]), muted })).toEqual([]);
    const small = { ...muted[0], size: over.size - 1 } as (typeof muted)[0];
    expect(checkPlan({ ...crowded([1, 1, 1, 2]), muted: [small] }).map(findingKey)).toContain(
      findingKey(over),
    );
  });

  it("a week earlier that makes what stands worse is said, though it stands already", () => {
    const level = levelOf(
      [figure("Basic"), figure("Turn", { needs: ["basic"] })],
      [
        ["Basic", 4],
        ["Turn", 4],
      ],
    );
    expect(whyHere(level, "turn")[1]).toBe(
      "A week earlier: Turn in week 3 needs Basic, which comes in week 4.",
    );
  });
});

describe("what stands in nobody's way, and is still to be said", () => {
  it("a figure that waits for something nobody chose", () => {
    const level = { ...levelOf([figure("Turn", { needs: ["basic"] })], []), outside: { basic: "Basic" } };
    expect(checkPlan(level)).toMatchObject([
      {
        code: "need-not-chosen",
        figureId: "turn",
        otherId: "basic",
        text: "Turn waits, because it needs Basic, which is not chosen for this level.",
      },
    ]);
  });

  it("a figure new in the last lesson before the check", () => {
    const special = [{ week: 7, kind: "check" as const, minutes: 20 }];
    expect(codes({ ...two({}, {}, [5, 2]), special })).not.toContain("new-before-check@5");
    expect(codes({ ...two({}, {}, [6, 2]), special })).toContain("new-before-check@6");
    const cancelled = { week: 6, kind: "cancelled" as const, minutes: 0 };
    expect(codes({ ...two({}, {}, [5, 2]), special: [cancelled, ...special] })).toContain(
      "new-before-check@5",
    );
  });

  it("weeks with much room left, all in one", () => {
    const [finding] = checkAll(levelOf([figure("A", { minutes: 40 })], [["A", 1]])).filter(
      ({ code }) => code === "room-left",
    );
    expect(finding).toMatchObject({ week: 0, severity: "should" });
    expect(finding?.text).toMatch(/^Weeks 2 to 8 leave \d+ of 336 minutes free\./);
    const full = Array.from({ length: 24 }, (_, index) => figure(`F${index}`, { minutes: 14 }));
    const level = levelOf(
      full,
      full.map(({ name }, index): [string, number] => [name, 1 + (index % 8)]),
    );
    expect(checkAll(level).map(({ code }) => code)).not.toContain("room-left");
  });

  it("returns that the plan had and the class did not dance", () => {
    const level = levelOf([figure("A")], [["A", 1]]);
    const planned = planLoads(level).flatMap(({ week, minutes }) => (minutes > 0 ? [week] : []));
    expect(planned.length).toBeGreaterThan(2);
    const held = [1, 2, 3, 4].map((week) => ({
      week,
      danced: week === 1 ? [{ figureId: "a", layer: "steps" as const }] : [],
    }));
    const fades = checkPlan({ ...level, held }).find(({ code }) => code === "fades");
    expect(fades?.text).toContain("A is not danced between week 1 and week");
  });

  it("what one night did, as one night at its deepest layer", () => {
    const night = [
      { week: 1, layer: "steps" as const },
      { week: 1, layer: "partner" as const },
      { week: 1, layer: "rhythm" as const },
    ];
    expect(nightsOf(night)).toEqual([{ week: 1, layer: "partner" }]);
    expect(recallAt(nightsOf(night), 3)).toBeCloseTo(0.5, 12);
  });
});

describe("returnFor", () => {
  it("finds the week in which one more return keeps a figure from fading", () => {
    const once = {
      id: "x",
      name: "x",
      reason: "",
      ages: [[{ layer: "partner" as const, share: 1 }]],
      returns: [],
      returnMinutes: 2,
    };
    const level = { ...levelOf([figure("A")], [["A", 5]]), approach: once };
    const [finding] = checkPlan(level);
    if (!finding) throw new Error("nothing fades");
    const week = returnFor(level, finding);
    expect(week).toBe(6);
    const back = { ...level, figures: [figure("A", { extraReturns: [6] })] };
    expect(checkPlan(back)).toEqual([]);
    const late = { ...finding, week: 6 };
    expect(returnFor(level, late)).toBeNull();
  });
});
