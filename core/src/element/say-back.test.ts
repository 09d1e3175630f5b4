import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { imageSteps, parseFigure, type Role, type Step, stepsOf } from "../notation/index.ts";
import { FREE_ACTIONS, needsNoFoot, WEIGHT_ACTIONS } from "../notation/words.ts";
import { elementSet, readingOf, roleInWords } from "./index.ts";

const READING = readingOf(IN_FOUR);
const said = (text: string, role: Role = "solo") => {
  const { figure, faults } = parseFigure(`${role}\n${text}`, READING);
  expect([text, faults]).toEqual([text, []]);
  return roleInWords(figure, role, IN_FOUR);
};
/** A touch beside is a touch, back onto a foot is in place, and so is what closes to a foot that stepped in place. */
const danced = (steps: readonly Step[]) => {
  let before = "";
  return steps.flatMap(({ onset, foot, action: written, direction: way, turn }) => {
    if (written === "hold") return [];
    const placed = written === "replace" ? "place" : written;
    const action = placed === "close" && before === "place" ? "place" : placed;
    before = action;
    const direction = way === "close" && /^(?:touch|tap)$/.test(action) ? undefined : way;
    return [{ onset, foot, action, direction, turn }];
  });
};

describe("what is said of a figure", () => {
  const actions = [...WEIGHT_ACTIONS, ...FREE_ACTIONS].filter((action) => action !== "hold");
  const step = fc.record({
    gap: fc.constantFrom(24, 24, 24, 48, 12, 6, 8),
    action: fc.constantFrom(...actions),
    turn: fc.option(fc.constantFrom("turn L 1/2", "turn R 1/4", "turn R 1", "turn L 1 1/2"), { freq: 6 }),
  });
  const single = fc
    .tuple(fc.constantFrom("L", "R"), fc.array(step, { minLength: 1, maxLength: 9 }), fc.nat({ max: 3 }))
    .map(([first, steps, more]) => {
      let [onset, foot] = [0, first];
      const lines = steps.map(({ gap, action, turn }) => {
        const [beat, within] = [Math.floor(onset / 24) + 1, onset % 24];
        const line = `${beat}${within > 0 ? `+${within}/24` : ""} ${needsNoFoot(action) ? "" : foot} ${action} ${turn ?? ""}`;
        onset += gap;
        if ((WEIGHT_ACTIONS as readonly string[]).includes(action)) foot = foot === "L" ? "R" : "L";
        return line;
      });
      return `${lines.join("\n")}\nbeats ${Math.ceil(onset / 24) + more}`;
    });
  const names = elementSet(IN_FOUR).map(({ name }) => name);
  const named = fc
    .array(fc.tuple(fc.constantFrom(...names), fc.constantFrom("", " R", " L", " turn R 1/4")), {
      minLength: 1,
      maxLength: 6,
    })
    .map((all) => all.flatMap(([name, more]) => [`${name}${more}`]).join(", "));

  it("is the same dance when it is read again: steps, weights and beats", () => {
    fc.assert(
      fc.property(fc.oneof(single, named), (text) => {
        const { figure, faults } = parseFigure(`solo\n${text}`, READING);
        if (faults.length > 0) return;
        const words = roleInWords(figure, "solo", IN_FOUR);
        const again = parseFigure(`solo\n${words}`, READING);
        expect({ words, faults: again.faults, doubts: again.doubts }).toEqual({
          words,
          faults: [],
          doubts: [],
        });
        const own = again.figure.steps.solo ?? [];
        const wanted = danced(stepsOf(figure, "solo"));
        // On the other foot it is the same, if all of it is.
        const begins =
          own.find(({ foot }) => foot !== null)?.foot === wanted.find(({ foot }) => foot !== null)?.foot;
        expect({ words, steps: danced(begins ? own : imageSteps(own)) }).toEqual({ words, steps: wanted });
        expect([words, again.figure.length]).toEqual([words, figure.length]);
      }),
      runs(400),
    );
  });

  test.each([
    ["1 R forward\n2 L forward\n3 R forward\n4 L tap", "walk ×3, tap"],
    ["1 R place\n2 L place", "step in place twice"],
    [
      "1 R side\n2 L replace\n3 R replace\n4 L tap\n5 L side\n6 R replace\n7 L replace\n8 R tap",
      "side, replace, replace, tap, other side",
    ],
    ["rock step, triple step, triple step", "rock step, triple step, triple step"],
    ["1 R forward\n2 L place\n4 R side\n5 L close\nbeats 6", "rock step forward, pause, side, close, pause"],
    ["1 R forward turn R 1", "walk turning right once round"],
    ["1 R side\n2 L close\n3 R side\n4 L tap", "side basic"],
    ["1 R tap\n2 R kick", "tap, kick"],
    ["1 R forward\n3 L forward\n5 R side\n6 L close", "slow, slow, side, close"],
    ["1 R forward turn R 1/2\n2 L back", "pivot, walk back"],
    ["1 L side\n2 R close", "side, close"],
  ])("%j is said as %j", (text, words) => {
    expect(said(text)).toBe(words);
  });
});
