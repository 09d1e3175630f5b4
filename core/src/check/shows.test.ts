import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { elementSet, readingOf } from "../element/index.ts";
import { openLibrary } from "../notation/index.ts";
import { shownIn } from "./index.ts";

const NOTATIONS = {
  "Rock step": "leader\n1 rock step L\nfollower opposite\n",
  "Triple step": "leader\n1 triple step L\nfollower opposite\n",
  Basic: "leader\n1 triple step L\n3 triple step R\n5 rock step L\nfollower opposite\n",
  "Leader's own":
    "leader\n1 rock step L\n3 walk L\n4 walk R\nfollower\n1 walk R\n2 walk L\n3 walk R\n4 walk L\n",
  Long: "use Basic\nuse Basic\n",
  Longer: "use Long\n",
  Drill: "",
};

const records = Object.entries(NOTATIONS).map(([name, notation]) => ({ id: name, name, notation }));
const reading = readingOf(IN_FOUR);
const library = openLibrary(records, reading);
const figures = records.map(({ id, name, notation }) => ({
  id,
  name,
  figure: notation === "" ? null : (library(name)?.figure ?? null),
}));
const shows = shownIn(figures, elementSet(IN_FOUR));

describe("where a figure is seen", () => {
  it("is read, or this test would say nothing", () => {
    for (const { name, figure } of figures)
      if (name !== "Drill") expect(figure?.length, name).toBeGreaterThan(0);
  });

  it.each([
    ["Longer", ["Longer"]],
    ["Long", ["Long", "Longer"]],
    ["Basic", ["Basic", "Long", "Longer"]],
    ["Drill", ["Drill"]],
    // An element is seen in every figure that holds it, in the same roles.
    ["Triple step", ["Triple step", "Basic", "Long", "Longer"]],
    ["Rock step", ["Rock step", "Basic", "Long", "Longer"]],
  ])("%s: %j", (name, expected) => {
    expect(shows.get(name)).toEqual(expected);
  });

  test("each shows itself, whatever else the library has, and a figure more takes nothing away", () => {
    fc.assert(
      fc.property(fc.subarray(figures), fc.subarray(figures), (some, more) => {
        const both = figures.filter((one) => some.includes(one) || more.includes(one));
        const [few, many] = [some, both].map((list) => shownIn(list, elementSet(IN_FOUR)));
        for (const { id } of some) {
          expect(few?.get(id)?.[0]).toBe(id);
          expect(many?.get(id)).toEqual(expect.arrayContaining([...(few?.get(id) ?? [])]));
        }
      }),
    );
  });
});
