import { describe, expect, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { readingOf } from "../element/index.ts";
import { doubtText, parseFigure, type Step } from "./index.ts";

const READING = readingOf(IN_FOUR);

/** `L forward`, `& R close`, `3 L tap back`: counts only where they are not the next beat. */
function stepsOf(steps: readonly Step[]): string {
  let next = 0;
  return steps
    .map(({ onset, foot, action, direction, turn }) => {
      const [beat, within] = [Math.floor(onset / 24) + 1, onset % 24];
      const count =
        onset === next ? "" : within === 12 ? "&" : within === 0 ? `${beat}` : `${beat}+${within}`;
      next = within === 0 ? onset + 24 : onset + 12;
      const turned = turn ? `turn ${turn.sense} ${turn.degrees}` : "";
      return [count, foot ?? "", action, direction ?? "", turned].filter(Boolean).join(" ");
    })
    .join(", ");
}

/** What is called, what is danced, in how many beats. One foot is free at first: the right, alone. */
const PHRASES: readonly (readonly [
  family: string,
  ...(readonly [said: string, danced: string, beats: number])[],
])[] = [
  [
    "swing",
    ["rock step", "R back, L replace", 2],
    ["rock, recover", "R back, L replace", 2],
    ["rock recover", "R back, L replace", 2],
    ["back rock, recover", "R back, L replace", 2],
    ["rock forward, recover", "R forward, L replace", 2],
    ["side rock, recover", "R side, L replace", 2],
    ["cross rock recover", "R cross-front, L replace", 2],
    ["rock, replace, together, tap", "R back, L replace, R close, L tap", 4],
    ["kick ball change", "R kick, & R close, L place", 2],
    ["kick and ball change", "R kick, & R close, L place", 2],
    ["rock step and triple step in place", "R back, L replace, R place, & L close, R place", 4],
    ["step, step, rock step", "R place, L place, R back, L replace", 4],
    ["stomp stomp clap", "R stomp, L stomp, clap", 3],
  ],
  [
    "slot",
    ["walk, walk, anchor", "R forward, L forward, R cross-behind, & L place, R place", 4],
    ["anchor in place", "R cross-behind, & L place, R place", 2],
    ["two walks, tap step", "R forward, L forward, R tap, R place", 4],
    ["4 walks", "R forward, L forward, R forward, L forward", 4],
    ["walk three times", "R forward, L forward, R forward", 3],
    ["three walks and a tap", "R forward, L forward, R forward, L tap", 4],
    ["coaster", "R back, & L close, R forward", 2],
    ["left foot forward", "L forward", 1],
  ],
  [
    "line",
    ["vine right, touch", "R side, L cross-behind, R side, L touch", 4],
    ["grapevine touch", "R side, L cross-behind, R side, L touch", 4],
    ["coaster cross", "R back, & L close, R cross-front", 2],
    ["sailor touch", "R cross-behind, & L side, R touch", 2],
    ["jazz box cross", "R cross-front, L back, R side, L cross-front", 4],
    ["cross shuffle", "R cross-front, & L side, R cross-front", 2],
    ["back shuffle", "R back, & L close, R back", 2],
    ["step lock step", "R forward, & L lock, R forward", 2],
    ["step pivot", "R forward, L replace turn L 180", 2],
    ["heel tap", "R heel", 1],
    ["kick ball point", "R kick, & R place, L point side", 2],
    ["heel ball change", "R heel forward, & R close, L place", 2],
    ["toe strut, heel strut", "R touch forward, R place, L heel forward, L place", 4],
    ["V step", "R diagonal-forward, L diagonal-forward, R diagonal-back, L close", 4],
    ["out out in in", "R diagonal-forward, L diagonal-forward, R diagonal-back, L close", 4],
    ["side rock cross", "R side, L replace, R cross-front", 3],
    ["step together step touch", "R side, L close, R side, L touch", 4],
    ["freeze", "hold", 1],
    ["point side, cross", "R point side, R cross-front", 2],
  ],
  [
    "waltz and box",
    ["forward, side, together", "R forward, L side, R close", 3],
    ["forward step, side step, close", "R forward, L side, R close", 3],
    ["box half", "R forward, L side, R close", 3],
    ["left box", "L forward, R side, L close, R back, L side, R close", 6],
  ],
  [
    "latin",
    ["side together side touch", "R side, L close, R side, L touch", 4],
    ["side, together, side, tap", "R side, L close, R side, L tap", 4],
    ["cucaracha left", "L side, R replace, L close", 3],
    ["break, replace, together", "R forward, L replace, R close", 3],
    ["rock forward, recover, cha cha cha", "R forward, L replace, R side, & L close, R side", 4],
    ["cross over, recover, side", "R cross-front, L replace, R side", 3],
    ["sway left, sway right", "L sway, R sway", 2],
    ["hip bump", "bump", 1],
  ],
  [
    "quick and slow",
    ["slow, slow, quick, quick", "R forward, 3 L forward, 5 R forward, L forward", 6],
    ["side slow, back quick, recover quick", "R side, 3 L back, R replace", 4],
    ["slow side, quick rock, quick recover", "R side, 3 L back, R replace", 4],
    ["walk twice", "R forward, L forward", 2],
  ],
  [
    "turns",
    ["three step turn left, touch", "L side turn L 180, R side turn L 180, L side, R touch", 4],
    ["side, quarter turn left", "R side, swivel turn L 90", 2],
    ["1 R side quarter turn left", "R side turn L 90", 1],
    ["1 R side half turn over the left shoulder", "R side turn L 180", 1],
    ["1 R side turn clockwise 1/2", "R side turn R 180", 1],
    ["1 R side three half turns left", "R side turn L 540", 1],
    ["1 R side turning right once round", "R side turn R 360", 1],
    ["1 R hitch turn R 1/4", "R hitch turn R 90", 1],
    ["1 R hitch 1/4 right", "R hitch turn R 90", 1],
    ["spin left", "L place turn L 360", 1],
  ],
];

/** Said in a row, and meant in more than one way. */
const ASKED: readonly (readonly [said: string, read: string, ...others: string[]])[] = [
  ["rock back side close", "rock step back (2 steps, 2 beats)", "rock step, back (3 steps, 3 beats)"],
  [
    "back break, triple step, triple step",
    "rock step (2 steps, 2 beats)",
    "back, replace, close (3 steps, 3 beats)",
  ],
  [
    "step back, break back, replace",
    "back, replace (2 steps, 2 beats)",
    "back, replace, close (3 steps, 3 beats)",
  ],
  ["back triple step", "triple step back (3 steps, 2 beats)", "back, triple step (4 steps, 3 beats)"],
  ["side chasse right", "chassé R (3 steps, 2 beats)", "side, chassé R (4 steps, 3 beats)"],
  ["rock left, recover", "rock step side L (2 steps, 2 beats)", "rock step L (2 steps, 2 beats)"],
  ["heel together heel together", "heel close (1 step, 1 beat)", "heel, close (2 steps, 2 beats)"],
];

describe.each(PHRASES.map(([family, ...all]) => [family, all] as const))(
  "what is called in %s",
  (_family, all) => {
    test.each(all)("%j is %j", (said, danced, beats) => {
      const { figure, faults, doubts } = parseFigure(`solo\n${said}`, READING);
      expect([faults.length > 0, doubts.map(doubtText)]).toEqual([beats === 0, []]);
      if (beats === 0) return;
      expect(stepsOf(figure.steps.solo ?? [])).toBe(danced);
      expect(figure.length / 24).toBe(beats);
    });
  },
);

describe("a text that is too long", () => {
  test.each([
    ["walk other side other side", `walk ${"other side ".repeat(18)}`],
    ["walk other side, ten times", `walk ${"other side ".repeat(10)}`],
    ["words in a row", "walk ".repeat(4000)],
    ["words with commas", "walk, ".repeat(4000)],
    ["many times many", "walk x64, ".repeat(20)],
    ["doubts", "rock back ".repeat(4000)],
  ])("is refused once, in words: %s", (_name, text) => {
    const { faults, figure } = parseFigure(`solo\n${text}`, READING);
    expect(faults.map(({ expected }) => expected)).toEqual(["at most 512 beats in a figure"]);
    expect(figure.length / 24).toBeLessThan(600);
  });

  test("is read up to the limit", () => {
    expect(parseFigure(`solo\nwalk ${"other side ".repeat(9)}`, READING)).toMatchObject({
      faults: [],
      figure: { length: 512 * 24 },
    });
  });
});

describe("what may be meant otherwise", () => {
  test.each(ASKED)("%j is read in the likeliest way, and asked", (said, read, ...others) => {
    const { faults, doubts } = parseFigure(`solo\n${said}`, READING);
    expect(faults).toEqual([]);
    const [doubt] = doubts.map(doubtText);
    expect(doubt).toContain(`is read as ${read}`);
    for (const other of others) expect(doubt).toContain(other);
  });
});
