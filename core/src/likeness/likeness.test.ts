import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { type Figure, parseFigure } from "../notation/index.ts";
import {
  compareFigures,
  compareLibrary,
  LEAST_LIKE_PAIR,
  newMaterial,
  partingsInWords,
  percentAlike,
  toLearn,
  toLearnInWords,
} from "./index.ts";

const figure = (text: string): Figure => {
  const { figure: read, faults } = parseFigure(text);
  expect(faults).toEqual([]);
  return read;
};
const HOME =
  'leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R close\n5 L back\n6 R place\nfollower mirror';
const home = figure(HOME);
const turned = figure(HOME.replace("3 L side", "3 L side turn L 1/2"));
const otherFoot = figure(
  'leader\n1 R side hold "open"\n2 L close\n3 R side\n4 L close\n5 R back\n6 L place\nfollower mirror',
);

describe("compareFigures", () => {
  it("finds what two figures share and the count at which they part", () => {
    const { likeness, shared, differing, partsAt, lookAlike } = compareFigures(home, turned);
    expect(likeness).toBeGreaterThan(0.95);
    expect(shared).toEqual([
      { a: { from: 0, to: 2 }, b: { from: 0, to: 2 } },
      { a: { from: 3, to: 6 }, b: { from: 3, to: 6 } },
    ]);
    expect(differing).toEqual([{ a: { from: 2, to: 3 }, b: { from: 2, to: 3 } }]);
    expect(partsAt).toBe("3");
    expect(lookAlike).toBe(true);
  });

  it("names the whole stretch that decides between look-alikes", () => {
    const long = `${HOME.replace("\nfollower mirror", "")}\n7 L side\n8 R close\n9 L side\n10 R close\n11 L forward\n12 R place\nfollower mirror`;
    const other = long
      .replace("4 R close", "4 R cross-front")
      .replace("5 L back", "5 L forward")
      .replace("3 L side", "3 L forward");
    const { lookAlike, decides, differing } = compareFigures(figure(long), figure(other));
    expect(lookAlike).toBe(true);
    expect(differing).toHaveLength(1);
    expect(decides).toBe("the direction on 3 to 5");
  });

  it("takes two partings for look-alikes too, names both, and whose they are", () => {
    const vine =
      "1 R side\n2 L cross-behind\n3 R side\n4 L touch\n5 L side\n6 R cross-behind\n7 L side\n8 R touch";
    const closed = vine.replace("4 L touch", "4 L kick").replace("8 R touch", "8 R kick");
    expect(compareFigures(figure(`solo\n${vine}`), figure(`solo\n${closed}`))).toMatchObject({
      lookAlike: true,
      decides: "the steps on 4 and 8",
    });
    const couple = (follower: string) =>
      figure(
        `leader\n1 L side\n2 R close\n3 L side\n4 R close\nfollower\n1 R side\n2 L close\n${follower}\n4 L close`,
      );
    const { decides } = compareFigures(couple("3 R side"), couple("3 R side turn R 1"));
    expect(decides).toBe("the follower's turn on 3");
  });

  it("says where only the hold differs, and where it differs beside the steps", () => {
    const couple = (third: string, follower = "follower mirror") =>
      figure(`leader\n1 L side hold "open"\n2 R close\n${third}\n4 R close hold "open"\n${follower}`);
    const plain = couple("3 L side");
    expect(compareFigures(plain, couple('3 L side hold "shadow"'))).toMatchObject({
      likeness: 1,
      differing: [],
      lookAlike: true,
      decides: "the hold on 3",
    });
    expect(compareFigures(plain, couple('3 L forward hold "shadow"')).decides).toBe(
      "the direction and the hold on 3",
    );
    expect(
      compareFigures(
        plain,
        couple('3 L side hold "shadow"', "follower\n1 R side\n2 L close\n3 R side turn R 1\n4 L close"),
      ).decides,
    ).toBe("the follower's turn and the hold on 3");
  });

  test("holds that are not said make no difference", () => {
    const holds = fc.constantFrom("", ' hold "open"', ' hold "closed"');
    const row = fc.tuple(holds, holds, holds);
    // The more that follows in one hold, the less of the whole the three are.
    const couple = ([a, b, c]: readonly string[]) =>
      figure(
        `leader\n1 L side${a}\n2 R close${b}\n3 L side${c}\n4 R close hold "open"\n5 L side\n6 R close\n7 L side\n8 R close\n9 L side\nfollower mirror`,
      );
    fc.assert(
      fc.property(row, row, (one, two) => {
        const force = (said: readonly string[]) =>
          said.map((_, at) => said.slice(0, at + 1).findLast(Boolean));
        const [mine, theirs] = [force(one), force(two)];
        const apart = mine.some((hold, at) => hold && theirs[at] && hold !== theirs[at]);
        const { decides, likeness } = compareFigures(couple(one), couple(two));
        expect(likeness).toBe(1);
        if (decides !== null) expect(decides).toMatch(/^the hold on /);
        expect(decides !== null).toBe(apart && one[0] === two[0]);
      }),
    );
  });

  test("look-alikes differ on every count that is named, and nowhere else, and agree on two thirds", () => {
    const SAME = [
      "side",
      "close",
      "forward",
      "place",
      "back",
      "close",
      "side",
      "close",
      "forward",
      "place",
      "back",
      "place",
    ];
    const row = (changed: readonly number[]) =>
      figure(
        `solo\n${SAME.map((action, at) => `${at + 1} ${at % 2 ? "R" : "L"} ${changed.includes(at + 1) ? "lock" : action}`).join("\n")}`,
      );
    fc.assert(
      fc.property(
        fc.subarray(
          [...SAME.keys()].map((at) => at + 1),
          { minLength: 1, maxLength: 5 },
        ),
        (changed) => {
          const { decides } = compareFigures(row([]), row(changed));
          if (changed.length > SAME.length / 3) expect(decides).toBeNull();
          if (decides === null) return;
          const said = decides.replace(/^the steps on /, "").split(/, | and /);
          const named = said.flatMap((part) => {
            const [from = 0, to = from] = part.split(" to ").map(Number);
            return Array.from({ length: to - from + 1 }, (_count, at) => from + at);
          });
          expect(named).toEqual(changed);
        },
      ),
    );
  });

  it("tells feet apart after a landing on both, and partners who begin on one foot from natural opposites", () => {
    const jump = (foot: string) => figure(`solo\n1 L side\n2 both place\n3 ${foot} kick\n4 ${foot} side`);
    expect(compareFigures(jump("L"), jump("R")).likeness).toBeLessThan(1);
    expect(compareFigures(jump("L"), jump("L")).likeness).toBe(1);
    const partner = (one: string, two: string) =>
      figure(`leader\n1 L side\n2 R close\nfollower\n1 ${one} side\n2 ${two} close`);
    expect(compareFigures(partner("R", "L"), partner("L", "R")).likeness).toBeLessThan(1);
  });

  it("finds a shared ending that comes later in the other", () => {
    const longer = figure(
      "leader\n1 L forward\n2 R forward\n3 L side\n4 R close\n5 L back\n6 R place\n7 L cross-front\n8 R place\nfollower mirror",
    );
    const tail = figure("leader\n1 L side\n2 R close\n3 L back\n4 R place\nfollower mirror");
    expect(compareFigures(tail, longer).shared).toEqual([{ a: { from: 0, to: 4 }, b: { from: 2, to: 6 } }]);
  });

  it("does not mind on which foot a figure begins", () => {
    expect(compareFigures(home, otherFoot)).toMatchObject({
      likeness: 1,
      partsAt: null,
      lookAlike: false,
      differing: [],
    });
  });

  it("takes nobody's turn for another's who begins in another hold", () => {
    const closed = figure(HOME.replace('"open"', '"closed"').replace("3 L side", "3 L side turn L 1/2"));
    expect(compareFigures(home, closed).lookAlike).toBe(false);
  });

  it("finds nothing in common between a couple's figure and a line dancer's", () => {
    const solo = figure("solo\n1& L kick\n2& L kick\n3& L kick");
    expect(compareFigures(home, solo)).toMatchObject({ likeness: 0, shared: [] });
  });

  test("every figure is wholly like itself", () => {
    fc.assert(
      fc.property(anyFigure, (one) => {
        const { likeness, shared, differing, partsAt } = compareFigures(one, one);
        expect(likeness).toBeCloseTo(1, 9);
        expect(differing).toEqual([]);
        expect(partsAt).toBeNull();
        expect(shared).toHaveLength(1);
      }),
    );
  });

  test("likeness is the same from either side, and between 0 and 1", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (one, two) => {
        const there = compareFigures(one, two);
        expect(compareFigures(two, one).likeness).toBeCloseTo(there.likeness, 9);
        expect(there.likeness).toBeGreaterThanOrEqual(0);
        expect(there.likeness).toBeLessThanOrEqual(1);
      }),
    );
  });

  it("tells when one role dances alike and only the other differs", () => {
    const pass =
      'leader\n1 L side hold "open"\n2 R close\n3 L side\n4 R close\nfollower\n1 R side\n2 L close';
    const [plain, turning] = [
      figure(`${pass}\n3 R side\n4 L close`),
      figure(`${pass}\n3 R side turn R 1/2\n4 L close turn R 1/2`),
    ];
    const { byRole, differing } = compareFigures(plain, turning);
    expect(byRole.leader).toMatchObject({ likeness: 1, partsAt: null, differing: [] });
    expect(byRole.follower).toMatchObject({
      partsAt: "3",
      differing: [{ a: { from: 2, to: 4 }, b: { from: 2, to: 4 } }],
    });
    expect(differing).toHaveLength(1);
  });

  it("leaves a single same step out of what is shared and out of what differs", () => {
    const [one, two] = [
      figure("solo\n1 L side\n2 R close\n3 L side"),
      figure("solo\n1 L side\n2 R kick\n3 R kick"),
    ];
    expect(compareFigures(one, two)).toMatchObject({
      shared: [],
      partsAt: "2",
      differing: [{ a: { from: 1, to: 3 } }],
    });
  });

  test("shared and differing stretches never overlap and lie within their figure", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (one, two) => {
        const { shared, differing } = compareFigures(one, two);
        for (const side of ["a", "b"] as const) {
          const stretches = [...shared, ...differing].flatMap((stretch) => stretch[side] ?? []);
          stretches.sort((x, y) => x.from - y.from);
          stretches.slice(1).forEach(({ from }, index) => {
            expect(from).toBeGreaterThanOrEqual((stretches[index]?.to ?? 0) - 1e-9);
          });
          const beats = stretches.reduce((sum, { from, to }) => sum + to - from, 0);
          expect(beats).toBeLessThanOrEqual((side === "a" ? one : two).length / 24 + 1e-9);
        }
      }),
    );
  });
});

