import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { readingOf } from "../element/index.ts";
import { answerDoubt, type Doubt, formatFigure, lookupBeside, parseFigure, type Step } from "./index.ts";

const READING = readingOf(IN_FOUR);
const read = (text: string) => parseFigure(text, READING);
const called = (text: string) => read(`solo\n${text}`);
/** The steps of a call that is read without a fault, each with its count. */
function eachStep(text: string, tell: (step: Step) => string): string {
  const { figure, faults } = called(text);
  expect(faults).toEqual([]);
  return (figure.steps.solo ?? []).map((step) => `${step.onset / 24 + 1} ${tell(step)}`).join(", ");
}
const canonical = (text: string) => formatFigure(read(text).figure);

describe("what teachers type", () => {
  test.each([
    ["leader\n1 L fwd", "1   L forward"],
    ["leader\n1 L backward", "1   L back"],
    ["leader\n1 left together", "1   L close"],
    ["leader\n1 tog left", "1   L close"],
    ["leader\n1 R behind", "1   R cross-behind"],
    ["leader\n1 R cross", "1   R cross-front"],
    ["leader\n1 R cross in front", "1   R cross-front"],
    ["leader\n1 R recover", "1   R replace"],
    ["leader\n1 L step", "1   L place"],
    ["leader\n1 step left", "1   L side"],
    ["leader\n1 L step back", "1   L back"],
    ["leader\n1 L in place", "1   L place"],
    ["leader\n1 L in-place", "1   L place"],
    ["leader\n1 R stamp", "1   R stomp"],
    ["leader\n1 rest", "1   hold"],
    ["leader\n1 pause", "1   hold"],
    ["leader\n1 clap", "1   clap"],
    ["leader\n1 L side turn left 1/4", "1   L side turn L 1/4"],
    ["leader\n1 L side 1/4 L", "1   L side turn L 1/4"],
    ["leader\n1 L side turn R 90°", "1   L side turn R 1/4"],
    ["leader\n1 L side turn R 1.5", "1   L side turn R 1 1/2"],
    ["leader\n1 L side quarter turn right", "1   L side turn R 1/4"],
    ["leader\n1 L side turn right half", "1   L side turn R 1/2"],
    ["leader\n1 L side hold open one-hand", '1   L side hold "open one-hand"'],
    ["leader\n1 L side hold “two hands”", '1   L side hold "open two-hand"'],
    ["leader\n1 L side hold Closed Position", '1   L side hold "closed"'],
    ["man\n1 L side", "leader\n1   L side"],
    ["1. L side\n2: R close", "1   L side\n2   R close"],
    ["leader\n1 L side\n1and R close\n2 L side", "&   R close\n2   L side"],
    ["leader\n1+ R close", "1&  R close"],
    ["leader\n3&4 L side R close L side", "3   L side\n&   R close\n4   L side"],
    ["leader\nslow L side\nquick R close", "1   L side\n3   R close"],
    ["leader\nslow L, quick, quick turn R 1/4", "3   quick R\n4   quick L turn R 1/4"],
    ["leader\n1 L side 2 R close 3 L side", "2   R close\n3   L side"],
    ["leader\n1-2 hold\n3 L drag\n4 L close", "1   hold\n3   L drag"],
  ])("%j is read as %j", (text, line) => {
    expect(read(text).faults).toEqual([]);
    expect(canonical(text)).toContain(line);
  });

  it("takes the free foot where none is written, and a hop on the foot that stands", () => {
    expect(canonical("leader\n1 forward\n2 tap\n3 side\n4 hop")).toBe(
      "leader\n1   L forward\n2   R tap\n3   R side\n4   R hop\nbeats 4\n",
    );
    expect(canonical("leader\n1 side\nfollower\n1 side")).toContain("follower\n1   R side");
    expect(formatFigure(parseFigure("walk", { ...READING, alone: true }).figure)).toContain(
      "solo\n1   walk R",
    );
  });

  it("keeps comments before the step that they stand before", () => {
    const text =
      "# from an old notebook\nleader\n# slowly at first\n1 L side # big\n2 R close\n# the end\nbeats 2";
    expect(canonical(text)).toBe(
      "# from an old notebook\nleader\n# slowly at first\n# big\n1   L side\n2   R close\n# the end\nbeats 2\n",
    );
    expect(canonical(canonical(text))).toBe(canonical(text));
  });

  it("swings & and a where the dance does, and writes any other moment as what it is", () => {
    const swung = { ...READING, swung: true };
    const { figure } = parseFigure("solo\n1 L side\na R close\n2 L side\n2+1/2 R close", swung);
    expect(figure.steps.solo?.map(({ onset }) => onset)).toEqual([0, 16, 24, 36]);
    expect(formatFigure(figure, swung)).toContain("&   R close\n2   L side\n2+1/2 R close");
    expect(formatFigure(figure)).toContain("1+2/3 R close\n2   L side\n&   R close");
    expect(parseFigure(formatFigure(figure), READING).figure).toEqual(figure);
  });

  it("does the other side, and the same again", () => {
    expect(canonical("solo\ngrapevine R, touch, other side")).toBe(
      "solo\n1   grapevine R\n4   L touch\n5   grapevine L\n8   R touch\nbeats 8\n",
    );
  });
});

