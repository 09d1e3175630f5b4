import type { LessonSegment } from "@map-step/contract";
import { expect, it } from "vitest";
import { mergeOrders, orderDifferences, orderMerger } from "./merge.ts";

const part = (id: string, minutes: number, title = id.toUpperCase()) =>
  ({ id, title, minutes, locked: false }) as LessonSegment;
const told = (parts: readonly LessonSegment[]) => parts.map(({ id, minutes }) => `${id}${minutes}`).join(" ");
const base = [part("a", 10), part("b", 20), part("c", 30)];

it("puts an order moved here and minutes changed there together", () => {
  const mine = [part("b", 20), part("a", 10), part("c", 30)];
  const theirs = [part("a", 10), part("b", 15), part("c", 35)];
  const { conflicts, take } = orderMerger(base, mine, theirs);
  expect(conflicts).toEqual([]);
  expect(told(take(new Set()))).toBe("b15 a10 c35");
});

it("asks for the whole order where the parts of both would not fill the lesson", () => {
  const mine = [part("a", 15), part("b", 15), part("c", 30)];
  const theirs = [part("a", 10), part("b", 25), part("c", 25)];
  const { conflicts, take } = orderMerger(base, mine, theirs);
  expect(conflicts.map(({ key }) => key)).toEqual(["order"]);
  expect(take(new Set())).toEqual(mine);
  expect(take(new Set(["order"]))).toEqual(theirs);
});

it("tells each part that differs, and takes over that one was put in or taken out", () => {
  const theirs = [part("a", 10), part("d", 5), part("c", 45)];
  expect(orderDifferences(base, theirs).map(({ key, mine, theirs: other }) => [key, mine, other])).toEqual([
    ["b", "20 min B", "taken out"],
    ["c", "30 min C", "45 min C"],
    ["d", "taken out", "5 min D"],
  ]);
  expect(told(mergeOrders(base, theirs, new Set(["b", "c", "d"])))).toBe("a10 d5 c45");
  expect(told(mergeOrders(base, theirs, new Set()))).toBe("a10 b20 c30");
});