describe("newMaterial", () => {
  const known = [{ id: "home", figure: home }];

  it("is what no known figure covers, role by role", () => {
    const part = {
      newBeats: 1,
      known: [
        { from: 0, to: 2, figureId: "home" },
        { from: 3, to: 6, figureId: "home" },
      ],
      fresh: [{ from: 2, to: 3 }],
    };
    expect(newMaterial(turned, known)).toEqual({
      beats: 6,
      newBeats: 1,
      byRole: { leader: part, follower: part },
    });
  });

  it("is everything to a beginner and nothing to somebody who dances it", () => {
    expect(newMaterial(home, [])).toMatchObject({
      newBeats: 6,
      byRole: { leader: { known: [], fresh: [{ from: 0, to: 6 }] } },
    });
    expect(newMaterial(otherFoot, known).newBeats).toBe(0);
  });

  it("counts a beat once when both roles have something new in it", () => {
    const other = figure("leader\n1 L side\n2 R kick\n3 R kick\nfollower\n1 R kick\n2 R kick\n3 R side");
    const { newBeats, byRole } = newMaterial(other, known);
    expect(newBeats).toBe(3);
    expect([byRole.leader?.newBeats, byRole.follower?.newBeats]).toEqual([3, 3]);
  });

  it("is nothing for a role that dances what it knows, while the other learns", () => {
    const swapped = {
      ...home,
      steps: { leader: home.steps.leader ?? [], follower: turned.steps.leader ?? [] },
    };
    const { byRole, newBeats } = newMaterial(swapped, known);
    expect(byRole.leader?.newBeats).toBe(0);
    expect(newBeats).toBe(byRole.follower?.newBeats);
  });

  test("the more is known, the less is new, and no order of what is known matters", () => {
    fc.assert(
      fc.property(anyFigure, fc.array(anyFigure, { maxLength: 4 }), (one, others) => {
        const all = others.map((other, index) => ({ id: String(index), figure: other }));
        const beats = all.map((_, many) => newMaterial(one, all.slice(0, many)).newBeats);
        const whole = newMaterial(one, all);
        expect([...beats, whole.newBeats]).toEqual([...beats, whole.newBeats].sort((a, b) => b - a));
        expect(newMaterial(one, [...all].reverse()).newBeats).toBe(whole.newBeats);
        for (const part of Object.values(whole.byRole)) {
          const stretches = [...part.known, ...part.fresh].sort((a, b) => a.from - b.from);
          stretches.slice(1).forEach(({ from }, at) => {
            expect(from).toBeGreaterThanOrEqual((stretches[at]?.to ?? 0) - 1e-9);
          });
        }
      }),
      runs(150),
    );
  });

  it("takes shorter stretches where they leave less than the longest would", () => {
    const dance = (steps: string) =>
      figure(
        `leader\n${steps
          .split(" ")
          .map((word, at) => `${at + 1} ${at % 2 === 0 ? "L" : "R"} ${word}`)
          .join("\n")}\nfollower mirror`,
      );
    const wanted = dance("side close back forward place cross-front");
    const others = [
      {
        id: "middle",
        figure: dance(
          "kick-ball close back forward place kick-ball".replaceAll("kick-ball", "diagonal-back"),
        ),
      },
      { id: "first", figure: dance("side close diagonal-back diagonal-back diagonal-back diagonal-back") },
      {
        id: "last",
        figure: dance("diagonal-back diagonal-back diagonal-back diagonal-back place cross-front"),
      },
    ];
    expect(newMaterial(wanted, others).newBeats).toBe(0);
  });

  it("does not count a single step as known", () => {
    const one = figure("leader\n1 L side\n2 R kick\n3 R cross-front\nfollower mirror");
    expect(newMaterial(one, known).newBeats).toBe(3);
  });

  test("known and new beats make up each role's part, and more known figures never make more new", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, anyFigure, (one, two, three) => {
        const less = newMaterial(one, [{ id: "two", figure: two }]);
        const more = newMaterial(one, [
          { id: "one", figure: one },
          { id: "two", figure: two },
          { id: "three", figure: three },
        ]);
        for (const { beats, byRole } of [less, more])
          for (const { newBeats, known: covered } of Object.values(byRole))
            expect(newBeats + covered.reduce((sum, { from, to }) => sum + to - from, 0)).toBeCloseTo(
              beats,
              9,
            );
        expect(more.newBeats).toBeLessThanOrEqual(less.newBeats + 1e-9);
        const steps = Object.values(one.steps).map((part) => part.length);
        if (Math.min(...steps) > 1) expect(more.newBeats).toBe(0);
      }),
    );
  });
});

