import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { formatFigure, parseFigure } from "../notation/index.ts";
import { readingOf } from "./index.ts";

const read = (text: string) => {
  const { figure, faults } = parseFigure(`leader\n${text}\n`, readingOf(IN_FOUR));
  expect(faults).toEqual([]);
  return figure;
};
const saidIn = (text: string) => read(text).said?.leader ?? [];
const written = (text: string) => formatFigure(read(text), IN_FOUR).split("\n").slice(1, -1);

describe("an element that was said", () => {
  const rock = { name: "rock step", onset: 0, from: 0, steps: 2, foot: "L" } as const;

  it("stays one with what was said with it", () => {
    expect(saidIn("1 rock step")).toEqual([rock]);
    expect(saidIn("1 2 rock step")).toEqual([rock]);
    expect(saidIn("1 rock step turn R 1/4")).toEqual([{ ...rock, turn: { sense: "R", degrees: 90 } }]);
    expect(saidIn("1 rock step small")).toEqual([{ ...rock, size: "small" }]);
    expect(saidIn("1 rock step forward")).toEqual([{ ...rock, direction: "forward" }]);
    expect(saidIn("3 triple step R")).toMatchObject([{ onset: 48, from: 48, steps: 3, foot: "R" }]);
  });

  it("is its steps, where they have counts of their own", () => {
    expect(saidIn("1 3 rock step")).toEqual([]);
    expect(written("1 3 rock step")).toEqual(["1   L back", "3   R replace", "beats 3"]);
  });

  it("is its steps, where it turns by itself and another turn is said", () => {
    expect(saidIn("1 pivot turn half")).toHaveLength(1);
    expect(saidIn("1 pivot turn half turn L 1/4")).toEqual([]);
    const turns = read("1 pivot turn half turn L 1/4").steps.leader?.flatMap(({ turn }) => turn ?? []);
    expect(turns?.at(-1)).toEqual({ sense: "L", degrees: 90 });
    expect(saidIn("1 spot turn turn L 1/2")).toMatchObject([{ turn: { sense: "L", degrees: 180 } }]);
  });

  it("gives its hold and its words to its first step, and a turn to its last", () => {
    const steps = read('1 triple step turn R 1/4 hold "closed" lead "press" cue "small"').steps.leader ?? [];
    expect(steps.map(({ turn }) => turn?.degrees)).toEqual([undefined, undefined, 90]);
    expect(steps.map(({ hold, lead, cue }) => [hold, lead, cue])).toEqual([
      ["closed", "press", "small"],
      [undefined, undefined, undefined],
      [undefined, undefined, undefined],
    ]);
  });
});
