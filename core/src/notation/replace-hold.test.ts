import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { USUAL_HOLDS } from "../hold/index.ts";
import { holdsSaid, parseFigure, type Reading, replaceHold } from "./index.ts";

const READING: Reading = { slowBeats: 2, quickBeats: 1, elements: [], holds: USUAL_HOLDS };
const BOX = 'leader\n1   L side hold "closed"\n2   R close\nfollower opposite\nbeats 2\n';
const lookup = (name: string) => (name === "Box" ? parseFigure(BOX, READING).figure : null);
const replaced = (text: string, from = "closed", to = "shadow") =>
  replaceHold(text, from, to, READING, lookup);

describe("another hold in the place of one", () => {
  it.each([
    ["by its name", 'leader\n1 L side hold "closed"\nbeats 1\n', 'hold "shadow"'],
    [
      "by another of its names, without quotes",
      "leader\n1 L side hold close hold\nbeats 1\n",
      'hold "shadow"',
    ],
    [
      "in the follower's lines",
      "leader\n1 L side\nfollower\n1 R side hold closed\nbeats 1\n",
      '1   R side hold "shadow"',
    ],
    [
      "in what a figure made of others says itself",
      'use "Box"\nleader\n3 L tap hold "closed"\nbeats 3\n',
      '3   L tap hold "shadow"',
    ],
  ])("is said where the text says it %s", (_where, text, said) => {
    expect(replaced(text)).toContain(said);
    expect(replaced(text)).not.toMatch(/clos/);
  });

  it.each([
    ["another hold", 'leader\n1 L side hold "promenade"\nbeats 1\n'],
    ["it in a comment only", '# hold "closed"\nleader\n1 L close\nbeats 1\n'],
    ["it in a cue only", 'leader\n1 L close cue "closed"\nbeats 1\n'],
    ["nothing of it, though a figure that it uses does", 'use "Box"\nleader\n3 L tap\nbeats 3\n'],
    ["something that cannot be read", 'leader\n1 L sied hold "closed"\n'],
    ["nothing", ""],
  ])("changes no text that says %s", (_what, text) => {
    expect(replaced(text)).toBe(text);
  });

  test("leaves everything else of any text as it was", () => {
    const names = USUAL_HOLDS.map(({ name }) => name);
    const step = fc.record({
      hold: fc.option(fc.constantFrom(...names)),
      action: fc.constantFrom("side", "forward"),
    });
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 6 }),
        fc.constantFrom(...names),
        fc.constantFrom(...names),
        (steps, from, to) => {
          const lines = steps.map(
            ({ hold, action }, at) => `${at + 1} ${action}${hold ? ` hold "${hold}"` : ""}`,
          );
          const text = ["leader", ...lines, "follower opposite", `beats ${steps.length}`, ""].join("\n");
          const [before, after] = [text, replaced(text, from, to)].map(
            (one) => parseFigure(one, READING).figure,
          );
          if (!before || !after) throw new Error("both are read");
          expect(holdsSaid(after).map(({ hold }) => hold)).toEqual(
            holdsSaid(before).map(({ hold }) => (hold === from ? to : hold)),
          );
          const without = (figure: typeof before) =>
            figure.steps.leader?.map(({ hold: _hold, ...rest }) => rest);
          expect(without(after)).toEqual(without(before));
        },
      ),
    );
  });
});