describe("compareLibrary", () => {
  test("tells of every two figures what comparing them alone tells", () => {
    fc.assert(
      fc.property(fc.array(anyFigure, { minLength: 2, maxLength: 5 }), (list) => {
        const figures = list.map((one, index) => ({ id: String(index), figure: one }));
        const pairs = compareLibrary(figures);
        for (const [i, one] of figures.entries())
          for (const two of figures.slice(i + 1)) {
            const { likeness, decides } = compareFigures(one.figure, two.figure);
            const pair = pairs.find(({ a, b }) => a === one.id && b === two.id);
            if (likeness < LEAST_LIKE_PAIR - 1e-9) expect(pair).toBeUndefined();
            if (!pair) continue;
            expect(pair.likeness).toBeCloseTo(likeness, 9);
            expect(pair.decides).toBe(decides);
          }
      }),
      runs(60),
    );
  });

  it("tells how far it has come, and at last that all are compared", () => {
    const figures = Array.from({ length: 40 }, (_, index) => ({ id: String(index), figure: home }));
    const told: number[] = [];
    const pairs = compareLibrary(figures, (done, all) => told.push(done / all));
    expect(pairs).toHaveLength((40 * 39) / 2);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.at(-1)).toBe(1);
  });
});

describe("what differs", () => {
  const solo = (lines: string) => figure(`solo\n${lines}`);
  const between = (a: Figure, b: Figure) => partingsInWords(compareFigures(a, b));
  const six = solo("1 L back\n2 R replace\n3 L side\n& R close\n4 L side\n5 R side\n& L close\n6 R side");
  const eight = solo(
    "1 L back\n2 R replace\n3 L side\n& R close\n4 L side\n5 R forward\n6 L forward\n7 R side\n& L close\n8 R side",
  );

  it.each([
    ["1 L side\n2 R close", "1 L side\n2 R close turn R 1/4", "the turn on 2"],
    ["1 L side\n2 R close", "1 L forward\n2 R close", "the direction on 1"],
    ["1 L side\n2 R close", "1 L side\n2 R touch", "the steps on 2"],
    ["1 L side\n2 R kick forward", "1 L side\n2 R kick back", "the direction on 2"],
    [
      "1 L side\n2 R close\n3 L side",
      "1 L side\n2 R close\n3 L forward turn L 1/4",
      "the direction and turn on 3",
    ],
    [
      "1 L side\n2 R close\n3 L side\n4 R close",
      "1 L side\n2 R close\n3& L side\n4 R close",
      "the rhythm on 2 and 3",
    ],
    [
      "1 L forward turn R 1/2\n2 R back",
      "1 R forward turn L 1/2\n2 L back",
      "the side on which it is danced",
    ],
    ["1 L side\n2 R close", "1 R side\n2 L close", "the side on which it is danced"],
    ["1 L side\n2 R close", "1 L side\n2 R close", ""],
  ])("between %j and %j is told by its kind", (a, b, words) => {
    expect(between(solo(a), solo(b))).toBe(words);
  });

  it("is what was put in, where one is longer", () => {
    expect(between(six, eight)).toBe("2 beats more in the second, after 4 (forward, forward)");
    expect(between(eight, six)).toBe("2 beats more in the first, after 4 (forward, forward)");
    const later = solo("1 R kick\n2 R kick\n3 L back\n4 R replace\n5 L side\n6 R close");
    expect(between(solo("1 L back\n2 R replace\n3 L side\n4 R close"), later)).toBe(
      "2 beats more in the second, at the beginning (kick, kick)",
    );
  });

  it("is more steps, where they take no longer", () => {
    expect(between(solo("1 L side\n3 R side"), solo("1 L side\n& R close\n2 L side\n3 R side"))).toMatch(
      /^the rhythm on 1; 2 steps more in the second, /,
    );
  });

  test("is nothing exactly where both are danced alike, and of the same places from either side", () => {
    fc.assert(
      fc.property(anyFigure, anyFigure, (one, two) => {
        const [there, back] = [compareFigures(one, two), compareFigures(two, one)];
        expect(there.partings.length === 0).toBe(back.partings.length === 0);
        const lengths = (all: typeof there) =>
          all.partings.filter(({ kinds }) => kinds[0] === "length").length > 0;
        expect(lengths(there)).toBe(lengths(back));
        if (there.partings.length === 0) expect(there.likeness).toBeCloseTo(1, 9);
      }),
    );
  });

  it("is a hundred percent only where nothing is", () => {
    expect([0.9999, 1, 0.994, 0.5].map(percentAlike)).toEqual([99, 100, 99, 50]);
  });
});

