import { expect, it } from "vitest";
import { countsOf, stretchesInWords } from "./stretches.ts";

it.each([
  [{ from: 0, to: 2 }, "1–2"],
  [{ from: 2, to: 3 }, "3"],
  [{ from: -0.5, to: 2 }, "&–2"],
  [{ from: 4, to: 5.5 }, "5–6"],
  [{ from: 2.5, to: 3 }, "&–3"],
])("%o is counts %s", (stretch, words) => {
  expect(countsOf(stretch)).toBe(words);
});

it("joins several as people do", () => {
  expect(stretchesInWords([{ from: 2, to: 3 }])).toBe("count 3");
  expect(
    stretchesInWords([
      { from: 0, to: 2 },
      { from: 4, to: 6 },
    ]),
  ).toBe("counts 1–2 and 5–6");
  expect(
    stretchesInWords([
      { from: 0, to: 1 },
      { from: 2, to: 3 },
      { from: 4, to: 5 },
    ]),
  ).toBe("counts 1, 3 and 5");
});
