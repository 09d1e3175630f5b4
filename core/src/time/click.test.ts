import { describe, expect, it } from "vitest";
import { beatsAfter, loopPosition } from "./index.ts";

describe("a loop", () => {
  it("comes round to its first count", () => {
    const loop = { from: 24, to: 96 };
    expect([0, 1, 2.5, 3, 7].map((beats) => loopPosition(loop, beats) / 24)).toEqual([1, 2, 3.5, 1, 2]);
    expect(beatsAfter(30, 120)).toBe(60);
  });
});
