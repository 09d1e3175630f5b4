import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { USUAL_HOLDS } from "../hold/index.ts";
import {
  type Figure,
  formatFigure,
  holdsSaid,
  lookupBeside,
  parseFigure,
  stepsOf,
  writtenRoles,
} from "../notation/index.ts";
import {
  centreOf,
  countedFrom,
  type FootPlacement,
  figureFacts,
  type Point,
  pathOf,
  pathOfRole,
  poseAt,
  STEP_SIZES,
} from "./index.ts";

const figure = (text: string) => parseFigure(text).figure;
const facts = (text: string) => figureFacts(figure(text), IN_FOUR);
const near = (a: number, b: number) => expect(a).toBeCloseTo(b, 9);

describe("the path", () => {
  it("walks from foot to foot, a stated step long", () => {
    const path = pathOfRole(figure("solo\n1 L forward\n2 R forward\n3 L close"), "solo", USUAL_HOLDS);
    near(path[1]?.left.y ?? 0, STEP_SIZES.walk);
    near(path[2]?.right.y ?? 0, 2 * STEP_SIZES.walk);
    near(path[3]?.left.y ?? 0, 2 * STEP_SIZES.walk);
    near((path[3]?.right.x ?? 0) - (path[3]?.left.x ?? 0), STEP_SIZES.hips);
  });

  const ends = (text: string) => {
    const path = pathOfRole(figure(`solo\n${text}`), "solo", USUAL_HOLDS);
    const [from, to] = [path[0], path.at(-1)].map((one) => one && centreOf(one));
    return [(to?.x ?? 0) - (from?.x ?? 0), (to?.y ?? 0) - (from?.y ?? 0)] as const;
  };

  it.each([
    [
      "behind",
      "1 R side\n2 L cross-behind\n3 R side\n4 L touch\n5 L side\n6 R cross-behind\n7 L side\n8 R touch",
    ],
    [
      "in front",
      "1 R side\n2 L cross-front\n3 R side\n4 L tap\n5 L side\n6 R cross-front\n7 L side\n8 R close",
    ],
    [
      "with a kick between",
      "1 R side\n2 L cross-behind\n3 R kick\n4 R side\n5 L close\n6 L side\n7 R cross-behind\n8 L side\n9 R tap",
    ],
  ])("brings a vine to one side and back, crossing %s, to where it began", (_where, text) => {
    const [x, y] = ends(text);
    if (!text.includes("kick")) near(x, 0);
    near(y, 0);
  });

  it.each([
    ["1 L side turn L 1/4\n2 R forward turn L 1/2\n3 L back turn L 1/4\n4 R touch", -1],
    ["1 R side turn R 1/4\n2 L forward turn R 1/2\n3 R back turn R 1/4\n4 L touch", 1],
    ["1 L side turn L 1/4\n2 R forward turn L 1/2\n3 L side turn L 1/4\n4 R touch", -1],
    ["1 R side turn R 1/4\n2 L side turn R 1/2\n3 R side turn R 1/4\n4 L close", 1],
    ["1 R side\n2 L side turn R 1/2\n3 R side turn R 1/2\n4 L touch", 1],
    ["1 L side turn L 1/4\n2 R forward turn L 1/4\n3 L side turn L 1/2\n4 R touch", -1],
  ])("keeps a three-step turn on its line", (text, side) => {
    const [x, y] = ends(text);
    expect(x * side).toBeGreaterThan(2 * STEP_SIZES.walk);
    near(y, 0);
  });

  it.each([
    ["that turns the way it steps", "1 R side\n2 L side turn L 1/2\n3 R close"],
    ["written as back to the middle", "1 R side\n2 L place turn R 1/2\n3 R close"],
  ])("leaves a rock to the side %s where it is", (_how, text) => {
    expect(Math.abs(ends(text)[0])).toBeLessThan(STEP_SIZES.walk);
  });

  it("goes where the dancer faces after a turn", () => {
    const path = pathOfRole(figure("solo\n1 L place turn R 1/4\n2 R forward"), "solo", USUAL_HOLDS);
    expect(path[1]?.heading).toBe(90);
    expect((path[2]?.right.x ?? 0) - (path[1]?.left.x ?? 0)).toBeCloseTo(STEP_SIZES.walk, 9);
  });

  test("a follower who mirrors walks with the leader, at the same distance", () => {
    const text = "leader\n1 L forward\n2 R forward\n3 L side\n4 R close\nfollower mirror";
    const [leader, follower] = [
      pathOfRole(figure(text), "leader", USUAL_HOLDS),
      pathOfRole(figure(text), "follower", USUAL_HOLDS),
    ];
    const apart = (at: number) => {
      const [a, b] = [leader[at], follower[at]];
      if (!a || !b) throw new Error("no such step");
      return { x: centreOf(b).x - centreOf(a).x, y: centreOf(b).y - centreOf(a).y };
    };
    near(apart(0).x, apart(4).x);
    near(apart(0).y, apart(4).y);
  });

  test("turning changes no distance between a dancer's feet and never leaves them undefined", () => {
    fc.assert(
      fc.property(anyFigure, (any) => {
        for (const role of writtenRoles(any))
          for (const { left, right, heading } of pathOfRole(any, role, USUAL_HOLDS)) {
            expect([left.x, left.y, right.x, right.y, heading].every(Number.isFinite)).toBe(true);
            expect(Math.hypot(left.x - right.x, left.y - right.y)).toBeLessThan(3);
          }
      }),
    );
  });

  test("at every onset the pose is the placement, and between them it stays between", () => {
    fc.assert(
      fc.property(anyFigure, fc.double({ min: 0, max: 1, noNaN: true }), (any, part) => {
        const path = pathOf(stepsOf(any, writtenRoles(any)[0] ?? "leader"));
        path.slice(1).forEach((placed, index) => {
          const pose = poseAt(path, placed.onset);
          near(pose.left.x, placed.left.x);
          near(pose.heading, placed.heading);
          const before = path[index];
          if (!before || !Number.isFinite(before.onset)) return;
          const { heading } = poseAt(path, before.onset + part * (placed.onset - before.onset) * 0.999);
          expect(heading).toBeGreaterThanOrEqual(Math.min(before.heading, placed.heading) - 1e-9);
          expect(heading).toBeLessThanOrEqual(Math.max(before.heading, placed.heading) + 1e-9);
        });
      }),
    );
  });
});

