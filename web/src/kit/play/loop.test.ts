import { parseFigure } from "@map-step/core/notation";
import { describe, expect, it } from "vitest";
import { loopOf } from "./loop.ts";

const figure = parseFigure("leader\n& L back\n1 R place\n2 L forward\n3 R forward\nfollower mirror").figure;

describe("the stretch that is played", () => {
  it("begins with the pick-up and is as long as the figure", () => {
    expect(loopOf(figure, 1, 3)).toEqual({ from: -12, to: 60 });
  });

  it("is counts only where it does not begin with the first or end with the last", () => {
    expect(loopOf(figure, 2, 3)).toEqual({ from: 24, to: 72 });
    expect(loopOf(figure, 1, 2)).toEqual({ from: -12, to: 48 });
  });
});
