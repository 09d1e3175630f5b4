import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import type { Facing, Hold } from "../hold/index.ts";
import { formatFigure, lookupBeside, parseFigure, stepsOf, writtenRoles } from "../notation/index.ts";
import { planFacts } from "../plan/index.ts";
import { followFeet } from "./feet.ts";
import { carryOn, join, pathOfRole, stateIn, stateOut } from "./index.ts";

const hold = (name: string, facing: Facing, about: Partial<Hold> = {}): Hold => ({
  name,
  otherNames: [],
  hands: 2,
  close: false,
  facing,
  changesTo: [],
  ...about,
});
/** Holds whose names say the opposite of what they are. */
const MISLEADING = {
  ...IN_FOUR,
  holds: [
    hold("embrace", "facing", { close: true, otherNames: ["hug"] }),
    hold("open, not closed", "facing"),
    hold("closed, outside partner", "facing"),
    hold("facing in name only", "shadow"),
    hold("side closed", "beside", { changesTo: ["open, not closed"] }),
    hold("loose", "apart"),
  ],
};
const NAMES = { holds: [] };
const figure = (text: string) => parseFigure(text).figure;
const closed = (name: string) =>
  planFacts(figure(`leader\n1 L side hold "${name}"\n2 R close`), 1, MISLEADING, []).closeHold;

describe("a hold is read by what it is, never by its name", () => {
  it.each([
    ["embrace", true],
    ["hug", true],
    ["open, not closed", false],
    ["closed, outside partner", false],
    ["side closed", false],
  ])("%s: close %s", (name, isClose) => expect(closed(name)).toBe(isClose));

  it.each([
    ["closed, outside partner", 180, 0],
    ["facing in name only", 0, 0.25],
    ["side closed", 0, 0.6],
  ])("%s puts the follower at %d degrees", (name, heading, right) => {
    const [first] = pathOfRole(
      figure(`leader\n1 L side hold "${name}"\nfollower\n1 R side`),
      "follower",
      MISLEADING.holds,
    );
    expect(first?.heading).toBe(heading);
    expect(((first?.left.x ?? 0) + (first?.right.x ?? 0)) / 2).toBeCloseTo(right);
  });

  it("changes freely only as the dance says", () => {
    const [one, other] = ["side closed", "open, not closed"].map((name) =>
      figure(`solo\n1 L side hold "${name}"\n2 R close`),
    );
    if (!one || !other) throw new Error("no figures");
    expect(join(one, other, MISLEADING).fits).toBe(true);
    expect(join(other, one, MISLEADING)).toEqual({
      fits: false,
      reasons: [
        "It ends in open, not closed, which does not change freely into side closed, in which the next begins.",
      ],
    });
  });
});

describe("the hold in force", () => {
  it("is said by either role, on the first moment for the beginning, and last for the end", () => {
    const said = figure('leader\n1 L side\n2 R close hold "hug"\nfollower\n1 R side hold "loose"\n2 L close');
    expect(stateIn(said, MISLEADING).hold).toBe("loose");
    expect(stateOut(said, MISLEADING).hold).toBe("embrace");
    expect(stateIn(figure('leader\n1 L side\n2 R close hold "hug"'), MISLEADING).hold).toBeNull();
  });

  it("goes on through a figure that says none", () => {
    const silent = figure("leader\n1 L side\n2 R close\nfollower opposite");
    const next = figure('leader\n1 L side hold "loose"\n2 R close\nfollower opposite');
    expect(stateOut(silent, MISLEADING).hold).toBeNull();
    expect(join(silent, next, MISLEADING).fits).toBe(true);
    const before = { hold: "embrace", free: {}, facing: {} };
    expect(carryOn(silent, MISLEADING, before).hold).toBe("embrace");
    expect(join(silent, next, MISLEADING, before).reasons[0]).toContain("It ends in embrace");
  });

  it("is in force where a stretch of another figure begins, whoever said it", () => {
    const library = [
      {
        name: "Long",
        notation:
          'leader\n1 L side\n2 R close\n3 L side\nfollower\n1 R side hold "open"\n2 L close\n3 R side',
      },
    ];
    const reading = { slowBeats: 2, quickBeats: 1, elements: [] };
    const cut = parseFigure('use "Long" counts 2-3', reading, lookupBeside(library, reading, "")).figure;
    expect(stateIn(cut, NAMES).hold).toBe("open");
  });
});

/** The name of a hold as it is compared: hyphens, spaces and capitals do not tell two apart. */
const plainly = (hold: string | null): string | null =>
  hold
    ?.replace(/[\s-]+/g, " ")
    .toLowerCase()
    .trim() ?? null;