describe("a figure made of others", () => {
  const library = [
    {
      name: "Cross body",
      notation:
        "leader\n1 L forward\n2 R place\n3 L side turn L 1/4\nfollower\n1 R back\n2 L place\n3 R forward",
    },
  ];
  const lookup = lookupBeside(library, READING, "");
  const made = (text: string) => parseFigure(text, READING, lookup);

  it("says only what is different at a count", () => {
    const { figure, faults } = made('use "Cross body"\nfollower\n3 turn L 1/2');
    expect(faults).toEqual([]);
    expect(figure.steps.follower?.[2]).toEqual({
      onset: 48,
      foot: "R",
      action: "forward",
      turn: { sense: "L", degrees: 180 },
    });
    expect(figure.steps.follower?.[0]?.action).toBe("back");
  });

  it("is danced on the other side, and as often as is said", () => {
    const { figure, faults } = made("use cross body other side x2");
    expect(faults).toEqual([]);
    expect(figure.length / 24).toBe(6);
    expect(figure.steps.leader?.[5]).toEqual({
      onset: 120,
      foot: "R",
      action: "side",
      turn: { sense: "R", degrees: 90 },
    });
    expect(formatFigure(figure)).toBe('use "cross body" other side x2\n');
  });

  it("blames a count at which there is nothing to change", () => {
    expect(made('use "Cross body"\nfollower\n4 turn L 1/2').faults).toMatchObject([{ line: 3, column: 1 }]);
  });
});

