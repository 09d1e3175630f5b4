import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { figure, levelOf } from "../../testing/levels.ts";
import { parseFigure } from "../notation/index.ts";
import {
  APPROACHES,
  approachOf,
  checkPlan,
  findingKey,
  type LevelPlan,
  mutedIn,
  type PlanFigure,
  planFacts,
  returnFor,
  strandOf,
} from "./index.ts";

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
    const alike = [{ a: "a", b: "b", likeness: 0.9, decides: "3" }];
    const [finding] = checkPlan({ ...two({}, {}, [2, 2]), alike });
    expect(finding).toMatchObject({ code: "look-alikes-together", figureId: "a", otherId: "b" });
    expect(finding?.text).toContain("differ only at count 3");
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
    const [finding] = checkPlan(two({ facts: QUICK }, {}, [1, 2], { bpm: 120 }));
    expect(finding?.text).toBe("A is comfortable up to 100 bpm for its level; this course dances at 120.");
    expect(codes(two({ facts: QUICK }, {}, [1, 2], { bpm: 100 }))).toEqual([]);
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
      "routine-does-not-close@6",
      "routine-does-not-close@6",
      "routine-does-not-fit@6",
    ]);
    expect(codes({ ...two({ facts: OPEN }, { facts: OPEN }, [1, 2]), special })).toEqual([]);
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
    expect(codes({ ...two({}, {}, [1, 2]), notReached: [{ figureId: "a", week: 1 }] })).toEqual([
      "not-reached@1",
    ]);
  });

  it("keeps quiet about what somebody decided to live with, and keeps the reason", () => {
    const level = two({ facts: QUICK }, {}, [1, 2], { bpm: 120 });
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
    const three = strandOf({ kind: "pattern", minutes: 20, parts: 3 }, APPROACHES["steps-first"]);
    const minutesAt = (strand: typeof one, age: number) =>
      strand.filter((part) => part.age === age).reduce((sum, { minutes }) => sum + minutes, 0);
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
