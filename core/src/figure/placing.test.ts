import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure } from "../../testing/figures.ts";
import { USUAL_HOLDS } from "../hold/index.ts";
import { parseFigure, type Step, stepsOf, writtenRoles } from "../notation/index.ts";
import { type FootPlacement, pathOf, pathOfRole, STEP_SIZES, spaceOf } from "./index.ts";

const { hips, walk, side, diagonal, cross, tap } = STEP_SIZES;
const solo = (lines: string) => stepsOf(parseFigure(`solo\n${lines}`).figure, "solo");
/** Where both feet stand after the last step, in metres from the place between them at the start. */
const placedAfter = (lines: string): FootPlacement => pathOf(solo(lines)).at(-1) as FootPlacement;
const close = (point: { readonly x: number; readonly y: number } | undefined, x: number, y: number) => {
  expect(point?.x).toBeCloseTo(x, 9);
  expect(point?.y).toBeCloseTo(y, 9);
};
const HALF = hips / 2;

describe("where one step lands, feet a hip's width apart before it", () => {
  // The left foot begins at (-0.1, 0) and the right at (0.1, 0), both facing forward, which is up.
  it.each([
    ["L forward", -HALF, walk],
    ["R forward", HALF, walk],
    ["L back", -HALF, -walk],
    ["L forward small", -HALF, walk * 0.5],
    ["L forward long", -HALF, walk * 1.4],
    ["L side", HALF - side, 0],
    ["R side", side - HALF, 0],
    ["L side small", HALF - (hips + (side - hips) * 0.5), 0],
    ["L close", -HALF, 0],
    ["R close", HALF, 0],
    ["L place", -HALF, 0],
    ["L replace", -HALF, 0],
    ["L cross-front", HALF + cross, cross],
    ["R cross-front", -HALF - cross, cross],
    ["L cross-behind", HALF + cross, -cross],
    ["R cross-behind", -HALF - cross, -cross],
    ["L lock", HALF + cross / 2, -cross],
    ["L diagonal-forward", HALF - hips - diagonal, diagonal],
    ["R diagonal-back", hips + diagonal - HALF, -diagonal],
    ["L tap", -HALF, 0],
    ["L touch", -HALF, 0],
    ["L hitch", -HALF, 0],
    ["L touch side", HALF - side, 0],
    ["L kick", -HALF, tap],
    ["R brush", HALF, tap],
    ["L scuff", -HALF, tap],
    ["L heel", -HALF, tap],
    ["L point", -HALF, tap],
    ["L point side", HALF - side, 0],
    ["L point back", -HALF, -tap],
  ])("%s", (step, x, y) => {
    const now = placedAfter(`1 ${step}`);
    const [moved, stood] = step.startsWith("L") ? [now.left, now.right] : [now.right, now.left];
    close(moved, x, y);
    close(stood, step.startsWith("L") ? HALF : -HALF, 0);
    expect(now.heading).toBe(0);
  });

  it.each([
    ["1 L side", "L"],
    ["1 L tap", "R"],
    ["1 R side", "R"],
    ["1 L side\n2 R tap", "L"],
    ["1 L side\n2 L tap", "both"],
    ["1 both close", "both"],
    ["1 both heel", "L"],
    ["1 L side\n2 hold", "L"],
  ])("after %j the weight is on %s", (lines, weight) => {
    expect(placedAfter(lines).weight).toBe(weight);
  });

  it("begins with the weight on the other foot than the first that acts, at the place and facing given", () => {
    const [left] = pathOf(solo("1 L side"));
    const [right] = pathOf(solo("1 hold\n2 R side"));
    expect([left?.weight, right?.weight]).toEqual(["R", "L"]);
    const [start] = pathOf(solo("1 L side"), { x: 2, y: 3 }, 90);
    close(start?.left, 2, 3 + HALF);
    close(start?.right, 2, 3 - HALF);
    expect(start).toMatchObject({ heading: 90, onset: Number.NEGATIVE_INFINITY });
  });
});

