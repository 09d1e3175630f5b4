import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { parseFigure } from "../notation/index.ts";
import { WORK } from "../plan/index.ts";
import {
  type GuideInput,
  guideOf,
  insertSegment,
  removeSegment,
  retime,
  SEGMENT_KINDS,
  tempoLadder,
} from "./index.ts";

const couple = parseFigure("leader\n1 L side\n2 R close\nfollower mirror").figure;
const alone = parseFigure("solo\n1 L side\n3 R close\nbeats 4").figure;
const guide = (
  kind: GuideInput["segment"]["kind"],
  minutes: number,
  about: Partial<GuideInput> & { layers?: GuideInput["segment"]["layers"] } = {},
) =>
  guideOf({
    segment: { kind, minutes, layers: about.layers ?? [] },
    steps: null,
    dance: IN_FOUR,
    bpm: null,
    ...about,
  });
const texts = (...given: Parameters<typeof guide>) => guide(...given).map(({ text }) => text);

describe("what to do in a part, in order", () => {
  it("is said for every kind of part", () => {
    expect(texts("warm-up", 8)).toEqual([
      "Greet, and say in one sentence what tonight brings",
      "Warm the body from the feet to the shoulders; anybody may leave a movement out",
      "Walk to the music together and find its 1",
    ]);
    expect(texts("wrap", 5)).toEqual([
      "Once more, the chain of tonight",
      "One sentence each: what was new, and what to practise at home",
      "Say what next week goes on with",
    ]);
    expect(texts("contrast", 5)).toEqual([
      "Dance one, then the other, slowly",
      "Say the count at which they part",
      "Call one of the two without warning",
    ]);
    expect(texts("return", 3)).toEqual([
      "Dance what they remember, one figure after the other, and say nothing",
      "Name what is missing and show it once",
    ]);
    expect(texts("return", 3, { layers: [{ layer: "return", minutes: 3 }] })).toEqual([
      "Once through from memory, then once with the cue",
    ]);
    expect(texts("own", 5)).toEqual([]);
  });

  it("chains without music, slowly, and at speed where the level has a tempo", () => {
    expect(texts("practice", 6)).toEqual([
      "The chain, counted, no music",
      "The chain at speed, changing partners",
    ]);
    expect(guide("practice", 6, { bpm: 120 }).map(({ text, bpm }) => [text, bpm])).toEqual([
      ["The chain, counted, no music", null],
      ["The chain to slow music", 72],
      ["The chain at speed, changing partners", 120],
    ]);
  });

  it("shows a new figure whole, takes each layer in turn, and ends with music that gets faster", () => {
    const layers = (["steps", "rhythm", "count", "partner", "technique", "style"] as const).map((layer) => ({
      layer,
      minutes: 2,
    }));
    const all = guide("new", 20, { steps: couple, bpm: 110, layers });
    expect(all.map(({ text }) => text)).toEqual([
      "Show it whole, once from behind each role",
      "Leaders' part: walk the steps alone, no music",
      "Followers' part: walk the steps alone, no music",
      "Walk it and say slow and quick: Q Q",
      "Walk it and count aloud: 1 2",
      "With a partner, no music: the lead, then the answer; change partners",
      "One quality only, from the feet up; name it and drop the rest",
      "To music, each in their own way",
      "To slow music",
      "To slow music",
      "To music at speed",
    ]);
    expect(all.map(({ role }) => role).filter(Boolean)).toEqual(["leader", "follower"]);
    expect(all.map(({ layer }) => layer)).toEqual([
      null,
      "steps",
      ...layers.map(({ layer }) => layer),
      null,
      null,
      null,
    ]);
    const rungs = tempoLadder(couple, IN_FOUR, 110).map(({ bpm }) => bpm);
    const music = all.flatMap(({ bpm }) => bpm ?? []);
    expect(music).toEqual([rungs[0], rungs[Math.round((rungs.length - 1) / 2)], 110]);
  });

  it("has less music where the part is short or only goes deeper, and shows less of what was begun", () => {
    const layers = [{ layer: "partner", minutes: 3 }] as const;
    const music = (...given: Parameters<typeof guide>) =>
      guide(...given).filter(({ bpm }) => bpm !== null).length;
    const about = { steps: couple, bpm: 110, layers };
    expect(music("new", 10, about)).toBe(3);
    expect(music("new", 9, about)).toBe(2);
    expect(music("deepen", 9, about)).toBe(1);
    expect(guide("deepen", 9, about).at(-1)).toMatchObject({ text: "To music at speed", bpm: 110 });
    const shown = (kind: "new" | "carry-over") => guide(kind, 20, about)[0]?.seconds ?? 0;
    expect(shown("new")).toBeGreaterThan(shown("carry-over"));
    expect(texts("new", 5, { layers: [{ layer: "count", minutes: 2 }] })).toEqual([
      "Walk it and count aloud",
    ]);
    expect(texts("new", 5, { layers: [{ layer: "rhythm", minutes: 2 }] })).toEqual([
      "Walk it and say slow and quick",
    ]);
  });

  it("stands in lines where nobody has a partner", () => {
    const layers = [
      { layer: "steps", minutes: 2 },
      { layer: "partner", minutes: 2 },
    ] as const;
    expect(texts("new", 8, { steps: alone, layers })).toEqual([
      "Show it whole, once from behind each role",
      "Everybody: walk the steps alone, no music",
      "All together in lines, no music",
    ]);
  });

  it("says what to do also where a drill has no steps of its own", () => {
    expect(texts("new", 6, { layers: [{ layer: "steps", minutes: 6 }] })).toEqual([
      "Show it, then everybody together, no music",
    ]);
  });

  test("takes exactly the minutes of the part, each stage at least half of one, and drops the lightest first", () => {
    const layer = fc.record({ layer: fc.constantFrom(...WORK), minutes: fc.integer({ min: 1, max: 8 }) });
    fc.assert(
      fc.property(
        fc.constantFrom(...SEGMENT_KINDS.filter((kind) => kind !== "own")),
        fc.integer({ min: 1, max: 30 }),
        fc.array(layer, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(null, 110),
        fc.constantFrom(null, couple, alone),
        (kind, minutes, layers, bpm, steps) => {
          const stages = guide(kind, minutes, { layers, bpm, steps });
          expect(stages.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(minutes * 60);
          expect(stages.every(({ seconds }) => seconds >= 30 && seconds % 30 === 0)).toBe(true);
          // With more time nothing that was there falls out, and the order stays.
          const longer = guide(kind, 60, { layers, bpm, steps }).map(({ text }) => text);
          let at = -1;
          for (const { text } of stages) {
            at = longer.indexOf(text, at + 1);
            expect(at).toBeGreaterThanOrEqual(0);
          }
        },
      ),
    );
  });
});

describe("minutes that move between parts", () => {
  const part = (kind: (typeof SEGMENT_KINDS)[number], minutes: number, locked = false) => ({
    kind,
    minutes,
    locked,
  });
  const minutes = (list: readonly { readonly minutes: number }[]) => list.map((one) => one.minutes);
  const order = [
    part("warm-up", 5),
    part("new", 20),
    part("return", 8),
    part("practice", 10),
    part("wrap", 5),
  ];
  const without = order.filter(({ kind }) => kind !== "practice");
  const locked = (...at: number[]) => order.map((one, index) => ({ ...one, locked: at.includes(index) }));

  it.each([
    ["a part that grows takes from the free dancing", order, 1, 24, [5, 24, 8, 6, 5]],
    ["and, when that has a minute left, from the longest of the rest", order, 2, 20, [5, 17, 20, 1, 5]],
    ["without free dancing from the longest, and of two from the later", without, 0, 19, [19, 7, 7, 5]],
    ["a part that shrinks hands its minutes to the free dancing", order, 1, 15, [5, 15, 8, 15, 5]],
    ["or to the next part", without, 1, 15, [5, 15, 13, 5]],
    ["or, as the last, to the one before", without, 3, 2, [5, 20, 11, 2]],
    ["the free dancing itself to the next part", order, 3, 4, [5, 20, 8, 4, 11]],
    ["less than a minute is a minute", order, 1, -3, [5, 1, 8, 29, 5]],
    ["a half is rounded", order, 1, 20.6, [5, 21, 8, 9, 5]],
    ["locked parts give nothing", locked(3), 1, 24, [5, 24, 5, 10, 4]],
    ["and take nothing", locked(3), 1, 15, [5, 15, 13, 10, 5]],
    ["nobody left to take it: it stays", locked(0, 2, 3, 4), 1, 15, [5, 20, 8, 10, 5]],
    ["nobody left to give: it stays", locked(0, 2, 3, 4), 1, 30, [5, 20, 8, 10, 5]],
    ["only what there is: the others keep a minute each", order, 1, 99, [1, 44, 1, 1, 1]],
    ["a part that is not there changes nothing", order, 9, 15, [5, 20, 8, 10, 5]],
  ] as const)("%s", (_what, list, index, to, expected) => {
    const before = minutes(list);
    expect(minutes(retime(list, index, to))).toEqual(expected);
    expect(minutes(list)).toEqual(before);
  });

  it("leaves a single part as it is", () => {
    expect(minutes(retime([part("new", 20)], 0, 5))).toEqual([20]);
  });

  it("puts a part in for which the others give way, with what is to be had", () => {
    expect(minutes(insertSegment(order, 2, part("own", 4)))).toEqual([5, 20, 4, 8, 6, 5]);
    expect(minutes(insertSegment(order, 0, part("own", 4)))).toEqual([4, 5, 20, 8, 6, 5]);
    expect(minutes(insertSegment(locked(0, 1, 2, 3, 4), 2, part("own", 4)))).toEqual(minutes(order));
    const full = [part("new", 1), part("wrap", 1)];
    expect(minutes(insertSegment(full, 1, part("own", 4)))).toEqual([1, 1]);
    expect(minutes(insertSegment([part("new", 3), part("wrap", 1)], 1, part("own", 4)))).toEqual([1, 2, 1]);
  });

  it("takes a part out whose minutes the free dancing or a neighbour takes over", () => {
    expect(minutes(removeSegment(order, 1))).toEqual([5, 8, 30, 5]);
    expect(minutes(removeSegment(order, 3))).toEqual([5, 20, 8, 15]);
    expect(minutes(removeSegment(without, 0))).toEqual([25, 8, 5]);
    expect(minutes(removeSegment(without, 3))).toEqual([5, 20, 13]);
    expect(minutes(removeSegment(locked(0, 2, 3, 4), 1))).toEqual(minutes(order));
    expect(minutes(removeSegment(order, 9))).toEqual(minutes(order));
    expect(minutes(removeSegment([part("new", 20)], 0))).toEqual([20]);
  });
});
