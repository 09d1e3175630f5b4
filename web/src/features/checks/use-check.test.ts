import { expect, it } from "vitest";
import { withMark } from "./use-check.ts";

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
  expect(withMark(changed, { studentId: "a", figureId: "x", mark: null, version: 0 })).toEqual([
    mark("b", "x", "not-yet"),
  ]);
  expect(marks).toEqual([mark("a", "x", "alone")]);
});
