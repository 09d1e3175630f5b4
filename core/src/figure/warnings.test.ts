import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { readingOf } from "../element/index.ts";
import { parseFigure } from "../notation/index.ts";
import { warningsOf } from "./index.ts";

const figure = (text: string) => parseFigure(text, readingOf(IN_FOUR)).figure;
const OPEN = figure('leader\nL side hold "open one-hand", close\nfollower opposite');
const about = (text: string, others = [OPEN]) =>
  warningsOf(figure(text), IN_FOUR, others).map((one) => one.about);

describe("what a teacher would warn of", () => {
  it.each([
    ["nothing", 'leader\nL side hold "open one-hand", close\nfollower opposite', []],
    [
      "a foot that is not free, of one whose partner has no steps",
      "leader\n1 L side\n2 L close",
      ["roles", "feet"],
    ],
    ["a hop on the free foot", "solo\n1 R place\n2 L hop", ["feet"]],
    [
      "a couple that ends facing away",
      'leader\nL side hold "open one-hand", close\nfollower\nR side turn R 1/2, close',
      ["facing"],
    ],
    [
      "turns that do not fit the hold at the end",
      'leader\nL side hold "open one-hand", R close hold "side-by-side"\nfollower\nR side, close',
      ["facing", "hold"],
    ],
    [
      "none where the turns make the hold",
      'leader\nL side hold "open one-hand", R close turn L 1/4 hold "side-by-side"\nfollower\nR side, L close turn R 1/4',
      ["hold"],
    ],
    [
      "a hold on the way that the turns never make",
      'leader\nL side hold "open one-hand", R close hold "side-by-side", L side, R close hold "open one-hand"\nfollower opposite',
      ["facing"],
    ],
    [
      "none on the way where they come to it later, or nearly",
      'leader\nL side hold "open one-hand", R close hold "side-by-side", L side turn L 1/8, R close hold "open one-hand" turn R 1/8\nfollower\nR side, close, R side turn R 1/4, L close turn L 1/4',
      [],
    ],
    ["turns that end at no wall", "solo\nR side turn R 1/8, close", ["turns"]],
    [
      "a hold that nothing leads out of",
      'leader\nL side hold "open one-hand", R close hold "shadow"\nfollower\nR side turn R 1/2, close',
      ["hold"],
    ],
  ])("%s", (_what, text, wanted) => expect(about(text)).toEqual(wanted));

  it("always knows a way out", () => {
    const [warning] = warningsOf(figure("leader\n1 L side\n2 L close"), IN_FOUR, []);
    expect(warning?.wayOut).not.toBe("");
  });
});
