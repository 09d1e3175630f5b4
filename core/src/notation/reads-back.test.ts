import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { elementSet, readingOf } from "../element/index.ts";
import type { Dance } from "../time/index.ts";
import { answerDoubt, formatFigure, parseFigure } from "./index.ts";
import { DIRECTIONS, FREE_ACTIONS, WEIGHT_ACTIONS } from "./words.ts";

const NAMES = elementSet(IN_FOUR).flatMap(({ name, otherNames }) => [name, ...otherNames]);
const word = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(...WEIGHT_ACTIONS, ...FREE_ACTIONS) },
  { weight: 4, arbitrary: fc.constantFrom(...NAMES) },
  { weight: 3, arbitrary: fc.constantFrom(...DIRECTIONS, "together", "behind", "recover", "in place") },
  { weight: 3, arbitrary: fc.constantFrom("L", "R", "left", "right", "left foot", "both") },
  {
    weight: 3,
    arbitrary: fc.constantFrom("1", "2", "3", "4", "&", "a", "and", "3&4", "S", "Q", "slow", "quick"),
  },
  {
    weight: 3,
    arbitrary: fc.constantFrom(
      ...["turn L 1/2", "turn right quarter", "half turn left", "clockwise 1/4", "1/4 R", "turn", "turning"],
      ...["small", "long", 'hold "closed"', "hold", "hold closed", 'lead "now"', 'cue "up"', "step", "twice"],
      ...["x2", "two", "three times", "other side", "then", "beats 8", "free", "leader", "follower", "solo"],
    ),
  },
);
const text = fc
  .array(fc.tuple(word, fc.constantFrom(" ", " ", " ", ", ", "\n")), { minLength: 1, maxLength: 12 })
  .map((words) => words.flat().join(""));

/** Elements of a studio's own, with names that end and begin as words of the notation do. */
const own = fc.array(
  fc.record({
    name: fc
      .tuple(
        fc.constantFrom("kick", "side", "hitch", "our", "slow", "cross", "back", "tap", "box", "spin"),
        fc.constantFrom(
          ...[
            "turn",
            "hold",
            "small",
            "lead",
            "step",
            "rock",
            "side",
            "lock",
            "walk",
            "left",
            "forward",
            "close",
          ],
        ),
      )
      .map((words) => words.join(" ")),
    otherNames: fc.constant([] as string[]),
    steps: fc.constantFrom(
      "1 L side\n2 R close",
      "1 L go forward; & R close; 2 L go forward",
      "1 L hitch turn R 1/4",
      "1 L kick\n2 L back",
      "2 L side\n3 R replace",
    ),
  }),
  { maxLength: 3 },
);

/** Names that may be put together, with no count and hardly a comma among them. */
const doubtful = fc
  .array(
    fc.tuple(
      fc.oneof(
        fc.constantFrom(...DIRECTIONS, "recover", "together", "left", "right", "in place"),
        fc.constantFrom("rock", "rock step", "break", "triple step", "walk", "shuffle", "side break", "tap"),
      ),
      fc.constantFrom(" ", " ", ", "),
    ),
    { minLength: 2, maxLength: 8 },
  )
  .map((words) => `solo\nside, ${words.flat().join("")}`)
  .filter((typed) => parseFigure(typed, readingOf(IN_FOUR)).faults.length === 0);

describe("whatever is read without a fault", () => {
  it("is written so that it reads back to the same, with nothing left in doubt", () => {
    fc.assert(
      fc.property(text, own, fc.boolean(), (typed, ownElements, swung) => {
        const dance: Dance = { ...IN_FOUR, ownElements, swung };
        const reading = readingOf(dance);
        const { figure, faults } = parseFigure(typed, reading);
        if (faults.length > 0) return;
        const written = formatFigure(figure, dance);
        const again = parseFigure(written, reading);
        expect([written, again.faults, again.doubts]).toEqual([written, [], []]);
        expect({ written, figure: again.figure }).toEqual({ written, figure });
        expect(formatFigure(again.figure, dance)).toBe(written);
      }),
      runs(800),
    );
  });

  it("leaves no doubt once a reading is chosen, and what is chosen as it was read is the same", () => {
    fc.assert(
      fc.property(doubtful, (typed) => {
        const reading = readingOf(IN_FOUR);
        const { figure, faults, doubts } = parseFigure(typed, reading);
        expect([typed, faults]).toEqual([typed, []]);
        for (const doubt of doubts)
          doubt.choices.forEach((choice, at) => {
            const chosen = answerDoubt(typed, doubt, choice);
            const again = parseFigure(chosen, reading);
            expect([chosen, again.faults]).toEqual([chosen, []]);
            expect([chosen, again.doubts.length]).toEqual([chosen, expect.any(Number)]);
            expect(again.doubts.length).toBeLessThan(doubts.length);
            if (at > 0) return;
            expect([chosen, again.figure.length]).toEqual([chosen, figure.length]);
            expect({ chosen, steps: again.figure.steps }).toEqual({ chosen, steps: figure.steps });
          });
      }),
      runs(800),
    );
  });
});
