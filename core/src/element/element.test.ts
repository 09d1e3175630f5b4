import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { figureFacts } from "../figure/index.ts";
import { formatFigure, otherSide, parseFigure, stepsOf, writtenRoles } from "../notation/index.ts";
import {
  callInWords,
  callOf,
  callsInWords,
  elementSet,
  expandCall,
  readElement,
  readingOf,
} from "./index.ts";

const SET = elementSet(IN_FOUR);
const READING = readingOf(IN_FOUR);
const SWUNG = { ...IN_FOUR, swung: true };
const OF_STUDIO = {
  ...IN_FOUR,
  ownElements: [{ name: "scoop", otherNames: ["dip walk"], steps: "1 L go forward small\n& R hitch" }],
};

/** Elements as they may be said in a row: now and then a foot, a direction, a turn, or twice. */
const said = fc
  .record({
    element: fc.constantFrom(
      ...SET.filter(
        ({ name, said: isSaid }) => isSaid !== "never" && !/^(pause|slow|quick|side step)$/.test(name),
      ),
    ),
    foot: fc.option(fc.constantFrom("L", "R"), { freq: 3 }),
    way: fc.option(fc.constantFrom("forward", "back", "side"), { freq: 3 }),
    turn: fc.option(fc.constantFrom("turn L 1/4", "turn R 1/2"), { freq: 5 }),
  })
  .map(({ element: { name, ways }, foot, way, turn }) => {
    // What is set down again goes nowhere else, and nobody runs to the side: it may be said, but no figure is called so.
    const goes =
      name !== "run" && ways[0]?.steps.some((step) => step.goes && !/^(?:place|close)$/.test(step.action));
    const turns = ways[0]?.steps.at(-1)?.turn !== undefined;
    return [name, foot ?? "", way && goes ? way : "", turn && !turns ? turn : ""].filter(Boolean).join(" ");
  });
const anyCall = fc.array(said, { minLength: 1, maxLength: 8 });

describe("the elements that ship", () => {
  it("are at least forty, can be read, and go by names that none shares", () => {
    expect(SET.length).toBeGreaterThanOrEqual(40);
    for (const { name, ways } of SET)
      for (const { steps, length } of ways)
        expect([name, steps.length > 0, length > 0]).toEqual([name, true, true]);
    const names = SET.flatMap(({ name, otherNames }) => [name, ...otherNames]);
    expect(new Set(names).size).toBe(names.length);
  });

  it.each(SET.map(({ name, ways }) => [name, ways] as const))(
    "%s steps only with the foot that is free, and begins on the left",
    (_name, ways) => {
      for (const { steps, length } of ways) {
        const figure = { length, steps: { solo: steps } };
        expect(figureFacts(figure, IN_FOUR).roles[0]?.footFaults).toEqual([]);
        expect(["L", "both"]).toContain(steps.find(({ foot }) => foot !== null)?.foot ?? "L");
      }
    },
  );

  it("lie where the dance has its slows and its swing", () => {
    const slow = elementSet({ ...IN_FOUR, slowBeats: 3 }).find(({ name }) => name === "slow");
    expect(slow?.ways[0]?.length).toBe(72);
    const triple = elementSet(SWUNG).find(({ name }) => name === "triple step");
    expect(triple?.ways[0]?.steps.map(({ onset }) => onset)).toEqual([0, 16, 24]);
  });
});

