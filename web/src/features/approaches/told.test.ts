import { describe, expect, it } from "vitest";
import { differencesOf } from "../../kit/merge.ts";
import { SHOWN_APPROACH } from "./told.ts";

const STEPS_FIRST = {
  name: "Ours",
  reason: "",
  returns: [4, 7],
  returnMinutes: 3,
  ages: [
    [
      { layer: "steps" as const, share: 0.75 },
      { layer: "count" as const, share: 0.25 },
    ],
  ],
};

describe("an approach as it was and is", () => {
  it("is told night by night, in hundredths of the first", () => {
    const next = { ...STEPS_FIRST, ages: [[{ layer: "steps" as const, share: 1 }]], returns: [] };
    expect(differencesOf(STEPS_FIRST, next, SHOWN_APPROACH)).toEqual([
      {
        key: "ages",
        label: "Nights",
        mine: "night 1: steps 75 %, count 25 %",
        theirs: "night 1: steps 100 %",
      },
      { key: "returns", label: "Comes back after", mine: "4, 7 lessons", theirs: "never" },
    ]);
  });
});
