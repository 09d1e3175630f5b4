import { describe, expect, it } from "vitest";
import { figure, levelOf } from "../../testing/levels.ts";
import { checkPlan, draftPlan, exactModel, type LevelPlan, placesOf, problemOf, whyNot } from "./index.ts";

/** A figure of so many minutes that is new to the roles for so many beats each. */
const newTo = (leader: number, follower: number, minutes: number) =>
  figure("One", {
    minutes,
    facts: { counts: "", timed: false, newBeats: { leader, follower } } as never,
  });
const codesOf = (level: LevelPlan, code: string) =>
  checkPlan(level).filter((finding) => finding.code === code);

describe("where one role waits for the other", () => {
  const at = (leader: number, follower: number, minutes: number) =>
    codesOf(levelOf([newTo(leader, follower, minutes)], [["One", 2]]), "one-role-waits").map(
      ({ text }) => text,
    );

  it("is told whose, with the minutes of both", () => {
    expect(at(8, 2, 20)).toEqual([
      "In week 2 leaders learn 20 minutes of new steps and followers 5; one role waits.",
    ]);
    expect(at(0, 4, 30)).toEqual([
      "In week 2 followers learn 30 minutes of new steps and leaders 0; one role waits.",
    ]);
  });

  it("begins at fifteen minutes of difference, and at twice as much", () => {
    expect(at(4, 0, 15)).toHaveLength(1);
    expect(at(4, 0, 14)).toEqual([]);
    expect(at(8, 4, 40)).toHaveLength(1);
    expect(at(8, 5, 44)).toEqual([]);
    expect(at(5, 5, 40)).toEqual([]);
  });
});

describe("room that is left", () => {
  const plan = (about: Partial<LevelPlan> = {}): LevelPlan => ({
    ...levelOf([figure("One", { minutes: 40 })], [["One", 1]], { weeks: 4 }),
    ...about,
  });
  const told = (about: Partial<LevelPlan> = {}) => codesOf(plan(about), "room-left").map(({ text }) => text);

  it("names the weeks that leave it, and their minutes", () => {
    expect(told()).toEqual([
      expect.stringMatching(/^Weeks 2 to 4 leave \d+ of 144 minutes free\. There is room for more figures/),
    ]);
  });

  it.each([
    ["weeks that were taught", { held: [{ week: 2, danced: [] }] }, /^Weeks 3 and 4 leave \d+ of 96 /],
    [
      "a cancelled week",
      { special: [{ week: 3, kind: "cancelled", minutes: 0 }] },
      /^Weeks 2 and 4 leave \d+ of 96 /,
    ],
    [
      "a week that takes nothing new",
      { special: [{ week: 4, kind: "check", minutes: 20 }] },
      /^Weeks 2 and 3 leave \d+ of 96 /,
    ],
  ] as const)("leaves out %s", (_what, about, words) => {
    expect(told(about as Partial<LevelPlan>)).toEqual([expect.stringMatching(words)]);
  });

  it("is none of a plan without figures", () => {
    expect(codesOf(levelOf([figure("One")], []), "room-left")).toEqual([]);
  });
});

describe("a week that a figure can't have", () => {
  const level = (decides: string | null): LevelPlan => ({
    ...levelOf(
      [figure("One"), figure("Two"), figure("Three")],
      [
        ["One", 1],
        ["Two", 2],
      ],
    ),
    alike: [{ a: "one", b: "two", likeness: 0.9, decides }],
  });
  const why = (plan: LevelPlan, f: number, week: number) => {
    const problem = problemOf(plan);
    return whyNot(problem, placesOf(problem, plan.placements), f, week - 1);
  };

  it("is one in which a look-alike is new, whichever of the two is asked about", () => {
    expect(why(level("2"), 0, 2)).toBe("Two, which looks alike, is new in week 2");
    expect(why(level("2"), 1, 1)).toBe("One, which looks alike, is new in week 1");
    expect(why(level("2"), 2, 1)).toBeNull();
    expect(why(level(null), 0, 2)).toBeNull();
  });

  it("is every other one than that to which it is pinned", () => {
    const plan = level(null);
    const pinned = { ...plan, figures: plan.figures.map((one) => ({ ...one, pinned: one.id === "one" })) };
    expect(why(pinned, 0, 3)).toBe("It is pinned to week 1");
    expect(why(pinned, 0, 1)).toBeNull();
  });
});

describe("rhythms that a lesson brings, as the solver has them", () => {
  const rhythm = (name: string, counts: string, pinned = false) =>
    figure(name, { minutes: 4, pinned, facts: { counts, timed: true } as never });
  /** The bounds of the rows that hold how many new rhythms a week brings. */
  const bounds = (figures: Parameters<typeof levelOf>[0], placed: Parameters<typeof levelOf>[1]) => {
    const { rows, cost, upper, columnOf } = exactModel(
      levelOf(figures, placed, { weeks: 3, mostNewCounts: 1, mostNew: 4 }),
    );
    const places = new Set(columnOf.flat());
    const fresh = new Set(
      cost.flatMap((worth, at) => (worth === 0 && upper[at] === 1 && !places.has(at) ? [at] : [])),
    );
    return rows.flatMap(({ columns, values, upper: most }) =>
      columns.length > 1 &&
      columns.every((column) => fresh.has(column)) &&
      values.every((value) => value === 1)
        ? [most]
        : [],
    );
  };

  it("are as many as the level takes", () => {
    expect(bounds([rhythm("A", "1 2"), rhythm("B", "1 2 3")], [])).toEqual([1, 1]);
  });

  it("are as many as stay in the week, where that is more", () => {
    const pinned = [rhythm("A", "1 2", true), rhythm("B", "1 2 3", true), rhythm("C", "1 2 3 4")];
    expect(
      bounds(pinned, [
        ["A", 2],
        ["B", 2],
      ]),
    ).toContain(2);
    expect(
      bounds([rhythm("A", "1 2", true), rhythm("B", "1 2 3"), rhythm("C", "1 2 3 4")], [["A", 2]]),
    ).not.toContain(2);
  });
});

describe("a figure that finds no week", () => {
  const turns = (settledLessons: number, weeks: number) =>
    draftPlan(
      levelOf([figure("Basic", { kind: "basic" }), figure("Turn", { kind: "turn", needs: ["basic"] })], [], {
        weeks,
        settledLessons,
      }),
    ).left.map(({ figureId, reason, wayIn }) => [figureId, reason, wayIn?.text, wayIn?.rules]);

  it("is told which limit holds it out, and the cheapest way in", () => {
    expect(turns(2, 3)).toEqual([
      [
        "turn",
        expect.stringContaining("how long a basic settles before its turns"),
        "turns after 1 lesson of their basic",
        { settledLessons: 1 },
      ],
    ]);
    expect(turns(1, 3)).toEqual([]);
  });
});
