import { describe, expect, it } from "vitest";
import type { CallPiece } from "./cover.ts";
import { elementsWithin } from "./within.ts";

let at = 0;
/** A piece of so many beats after the one before. */
const piece = (element: string | null, steps: number, beats = 2): CallPiece => {
  const from = at;
  at += beats * 24;
  return { element, steps, first: 0, foot: "L", from, to: at };
};
/** rock step, triple step, triple step, a step, tap */
const CALL: readonly CallPiece[] = [
  piece("rock step", 2),
  piece("triple step", 3),
  piece("triple step", 3),
  piece(null, 1, 1),
  piece("tap", 1, 1),
];
const within = (from: number, to: number) => elementsWithin(CALL, from * 24, to * 24);

describe("what lies within a stretch", () => {
  it("is told apart from others of its name, by which of the whole call it is", () => {
    expect(within(0, 8)).toEqual(["the rock step", "the first triple step", "the second triple step"]);
    expect(within(4, 6)).toEqual(["the second triple step"]);
    expect(within(2, 4)).toEqual(["the first triple step"]);
  });

  it("lies in it wholly, up to its very end", () => {
    expect(within(0, 2)).toEqual(["the rock step"]);
    expect(elementsWithin(CALL, 0, 47)).toEqual([]);
    expect(elementsWithin(CALL, 1, 48)).toEqual([]);
    expect(elementsWithin(CALL, 1, 96)).toEqual(["the first triple step"]);
  });

  it("is more than a step, and has a name", () => {
    expect(within(6, 8)).toEqual([]);
    expect(elementsWithin([{ ...piece(null, 3) }], 0, at)).toEqual([]);
  });

  it("has words for more of them than there are ordinals", () => {
    at = 0;
    const many = Array.from({ length: 9 }, () => piece("walk, walk", 2));
    const told = elementsWithin(many, 0, at);
    expect(told.slice(6)).toEqual(["the seventh walk, walk", "the eighth walk, walk", "the next walk, walk"]);
  });
});
