import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import {
  type Fault,
  faultText,
  formatFigure,
  oppositeSteps,
  parseFigure,
  SHORT_FORMS,
  stepsOf,
  writtenRoles,
} from "./index.ts";

const faultsOf = (text: string): Fault[] => [...parseFigure(text).faults];
const FOUNDATION = `leader
&   L back hold "open two-hand"
1   R place
2   L forward
3   R forward
follower opposite
beats 3
`;

describe("reading", () => {
  it("reads counts, a pick-up, holds and the length", () => {
    const { figure, faults, lines } = parseFigure(FOUNDATION);
    expect(faults).toEqual([]);
    expect(figure.length).toBe(72);
    expect(figure.steps.leader).toEqual([
      { onset: -12, foot: "L", action: "back", hold: "open two-hand" },
      { onset: 0, foot: "R", action: "place" },
      { onset: 24, foot: "L", action: "forward" },
      { onset: 48, foot: "R", action: "forward" },
    ]);
    expect(figure.followerBy).toBe("opposite");
    expect(lines.leader).toEqual([2, 3, 4, 5]);
  });

  it("reads one line with semicolons, short forms and capitals as the same figure", () => {
    const short = 'LE; & l B hold "open two-hand"; 1 R p; 2 L f; 3 r F; fo mr; bt 3';
    expect(formatFigure(parseFigure(short).figure)).toBe(FOUNDATION);
  });

  it.each([
    ["turn L 90", { sense: "L", degrees: 90 }],
    ["turn R 1/2", { sense: "R", degrees: 180 }],
    ["turn R 1 1/2", { sense: "R", degrees: 540 }],
    ["turn L 2", { sense: "L", degrees: 720 }],
  ])("reads %s", (words, turn) => {
    expect(parseFigure(`leader\n1 L forward ${words}`).figure.steps.leader?.[0]?.turn).toEqual(turn);
  });

  it("takes the length from the last beat when none is written", () => {
    expect(parseFigure("solo\n1 L side\n2 R close\n4& L tap").figure.length).toBe(96);
  });

  it("has no word with two short forms", () => {
    const words = Object.values(SHORT_FORMS);
    expect(new Set(words).size).toBe(words.length);
  });
});

describe("faults", () => {
  it("names place, what was found and a near word, and reads on", () => {
    const { faults, figure } = parseFigure("leader\n1 L forwad\n2 R place\nbeats 2");
    expect(faults).toMatchObject([{ line: 2, column: 5, length: 6, found: "forwad", suggestion: "forward" }]);
    expect(faultText(faults[0] as Fault)).toContain("Did you mean “forward”?");
    expect(figure.steps.leader?.at(-1)).toMatchObject({ action: "place" });
  });

  it.each([
    ["", 1, 1],
    ["leader", 1, 1],
    ["leader\n1", 2, 2],
    ["leader\n1 L", 2, 4],
    ["leader\n2 L side\n1 R close", 3, 1],
    ["leader\n1 L side\nbeats 0", 3, 7],
    ["leader\n1 L side\n9 R close\nbeats 4", 3, 1],
    ["leader\n1 L side turn", 2, 14],
    ["leader\n1 L side turn R", 2, 16],
    ['leader\n1 L side hold "open', 2, 15],
    ["leader mirror\n1 L side", 1, 8],
    ["follower mirror", 1, 1],
    ["solo\n1 L side\nleader\n1 L side", 1, 1],
    ["leader\n1 L side\nleader\n2 R side", 3, 1],
    ["leader\n1 L side\nfollower mirror\n1 R side", 4, 1],
  ])("%j has its first fault at %d:%d", (text, line, column) => {
    const [first] = faultsOf(text);
    expect(first).toBeDefined();
    expect({ line: first?.line, column: first?.column }).toEqual({ line, column });
    expect(first?.expected).not.toBe("");
  });

  test("any text at all is read without an exception, and faults lie inside it", () => {
    const words = fc.constantFrom(
      "leader",
      "follower",
      "mirror",
      "1",
      "2&",
      "&",
      "L",
      "R",
      "side",
      "turn",
      "1/2",
      '"',
      ";",
      "\n",
      "beats",
    );
    const text = fc.oneof(
      fc.string(),
      fc.array(words).map((list) => list.join(" ")),
    );
    fc.assert(
      fc.property(text, (input) => {
        const lines = input.split(/\r\n|\r|\n/);
        for (const { line, column, length } of faultsOf(input)) {
          expect(line).toBeGreaterThanOrEqual(1);
          expect(line).toBeLessThanOrEqual(lines.length);
          expect(column).toBeGreaterThanOrEqual(1);
          expect(column).toBeLessThanOrEqual((lines[line - 1]?.length ?? 0) + 1);
          expect(length).toBeGreaterThanOrEqual(1);
        }
      }),
      runs(500),
    );
  });
});

describe("writing", () => {
  test("what is written reads back as the same figure, and is canonical", () => {
    fc.assert(
      fc.property(anyFigure, (figure) => {
        const text = formatFigure(figure);
        const { figure: read, faults } = parseFigure(text);
        expect(faults).toEqual([]);
        expect(read).toEqual(figure);
        expect(formatFigure(read)).toBe(text);
      }),
      runs(500),
    );
  });
});

describe("the natural opposite", () => {
  test("twice gives the steps back", () => {
    fc.assert(
      fc.property(anyFigure, (figure) => {
        const steps = figure.steps.leader ?? figure.steps.solo ?? [];
        expect(oppositeSteps(oppositeSteps(steps))).toEqual(steps);
      }),
    );
  });

  it("exchanges feet and forward with back, keeps turns, and leaves the lead with the leader", () => {
    const { figure } = parseFigure(
      'leader\n1 L forward turn R 1/4 lead "lift"\n2 R tap back\nfollower mirror',
    );
    expect(stepsOf(figure, "follower")).toEqual([
      { onset: 0, foot: "R", action: "back", turn: { sense: "R", degrees: 90 } },
      { onset: 24, foot: "L", action: "tap", direction: "forward" },
    ]);
    expect(writtenRoles(figure)).toEqual(["leader", "follower"]);
  });
});

describe("what says nothing, or what nobody can do, is a fault and not taken", () => {
  it.each([
    ["1 both kick", "L or R before kick"],
    ["1 both tap side", "L or R before tap"],
    ['1 L side hold ""', "the name of the hold in double quotes"],
    ['1 L side cue "  "', "the cue in double quotes"],
    ["1 L side turn R 8", "1/8"],
    ["1 L side turn R 5", "up to 4 whole turns"],
  ])("%s", (line, expected) => {
    const { faults } = parseFigure(`solo\n${line}\n`);
    expect(faults).toHaveLength(1);
    expect(faults[0]?.expected).toContain(expected);
  });

  it.each(["1 hold", "1 swivel", "1 both swivel", "1 both heel", "1 both place", "1 L side turn R 4"])(
    "but %s can be done",
    (line) => expect(parseFigure(`solo\n${line}\n`).faults).toEqual([]),
  );

  it("writes many whole turns so that they read back", () => {
    const { figure } = parseFigure("solo\n1 L side turn R 2160\n2 R close turn L 720");
    expect(formatFigure(figure)).toContain("turn R 2160");
    expect(formatFigure(figure)).toContain("turn L 2\n");
    expect(parseFigure(formatFigure(figure)).figure).toEqual(figure);
  });
});