describe("a call", () => {
  test.each([
    ["rock step, triple step, triple step", 6, "rock step, triple step, triple step"],
    ["grapevine right, touch", 4, "grapevine, touch"],
    ["box half x2", 6, "box half twice"],
    ["walk walk walk walk", 4, "walk ×4"],
    ["slow slow quick quick", 6, "slow, slow, quick, quick"],
    ["triple step back, coaster", 4, "triple step back, coaster"],
    ["walk, three-step turn turn L 1/4", 4, "walk, three-step turn turning left ¼"],
  ])("%s lasts %d beats and is read as %s", (text, beats, words) => {
    const { figure, faults } = expandCall(text, IN_FOUR);
    expect(faults).toEqual([]);
    expect(figure.length / 24).toBe(beats);
    expect(callsInWords(figure, IN_FOUR)[0]?.words).toBe(words);
  });

  test("that was expanded reads back as the same call, also by its canonical text", () => {
    fc.assert(
      fc.property(anyCall, (list) => {
        const { figure, faults } = expandCall(list.join(", "), IN_FOUR);
        expect(faults).toEqual([]);
        const again = parseFigure(formatFigure(figure), READING);
        expect(again.faults).toEqual([]);
        expect(again.figure).toEqual(figure);
        const call = callOf(figure, SET).leader ?? [];
        expect(call.map(({ element }, at) => list[at]?.startsWith(element ?? "none"))).toEqual(
          list.map(() => true),
        );
        expect(call).toHaveLength(list.length);
      }),
      runs(300),
    );
  });

  test("of any figure covers every step once, in order", () => {
    fc.assert(
      fc.property(anyFigure, (figure) => {
        const call = callOf(figure, SET);
        for (const role of writtenRoles(figure)) {
          let next = 0;
          for (const { first, steps } of call[role] ?? []) {
            expect(first).toBe(next);
            next += steps;
          }
          expect(next).toBe(stepsOf(figure, role).length);
        }
      }),
    );
  });

  test("takes as few pieces as any choice of elements could", () => {
    const short = fc.array(said, { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(short, (list) => {
        const { figure } = expandCall(list.join(", "), IN_FOUR);
        const { said: _said, ...plain } = figure;
        const call = callOf(plain, SET).leader ?? [];
        expect(call.length).toBeLessThanOrEqual(list.length);
      }),
    );
  });

  test("stays the same on the other side", () => {
    fc.assert(
      fc.property(anyCall, (list) => {
        const { figure } = expandCall(list.join(", "), IN_FOUR);
        const { said: _said, ...plain } = figure;
        const names = (one: typeof plain) => (callOf(one, SET).leader ?? []).map(({ element }) => element);
        expect(names(otherSide(plain))).toEqual(names(plain));
      }),
    );
  });

  it("names a follower by the image as the leader, by the opposite as what it comes to", () => {
    const image = expandCall("leader: rock step, triple step\nfollower image", IN_FOUR).figure;
    expect(callsInWords(image, IN_FOUR)).toEqual([
      { roles: ["leader", "follower"], words: "rock step, triple step" },
    ]);
    const opposite = expandCall("leader: rock step, triple step\nfollower opposite", IN_FOUR).figure;
    expect(callInWords(callOf(opposite, SET).follower ?? [])).toBe("rock step forward, triple step");
  });
});

describe("an element of a studio's own", () => {
  it("is written and read by its name, and takes the place of one that ships", () => {
    const { figure, faults } = expandCall("scoop, scoop back, dip walk L", OF_STUDIO);
    expect(faults).toEqual([]);
    expect(figure.steps.leader?.map(({ foot, action }) => `${foot} ${action}`)).toEqual([
      "L forward",
      "R hitch",
      "R back",
      "L hitch",
      "L forward",
      "R hitch",
    ]);
    expect(callsInWords(figure, OF_STUDIO)[0]?.words).toBe("scoop, scoop back, scoop");
    const own = {
      ...IN_FOUR,
      ownElements: [{ name: "Rock-Step", otherNames: [], steps: "1 L back; 2 R close" }],
    };
    expect(expandCall("rock step", own).figure.steps.leader?.[1]?.action).toBe("close");
  });

  it("names the line of a fault in its own text", () => {
    const { faults } = readElement({ name: "odd", otherNames: [], steps: "1 L bakc\n2 R close" }, READING);
    expect(faults).toMatchObject([{ line: 1, suggestion: "back" }]);
  });
});