describe("join", () => {
  const home = 'leader\n1 L side hold "open"\n2 R close\nfollower opposite';
  it.each([
    ["the same again", home, []],
    ["no hold said", "leader\n1 L side\n2 R close\nfollower opposite", []],
    ["leaders only", "leader\n1 L side\n2 R close", []],
    ["another hold", home.replace("open", "closed"), ["It ends in open, which"]],
    [
      "the wrong foot",
      "leader\n1 R side\n2 L close\nfollower opposite",
      ["The leader has the left foot", "The follower has the right foot"],
    ],
    [
      "one role's wrong foot",
      "leader\n1 L side\n2 R close\nfollower\n1 L side\n2 R close",
      ["The follower has the right foot"],
    ],
    [
      "nobody to dance with",
      "solo\n1 L side\n2 R close",
      ["One is for leader and follower, the other for solo."],
    ],
  ])("after the basic: %s", (_what, text, reasons) => {
    const joined = join(figure(home), figure(text), NAMES);
    expect(joined.fits).toBe(reasons.length === 0);
    expect(joined.reasons).toHaveLength(reasons.length);
    for (const [at, reason] of joined.reasons.entries()) expect(reason).toContain(reasons[at]);
  });

  it("sees a partner who faces away, unless a hold within says how the two stand", () => {
    const away = (end: string) =>
      figure(
        `leader\n1 L side hold "closed, outside partner"\n2 R close ${end}\nfollower\n1 R side turn R 1/2\n2 L close`,
      );
    const next = figure('leader\n1 L side hold "closed, outside partner"\n2 R close\nfollower opposite');
    expect(join(away(""), next, MISLEADING).reasons).toEqual([
      "The follower ends ½ of a turn away from how the next figure begins.",
    ]);
    expect(stateOut(away(""), MISLEADING).facing).toEqual({ leader: 0, follower: 0 });
    expect(join(away('hold "closed, outside partner"'), next, MISLEADING).fits).toBe(true);
  });

  it("sees a pick-up that falls on the last step", () => {
    const late = figure("solo\n1 L side\n2& R close");
    const early = figure("solo\n& L kick\n1 L side\n2 R close");
    expect(join(late, early, NAMES).reasons).toEqual([
      "The next figure begins with a pick-up on &, where this one still steps on &.",
    ]);
    expect(join(figure("solo\n1 L side\n2 R close"), early, NAMES).fits).toBe(true);
  });

  test("agrees with dancing the two texts put together", () => {
    const reading = { slowBeats: 2, quickBeats: 1, elements: [] };
    fc.assert(
      fc.property(anyFigure, anyFigure, (one, next) => {
        const { fits } = join(one, next, NAMES);
        const library = [
          { name: "one", notation: formatFigure(one) },
          { name: "next", notation: formatFigure(next) },
        ];
        const both = parseFigure('use "one"\nuse "next"', reading, lookupBeside(library, reading, ""));
        const sameRoles = writtenRoles(one).join() === writtenRoles(next).join();
        if (!sameRoles) return;
        if (both.faults.length > 0) {
          expect(fits).toBe(false);
          return;
        }
        const faults = (figureOf: typeof one) =>
          writtenRoles(figureOf).reduce(
            (sum, role) => sum + followFeet(stepsOf(figureOf, role)).faults.length,
            0,
          );
        const [before, after] = [stateOut(one, NAMES).hold, stateIn(next, NAMES).hold].map(plainly);
        if (fits) {
          expect(faults(both.figure)).toBeLessThanOrEqual(faults(one) + faults(next));
          expect(before === null || after === null || before === after).toBe(true);
        }
        if (faults(both.figure) > faults(one) + faults(next)) expect(fits).toBe(false);
      }),
      runs(400),
    );
  });

  test("a figure joins itself exactly when its feet close and its hold comes back", () => {
    fc.assert(
      fc.property(anyFigure, (any) => {
        const [begin, end] = [stateIn(any, NAMES), stateOut(any, NAMES)];
        const feet = writtenRoles(any).every((role) => {
          const [starts, ends] = [begin.free[role], end.free[role]];
          return !starts || !ends || starts === ends;
        });
        const onsets = writtenRoles(any).flatMap((role) => stepsOf(any, role).map(({ onset }) => onset));
        const pickUp = Math.min(...onsets) < 0 && Math.max(...onsets) >= any.length + Math.min(...onsets);
        const hands = begin.hold === null || plainly(begin.hold) === plainly(end.hold);
        expect(join(any, any, NAMES).fits).toBe(feet && hands && !pickUp);
      }),
    );
  });
});
