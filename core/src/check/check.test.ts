import { describe, expect, it } from "vitest";
import { type FigureMark, MARKS, shareOf, standingOf } from "./index.ts";

const marks: FigureMark[] = [
  { studentId: "ana", figureId: "basic", mark: "dances-it" },
  { studentId: "ana", figureId: "turn", mark: "with-help" },
  { studentId: "ana", figureId: "wrap", mark: "not-yet" },
  { studentId: "ana", figureId: "pass", mark: "alone" },
  { studentId: "ben", figureId: "basic", mark: "not-yet" },
];
const figures = ["basic", "turn", "pass", "wrap", "spin"];

describe("a student's standing", () => {
  it("tells what is danced alone, what is missing with the least first, and what nobody saw", () => {
    expect(standingOf("ana", figures, marks)).toEqual({
      studentId: "ana",
      has: ["basic", "pass"],
      missing: ["wrap", "turn"],
      unseen: ["spin"],
    });
    expect(standingOf("cleo", figures, marks).unseen).toEqual(figures);
  });

  it("puts every figure into exactly one of the three", () => {
    for (const mark of MARKS) {
      const { has, missing, unseen } = standingOf("d", ["x", "y"], [{ studentId: "d", figureId: "x", mark }]);
      expect([...has, ...missing, ...unseen].sort()).toEqual(["x", "y"]);
    }
  });
});

it("counts of those marked on a figure how many have it", () => {
  expect(shareOf("basic", marks)).toEqual({ have: 1, marked: 2 });
  expect(shareOf("spin", marks)).toEqual({ have: 0, marked: 0 });
});