describe("what is to be learned", () => {
  const solo = (lines: string) => figure(`solo\n${lines}`);
  const ROCK = "1 L back\n2 R replace";
  const six = solo(`${ROCK}\n3 L side\n& R close\n4 L side\n5 R side\n& L close\n6 R side`);
  const eight = solo(
    `${ROCK}\n3 L side\n& R close\n4 L side\n5 R back\n6 L replace\n7 R side\n& L close\n8 R side`,
  );
  const inWords = (one: Figure, ...known: Figure[]) =>
    toLearnInWords(
      toLearn(
        one,
        known.map((known, at) => ({ id: String(at), figure: known })),
      ),
    );

  it.each([
    [
      "the eight of a class that knows the six",
      eight,
      [six],
      "known steps in a new order, and a new count: 8 beats",
    ],
    ["the same", six, [six], "nothing, all of it is danced elsewhere in this order"],
    ["everything", six, [], "all 6 beats are new steps"],
    [
      "a slower rhythm",
      solo("1 L side\n3 R close\n5 L side\n7 R close\nbeats 8"),
      [solo("1 L side\n2 R close\n3 L side\n4 R close\n5 L kick\n6 L kick\n7 L kick\n8 L kick")],
      "known steps on a new rhythm, 8 beats",
    ],
    [
      "one new step",
      solo("1 L side\n2 R close\n3 L hop\n4 R side\n5 L close\n6 R side"),
      [solo("1 L side\n2 R close\n3 L kick\n4 R side\n5 L close\n6 R side")],
      "new steps on 1 of 6 beats",
    ],
  ])("%s", (_what, one, known, words) => {
    expect(inWords(one, ...known)).toBe(words);
  });

  it("is in each role's beats what it is for that role", () => {
    expect(toLearn(eight, [{ id: "six", figure: six }]).byRole).toEqual({ solo: 8 });
    expect(toLearn(home, [{ id: "home", figure: home }]).byRole).toEqual({ leader: 0, follower: 0 });
    const half = { ...home, steps: { leader: home.steps.leader ?? [], follower: turned.steps.leader ?? [] } };
    expect(toLearn(half, [{ id: "home", figure: home }]).byRole).toMatchObject({ leader: 0 });
  });

  test("is never more than the figure, its new steps and rhythms make up what no known stretch covers", () => {
    fc.assert(
      fc.property(anyFigure, fc.array(anyFigure, { maxLength: 3 }), (one, others) => {
        const known = others.map((figure, at) => ({ id: String(at), figure }));
        const learn = toLearn(one, known);
        const { byRole } = newMaterial(one, known);
        for (const [role, beats] of Object.entries(learn.byRole)) {
          expect(beats).toBeLessThanOrEqual(learn.beats);
          expect(beats).toBeGreaterThanOrEqual((byRole[role as "solo"]?.newBeats ?? 0) - 1e-9);
        }
        const own = toLearn(one, [...known, { id: "own", figure: one }]);
        expect([own.count, own.orders]).toEqual([false, 0]);
      }),
    );
  });
});