describe("both feet at once", () => {
  it.each([
    ["1 both forward small", 0, walk * 0.5],
    ["1 both forward", 0, walk * 0.5],
    ["1 both back long", 0, -walk * 1.4],
    ["1 both side", 0, 0],
    ["1 both close", 0, 0],
  ])("%s lands beside each other", (lines, x, y) => {
    const { left, right } = placedAfter(lines);
    close(left, x - HALF, y);
    close(right, x + HALF, y);
  });

  it("turns about the place between them", () => {
    const jumped = placedAfter("1 both close turn R 1/2");
    close(jumped.left, HALF, 0);
    close(jumped.right, -HALF, 0);
    const swivelled = placedAfter("1 L side\n2 swivel turn L 1/4");
    // Between the feet before: half a step to the left.
    const middle = (HALF + HALF - side) / 2;
    const apart = side / 2;
    close(swivelled.left, middle, -apart);
    close(swivelled.right, middle, apart);
    expect(swivelled.heading).toBe(-90);
  });
});

describe("a turn", () => {
  it("goes round the foot that lands, and the other follows it", () => {
    const { left, right, heading } = placedAfter("1 L side turn R 1/4");
    close(left, HALF - side, 0);
    // The right foot stood `side` to the right of the left; a quarter right brings it behind.
    close(right, HALF - side, -side);
    expect(heading).toBe(90);
  });

  it("on a step forward lands in line with the standing foot", () => {
    const { left, right } = placedAfter("1 L forward turn L 1/2");
    close(left, HALF, walk);
    close(right, HALF, 2 * walk);
  });

  it("of a foot without weight goes round the one that stands", () => {
    const { left, right, weight } = placedAfter("1 L touch side turn L 1/2");
    close(right, HALF, 0);
    close(left, HALF + side, 0);
    expect(weight).toBe("R");
  });

  it("counts as the line danced along only from the next step on", () => {
    const { left } = placedAfter("1 R place turn R 1/4\n2 L forward");
    close(left, HALF + walk, hips);
  });
});

describe("a crossing foot", () => {
  it("leaves the line and comes back to it with the next step along it", () => {
    const vine = pathOf(solo("1 R side\n2 L cross-behind\n3 R side"));
    expect(vine[2]?.left.y).toBeCloseTo(-cross, 9);
    expect(vine[2]?.offLine).toEqual({ x: expect.closeTo(0, 9), y: expect.closeTo(-cross, 9) });
    expect(vine[3]?.right.y).toBeCloseTo(0, 9);
    expect(vine[3]?.offLine).toBeUndefined();
  });

  it("stays off the line through a kick, and a step forward goes on from where it is", () => {
    const kicked = pathOf(solo("1 R side\n2 L cross-front\n3 R kick\n4 R side"));
    expect(kicked[3]?.offLine?.y).toBeCloseTo(cross, 9);
    expect(kicked[4]?.right.y).toBeCloseTo(0, 9);
    expect(placedAfter("1 R side\n2 L cross-behind\n3 R forward").right.y).toBeCloseTo(walk - cross, 9);
  });

  it("that turns has no line to come back to", () => {
    expect(placedAfter("1 R side\n2 L cross-behind turn L 1/2").offLine).toBeUndefined();
  });
});

describe("how the follower stands at first", () => {
  const start = (hold: string) => {
    const text = `leader\n1 L side${hold === "" ? "" : ` hold "${hold}"`}\n2 R close\nfollower mirror`;
    return pathOfRole(parseFigure(text).figure, "follower", USUAL_HOLDS)[0];
  };
  it.each([
    ["", 0, 0.9, 180],
    ["open two-hand", 0, 0.9, 180],
    ["closed", 0, 0.6, 180],
    ["side-by-side", 0.6, 0, 0],
    ["shadow", 0.25, 0.4, 0],
  ])("in %j", (hold, x, y, heading) => {
    const placed = start(hold);
    expect(placed?.heading).toBe(heading);
    expect(((placed?.left.x ?? 0) + (placed?.right.x ?? 0)) / 2).toBeCloseTo(x, 9);
    expect(((placed?.left.y ?? 0) + (placed?.right.y ?? 0)) / 2).toBeCloseTo(y, 9);
  });
});