describe("space", () => {
  it("tells spot, slot and travelling apart", () => {
    const kind = (text: string) => facts(text).roles[0]?.space.kind;
    expect(kind("solo\n1 L side\n2 R close\n3 R side\n4 L close")).toBe("spot");
    expect(kind("solo\n1 L forward\n2 R forward\n3 L forward\n4 R back\n5 L back\n6 R back")).toBe("slot");
    expect(kind("solo\n1 L forward\n2 R forward\n3 L forward")).toBe("travelling");
  });

  it("measures as the dancer faces, the follower too", () => {
    const { roles, floor } = facts("leader\n1 L forward\n2 R forward\n3 L close\nfollower mirror");
    expect(roles.map(({ space }) => space.forward)).toEqual([0.9, -0.9]);
    expect(floor.depth).toBeGreaterThan(roles[0]?.space.depth ?? 0);
  });
});

describe("facing again", () => {
  it.each([
    ["turn R 1/2", 2],
    ["turn R 1 1/2", 2],
    ["turn L 1/4", 4],
    ["turn R 3/4", 4],
    ["turn R 1", 1],
    ["", 1],
  ])("after a figure with %s: %d times", (turn, times) => {
    expect(facts(`solo\n1 L forward ${turn}\n2 R close`).roles[0]?.facesAgainAfter).toBe(times);
  });
});

const ANY_HOLD = { slowBeats: 2, quickBeats: 1, elements: [] };

test("facts of a figure danced twice add up", () => {
  fc.assert(
    fc.property(anyFigure, (any) => {
      const lookup = lookupBeside([{ name: "One", notation: formatFigure(any) }], ANY_HOLD, "");
      const { figure: twice, faults } = parseFigure('use "One"\nuse "One"', ANY_HOLD, lookup);
      if (faults.length > 0) return; // a pick-up that falls on the last step cannot follow itself
      const [one, two] = [figureFacts(any, IN_FOUR), figureFacts(twice, IN_FOUR)];
      expect(two.beats).toBe(2 * one.beats);
      two.roles.forEach((role, index) => {
        const single = one.roles[index];
        expect(role.steps).toBe(2 * (single?.steps ?? 0));
        expect(role.weightless).toBe(2 * (single?.weightless ?? 0));
        expect(role.netTurn).toBe(2 * (single?.netTurn ?? 0));
      });
    }),
  );
});

