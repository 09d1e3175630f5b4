import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { readingOf } from "../element/index.ts";
import { formatFigure, parseFigure, type Step, stepsOf } from "./index.ts";

const READING = readingOf(IN_FOUR);

describe("what was read before", () => {
  it.each([
    "leader\n1 L sied",
    'leader\n1 L side hold "nothing of ours"',
    "leader\n1 both forward turn",
    "leader\n1 L kick upwards",
    "leader\n1 both rock step",
    "leader\n1 L side turn R 1/2 1/2",
  ])("is told the same way when it is read again: %s", (text) => {
    const first = parseFigure(text, READING);
    expect(first.faults.length).toBeGreaterThan(0);
    expect(parseFigure(text, READING)).toEqual(first);
    // Another line of the same words is at fault in its own place.
    const twice = parseFigure(`# a remark\n${text}`, READING);
    expect(twice.faults.map(({ line }) => line)).toEqual(first.faults.map(({ line }) => line + 1));
  });

  it("keeps each step in its own line and at its own count", () => {
    const { figure, lines } = parseFigure(
      "leader\n1 L side\n2 R side\n3 L side\n\n4 R side\nbeats 4",
      READING,
    );
    expect(lines.leader).toEqual([2, 3, 4, 6]);
    expect(figure.steps.leader?.map(({ onset, foot }) => [onset, foot])).toEqual([
      [0, "L"],
      [24, "R"],
      [48, "L"],
      [72, "R"],
    ]);
  });

  it("means something else behind another beginning, with other elements or other holds", () => {
    const kick = (text: string) =>
      parseFigure(text, READING).figure.steps.leader?.map(({ action }) => action);
    expect(kick("leader\n1 L touch side")).toEqual(["touch"]);
    expect(kick("leader\n1 L touch, side touch")).toEqual(["touch", "side", "touch"]);
    const bare = { slowBeats: 2, quickBeats: 1, elements: [] };
    expect(parseFigure("leader\n1 rock step", READING).faults).toEqual([]);
    expect(parseFigure("leader\n1 rock step", bare).faults).not.toEqual([]);
    const swing = [
      { name: "swing", otherNames: [], hands: 2, close: false, facing: "facing" as const, changesTo: [] },
    ];
    expect(parseFigure('leader\n1 L side hold "swing"', READING).faults).not.toEqual([]);
    expect(parseFigure('leader\n1 L side hold "swing"', { ...READING, holds: swing }).faults).toEqual([]);
  });

  it("is worked out once for a follower by rule", () => {
    const { figure } = parseFigure("leader\n1 L side\nfollower opposite", READING);
    expect(stepsOf(figure, "follower")).toBe(stepsOf(figure, "follower"));
    expect(stepsOf({ ...figure, steps: {} }, "follower")).toEqual([]);
  });
});

describe("counts as they are written", () => {
  const counts = (...onsets: number[]) =>
    formatFigure({
      length: 96,
      steps: {
        solo: onsets.map((onset, at): Step => ({ onset, foot: at % 2 === 0 ? "L" : "R", action: "side" })),
      },
    })
      .split("\n")
      .slice(1, -2)
      .map((line) => line.split(" ")[0]);

  it("name the beat, and within one that was named only the part of it", () => {
    expect(counts(0, 12, 24, 36)).toEqual(["1", "&", "2", "&"]);
    expect(counts(6, 12, 18, 42)).toEqual(["1e", "&", "a", "2a"]);
    expect(counts(0, 36, 48)).toEqual(["1", "2&", "3"]);
  });

  it("name a pick-up by its part, and any other moment by its fraction", () => {
    expect(counts(-12, 0)).toEqual(["&", "1"]);
    expect(counts(-8, 0, 32)).toEqual(["+2/3", "1", "2+1/3"]);
  });
});