describe("paths on the other side", () => {
  const other = (step: Step): Step => ({
    ...step,
    foot: step.foot === "L" ? "R" : step.foot === "R" ? "L" : step.foot,
    ...(step.turn ? { turn: { ...step.turn, sense: step.turn.sense === "L" ? "R" : "L" } } : {}),
  });

  test("are the picture in a mirror", () => {
    fc.assert(
      fc.property(anyFigure, (any) => {
        const steps = stepsOf(any, writtenRoles(any)[0] ?? "leader");
        const [here, there] = [pathOf(steps), pathOf(steps.map(other))];
        // Where no foot acts at all, both begin with the weight on one and the same foot.
        if (!steps.some(({ foot }) => foot === "L" || foot === "R")) return;
        for (const [at, one] of here.entries()) {
          const two = there[at];
          close(two?.left, -one.right.x, one.right.y);
          close(two?.right, -one.left.x, one.left.y);
          expect(two?.heading).toBeCloseTo(-one.heading, 9);
        }
      }),
    );
  });

  test("begun elsewhere and facing elsewhere are the same path, moved and turned", () => {
    fc.assert(
      fc.property(anyFigure, fc.integer({ min: -720, max: 720 }), (any, heading) => {
        const steps = stepsOf(any, writtenRoles(any)[0] ?? "leader");
        const [plain, turned] = [pathOf(steps), pathOf(steps, { x: 3, y: -2 }, heading)];
        const [sin, cos] = [Math.sin((heading * Math.PI) / 180), Math.cos((heading * Math.PI) / 180)];
        for (const [at, { left, right }] of plain.entries()) {
          close(turned[at]?.left, 3 + left.x * cos + left.y * sin, -2 - left.x * sin + left.y * cos);
          close(turned[at]?.right, 3 + right.x * cos + right.y * sin, -2 - right.x * sin + right.y * cos);
        }
      }),
    );
  });
});

describe("the space of a path", () => {
  const space = (lines: string) => spaceOf(pathOf(solo(lines)));
  it("is measured in whole centimetres, as the dancer faced at first", () => {
    expect(space("1 L forward\n2 R forward\n3 L close")).toMatchObject({
      forward: 0.9,
      right: 0,
      depth: 0.9,
    });
    const sideways = space("1 R side\n2 L close");
    expect(sideways).toMatchObject({ forward: 0, right: 0.25, width: hips + 0.25 });
    const backward = spaceOf(pathOf(solo("1 L back\n2 R close"), { x: 0, y: 0 }, 180));
    expect(backward).toMatchObject({ forward: -0.45, right: 0 });
  });

  it.each([
    ["1 L place\n2 R place", "spot"],
    ["1 L side\n2 R close", "spot"],
    ["1 R side\n2 L cross-behind\n3 R side\n4 L touch", "travelling"],
    ["1 L forward\n2 R place\n3 L back\n4 R place", "spot"],
    ["1 L forward\n2 R forward\n3 L forward\n4 R back\n5 L back\n6 R back", "slot"],
    ["1 L side\n2 R side\n3 L side\n4 R side", "spot"],
    ["1 L back\n2 R back\n3 L back\n4 R back", "travelling"],
    // What takes no weight moves nobody, whichever way it goes.
    ["1 L kick forward\n2 L kick forward\n3 L kick forward", "spot"],
    ["1 L place\n2 R heel forward\n3 R place\n4 L tap forward", "spot"],
  ])("of %j is %s", (lines, kind) => {
    expect(space(lines).kind).toBe(kind);
  });
});

test("a kick, heel, tap or point moves nobody, whichever way and however often", () => {
  const gestures = fc.constantFrom("kick", "heel", "tap", "touch", "point", "brush");
  const ways = fc.constantFrom("", " forward", " back", " side");
  fc.assert(
    fc.property(fc.array(fc.tuple(gestures, ways), { minLength: 1, maxLength: 8 }), (list) => {
      const lines = list.map(([what, way], at) => `${at + 1} L ${what}${way}`).join("\n");
      const { net, kind } = spaceOf(pathOf(solo(lines)));
      expect(net).toBe(0);
      expect(kind).toBe("spot");
    }),
  );
});