describe("counted from another beat", () => {
  it("puts the slow of a basic first", () => {
    const shag = figure("leader\n1 L side\n2 R side\n3 L back\n5 R side\nfollower mirror\nbeats 6");
    expect(countedFrom(shag, 3).steps.leader?.map(({ onset, action }) => [onset / 24, action])).toEqual([
      [0, "back"],
      [2, "side"],
      [4, "side"],
      [5, "side"],
    ]);
  });

  it("leaves a pick-up before its count", () => {
    const basic = figure("solo\n& L back\n1 R place\n2 L forward\n3 R forward");
    expect(countedFrom(basic, 3).steps.solo?.map(({ onset }) => onset / 24)).toEqual([0, 0.5, 1, 2]);
    expect(countedFrom(basic, 4)).toBe(basic);
  });

  test("keeps the hold that is in force at every step", () => {
    const inForceAt = (one: Figure) => {
      const said = holdsSaid(one);
      const onsets = new Set(
        writtenRoles(one).flatMap((role) => stepsOf(one, role).map(({ onset }) => onset)),
      );
      return new Map(
        [...onsets].map((onset) => [
          ((onset % one.length) + one.length) % one.length,
          said.findLast((step) => step.onset <= onset)?.hold,
        ]),
      );
    };
    fc.assert(
      fc.property(anyFigure, fc.integer({ min: 1, max: 40 }), (any, from) => {
        const onsets = writtenRoles(any).flatMap((role) => stepsOf(any, role).map(({ onset }) => onset));
        // Where the pick-up of one comes before the other's last step, two times through overlap.
        fc.pre(Math.max(...onsets) < any.length + Math.min(0, ...onsets));
        const other = countedFrom(any, from);
        const shift = ((from - 1) * 24) % any.length;
        const now = inForceAt(other);
        for (const [at, hold] of inForceAt(any))
          if (hold !== undefined) expect(now.get((at - shift + any.length) % any.length)).toBe(hold);
      }),
    );
  });

  test("keeps the cycle: the same steps in the same distances, and back again", () => {
    fc.assert(
      fc.property(anyFigure, fc.integer({ min: 1, max: 40 }), (any, from) => {
        const beats = any.length / 24;
        const cycle = (one: typeof any) =>
          writtenRoles(one).map((role) =>
            stepsOf(one, role)
              .map(({ onset, hold: _hold, ...step }) => ({
                ...step,
                at: ((onset % one.length) + one.length) % one.length,
              }))
              .sort((a, b) => a.at - b.at),
          );
        const back = countedFrom(countedFrom(any, from), beats - ((from - 1) % beats) + 1);
        expect(cycle(back)).toEqual(cycle(any));
        const { roles } = figureFacts(countedFrom(any, from), IN_FOUR);
        const before = figureFacts(any, IN_FOUR).roles;
        expect(roles.map(({ steps, netTurn }) => [steps, netTurn])).toEqual(
          before.map(({ steps, netTurn }) => [steps, netTurn]),
        );
      }),
    );
  });
});

describe("a foot that is left on the floor while the body turns", () => {
  const pathIn = (text: string) => pathOf(stepsOf(parseFigure(`solo\n${text}`).figure, "solo"));
  const ended = (text: string) => {
    const { left, right, heading } = pathIn(text).at(-1) as FootPlacement;
    const round = ({ x, y }: Point) => [Math.round(100 * x), Math.round(100 * y)].map((one) => one + 0);
    return { left: round(left), right: round(right), heading };
  };

  it("takes the weight back where it is: half a turn on a step forward ends where it began", () => {
    expect(ended("1 R forward turn R 1/2; 2 L replace; 3 R close")).toEqual({
      left: [-10, 0],
      right: [-30, 0],
      heading: 180,
    });
    expect(ended("1 R side turn R 1/4; 2 L place")).toEqual({ left: [-10, 0], right: [35, 0], heading: 90 });
    const [, turned] = pathIn("1 R forward turn R 1/2; 2 L replace");
    expect([turned?.left.x, turned?.left.y]).toEqual([-STEP_SIZES.hips / 2, 0]);
  });

  it("turns along where it was beside the other, or goes on from there", () => {
    expect(ended("1 L place turn R 1/4; 2 R place")).toEqual({
      left: [-10, 0],
      right: [-10, -20],
      heading: 90,
    });
    expect(ended("1 R forward turn R 1/2; 2 L close").left).toEqual([10, 45]);
  });

  it("is never more than a step from the other one that turned on it", () => {
    const way = fc.constantFrom("forward", "back", "side", "diagonal-forward");
    const turn = fc.tuple(fc.constantFrom("L", "R"), fc.constantFrom("1/4", "1/2", "3/4"));
    fc.assert(
      fc.property(way, turn, fc.constantFrom("place", "replace"), (to, [sense, size], back) => {
        const [start, , returned] = pathIn(`1 R ${to} turn ${sense} ${size}; 2 L ${back}`);
        expect([returned?.left.x, returned?.left.y]).toEqual([start?.left.x, start?.left.y]);
      }),
    );
  });
});
