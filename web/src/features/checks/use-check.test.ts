import { expect, it } from "vitest";
import { given, withMark } from "./use-check.ts";

const mark = (studentId: string, figureId: string, value: "alone" | "not-yet", version = 1) => ({
  studentId,
  figureId,
  mark: value,
  version,
});

it("puts a mark where there was none, over another, and takes it away", () => {
  const marks = [mark("a", "x", "alone")];
  const added = withMark(marks, mark("b", "x", "not-yet"));
  expect(added).toEqual([mark("a", "x", "alone"), mark("b", "x", "not-yet")]);
  const changed = withMark(added, mark("a", "x", "not-yet", 2));
  expect(changed).toHaveLength(2);
  expect(changed).toContainEqual(mark("a", "x", "not-yet", 2));
  const cleared = withMark(changed, { studentId: "a", figureId: "x", mark: null, version: 3 });
  expect(given(cleared)).toEqual([mark("b", "x", "not-yet")]);
  // The next mark of this cell is made in sight of the one that was taken back.
  expect(cleared.find(({ studentId }) => studentId === "a")?.version).toBe(3);
  expect(marks).toEqual([mark("a", "x", "alone")]);
});