describe("one mistake", () => {
  test.each([
    ["leader\n1 L side\n2 R clsoe\n3 L side", 3, "close"],
    ["leader\n1 L side\n22 R close\n3 L side\n4 R close", 3, null],
    ["leader\n1 L sied turn R 1/2", 2, "side"],
    ["leader\n1 L side hold cloesd", 2, "closed"],
    ["leader\n1 trilpe step", 2, "triple"],
    ["laeder\n1 L side", 1, "leader"],
    ["leader\n1 L side\n2 R side\n3 L side\n4 R side\nbeats 2", 6, null],
    ["leader\n1 L side\nfollower opposite\n1 R side\n2 L side\n3 R side", 4, null],
  ])("%j is one fault, on its line", (text, line, suggestion) => {
    const { faults } = read(text);
    expect(faults).toHaveLength(1);
    expect(faults[0]?.line).toBe(line);
    expect(faults[0]?.suggestion ?? null).toBe(suggestion);
  });

  it("in a short word suggests no other word", () => {
    const [fault] = parseFigure("leader\n1 L rock").faults;
    expect(fault?.found).toBe("rock");
    expect(fault?.suggestion).toBeUndefined();
  });

  it("asks for the length that a last count leaves open, and for none that it doesn't", () => {
    const open = "leader\n1 L side\n2 R close\n3 L side\n5 R tap # held";
    const { figure, doubts } = read(open);
    expect(figure.length).toBe(6 * 24);
    expect(doubts.map(({ found, choices }) => [found, ...choices.map(({ text }) => text)])).toEqual([
      ["5 R tap", "5 R tap; beats 6", "5 R tap; beats 5"],
    ]);
    for (const [at, choice] of (doubts[0]?.choices ?? []).entries()) {
      const answered = read(answerDoubt(open, doubts[0] as Doubt, choice));
      expect([answered.doubts, answered.faults, answered.figure.length]).toEqual([[], [], (6 - at) * 24]);
    }
    for (const counts of ["1 2 3 4", "1 3 5 6", "1 2 3 5 6 8", "1 2 3"]) {
      const lines = counts.split(" ").map((count, at) => `${count} ${at % 2 ? "R" : "L"} place`);
      const { faults, doubts } = read(`leader\n${lines.join("\n")}`);
      expect([counts, faults, doubts]).toEqual([counts, [], []]);
    }
    expect(read("leader\n1 L side\n2 R close\n3 L side\n5 R tap\nbeats 6").doubts).toEqual([]);
  });

  it.each([
    ["hip bumps", "bump x2", 2],
    ["triple steps", "triple step x2", 4],
    ["L kicks", "L kick x2", 2],
  ])("asks how many %s are meant, and takes two till then", (text, first, beats) => {
    const { figure, doubts } = called(text);
    expect(figure.length).toBe(beats * 24);
    expect(doubts[0]?.choices[0]?.text).toBe(`${first},`);
  });

  it.each([
    ["walk forward right, left, right, kick", "1 R, 2 L, 3 R, 4 L"],
    ["kick left right left right", "1 L, 2 R, 3 L, 4 R"],
    ["tap R, L", "1 R, 2 L"],
    ["shimmy for four counts, side", "1 , 5 R"],
    ["hold for two beats, side", "1 , 3 R"],
    ["step out out in in", "1 R, 2 L, 3 R, 4 L"],
  ])("reads %s as %s", (text, feet) => {
    expect(eachStep(text, ({ foot }) => `${foot ?? ""}`)).toBe(feet);
  });

  it.each([
    ["side rock cross shuffle", "side rock, cross shuffle,"],
    ["jazz box cross shuffle", "jazz box, cross shuffle,"],
    ["coaster cross rock", "coaster, cross rock,"],
  ])("asks of %s whether the cross ends one thing or begins the next", (text, first) => {
    const { figure, doubts } = called(text);
    expect(doubts[0]?.choices.map(({ text: choice }) => choice)[0]).toBe(first);
    expect(called(first).figure.steps).toEqual(figure.steps);
  });

  it.each([
    ["step back on 5", "5 R back"],
    ["step back on 5 dip on 7", "5 R back, 7  dip"],
    ["kick on 1 and 3", "1 R kick, 3 R kick"],
    ["tap on count 4", "4 R tap"],
    ["step on the left", "1 L place"],
    ["step left foot back", "1 L back"],
    ["step back, step right foot to the side", "1 R back, 2 R side"],
    ["side step left foot", "1 L side"],
    ["touch out, touch in", "1 R touch, 2 R touch"],
  ])("finds in %s the foot and the count that stand behind what is danced", (text, steps) => {
    expect(eachStep(text, ({ foot, action }) => `${foot ?? ""} ${action}`)).toBe(steps);
  });

  it.each([
    ["touch out", "side"],
    ["touch in", "close"],
  ])("knows where %s goes", (text, direction) =>
    expect(called(text).figure.steps.solo?.[0]?.direction).toBe(direction),
  );

  it("does not take a turn over three steps for one on the spot", () => {
    expect(called("half turn left gradually").faults).toHaveLength(1);
  });

  it.each([
    ["monterey quarter turn left", [0, -90, 0, 0]],
    ["three step turn to the left", [-180, -180, 0]],
    ["three step turn over the right shoulder", [180, 180, 0]],
    ["triple step turn left half spread", [-60, -60, -60]],
    ["triple step turning half left", [0, 0, -180]],
    ["three walks turning a full turn right over the three steps", [120, 120, 120]],
    ["kick ball change turning a quarter left gradually", [0, -45, -45]],
    ["paddle quarter turn left", [-45, -45]],
    ["paddle quarter turn right", [45, 45]],
  ])("turns as far in all as %s says", (text, turns) => {
    const steps = called(text).figure.steps.solo ?? [];
    expect(steps.map(({ turn }) => (turn ? (turn.sense === "R" ? 1 : -1) * turn.degrees : 0))).toEqual(turns);
  });

  it("asks whether a walk for four counts is one on each", () => {
    const { figure, doubts } = called("walk for four counts");
    expect(figure.steps.solo).toHaveLength(4);
    for (const { text, beats } of doubts[0]?.choices ?? []) {
      expect([text, called(text).doubts, beats]).toEqual([text, [], 4]);
    }
  });

  it.each(["coaster back", "coaster step back", "sailor behind"])(
    "asks whether %s says only where it goes anyway",
    (text) => expect(called(text).doubts[0]?.choices.map(({ steps }) => steps)).toEqual([3, 4]),
  );

  it.each(["two hip bumps", "hip bumps twice", "1-2 kicks", "forwards", "running steps"])(
    "asks nothing of %s",
    (text) => expect(called(text).doubts).toEqual([]),
  );
});
