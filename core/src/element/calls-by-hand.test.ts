import { describe, expect, it } from "vitest";
import { CALLS_BY_HAND } from "../../testing/calls-by-hand.ts";
import { parseFigure, stepsOf } from "../notation/index.ts";
import { callsInWords, expandCall, readingOf } from "./index.ts";

const ALL = Object.entries(CALLS_BY_HAND).flatMap(([family, calls]) =>
  calls.map((one) => {
    const role = one.dance.alone ? ("solo" as const) : ("leader" as const);
    const { figure, faults } = parseFigure(`${role}\n${one.steps}`, readingOf(one.dance));
    expect(faults, one.steps).toEqual([]);
    return { family, ...one, role, figure, words: callsInWords(figure, one.dance)[0]?.words ?? "" };
  }),
);

/** Where what is said differs from what was written by hand first; each is as true. */
const OTHERWISE: Readonly<Record<string, string>> = {
  "break, pause, rock step, walk, pause": "break, pause, rock step, slow",
  "side, replace, step in place, tap": "side rock, step in place, tap",
  "side, touch, pause, side, touch, pause": "hesitation side twice",
  "step hop twice": "walk, hop, walk, hop",
  "rock step, kick, step in place, kick, step in place": "rock step, kick step in place, kick step in place",
};

describe("calls that were written by hand first, from twelve families", () => {
  it("has families enough", () => {
    expect(Object.keys(CALLS_BY_HAND)).toHaveLength(12);
    expect(ALL.length - Object.keys(OTHERWISE).length).toBeGreaterThanOrEqual(54);
  });

  it.each(ALL.map(({ family, call, words }) => [call, family, words] as const))(
    "%s",
    (call, _family, words) => {
      expect(words).toBe(OTHERWISE[call] ?? call);
    },
  );

  it.each(ALL.map(({ words, ...one }) => [words, one] as const))(
    "%s is danced at the same times, on the same feet",
    (words, { dance, role, figure }) => {
      const { figure: again, faults, doubts } = expandCall(`${role}\n${words}`, dance);
      expect([...faults, ...doubts]).toEqual([]);
      const timesOf = (one: typeof figure) =>
        stepsOf(one, role).flatMap(({ onset, action }) => (action === "hold" ? [] : [onset]));
      expect(timesOf(again)).toEqual(timesOf(figure));
      expect(again.length).toBe(figure.length);
    },
  );
});
