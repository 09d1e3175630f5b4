import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import {
  asChoice,
  changeItem,
  figureItemsOf,
  insertItems,
  itemById,
  moveItem,
  newFigureItem,
  replaceItem,
  type SequenceItem,
  stepItem,
  typedFigures,
} from "./index.ts";

const figure = (id: string): SequenceItem => newFigureItem(id, `figure ${id}`);
const choice = (id: string, ...ways: SequenceItem[][]): SequenceItem => ({
  kind: "choice",
  id,
  optional: false,
  ways,
});
const ITEMS: readonly SequenceItem[] = [
  figure("a"),
  choice("c", [figure("b"), choice("d", [figure("e")], [figure("f")])], [figure("g")]),
  figure("h"),
];
const ids = (items: readonly SequenceItem[]): string[] => figureItemsOf(items).map(({ id }) => id);
const allIds = ["a", "b", "e", "f", "g", "h"];

describe("editing a sequence", () => {
  test("an item is found, changed and taken out wherever it stands, and nothing else with it", () => {
    fc.assert(
      fc.property(fc.constantFrom(...allIds), (id) => {
        expect(itemById(ITEMS, id)?.id).toBe(id);
        const changed = changeItem(ITEMS, id, { times: 7 });
        expect(figureItemsOf(changed).map((one) => [one.id, one.times])).toEqual(
          allIds.map((one) => [one, one === id ? 7 : 1]),
        );
        expect(ids(replaceItem(ITEMS, id, []))).toEqual(allIds.filter((one) => one !== id));
        expect(ids(ITEMS)).toEqual(allIds);
      }),
    );
  });

  test("an item moves before any other and everything stays in order besides", () => {
    fc.assert(
      fc.property(fc.constantFrom(...allIds), fc.constantFrom(...allIds, null), (id, before) => {
        const moved = ids(moveItem(ITEMS, id, before));
        expect([...moved].sort()).toEqual([...allIds].sort());
        expect(moved.filter((one) => one !== id)).toEqual(allIds.filter((one) => one !== id));
        if (before === null) expect(moved.at(-1)).toBe(id);
        else if (before !== id) {
          // The last item of a way takes the way with it only where the place itself stays.
          expect(moved.indexOf(id) + 1 === moved.indexOf(before) || moved.join() === allIds.join()).toBe(
            true,
          );
        }
      }),
    );
  });

  it("a choice is not put into itself, and one left without ways goes", () => {
    expect(moveItem(ITEMS, "c", "e")).toBe(ITEMS);
    expect(ids(moveItem(ITEMS, "c", "a"))).toEqual(["b", "e", "f", "g", "a", "h"]);
    const bare = replaceItem(replaceItem(replaceItem(ITEMS, "e", []), "f", []), "b", []);
    expect(itemById(bare, "d")).toBeUndefined();
    expect(itemById(bare, "c")).toMatchObject({ ways: [[{ id: "g" }]] });
  });

  it("an item steps among its neighbours, and stays at the ends", () => {
    expect(ids(stepItem(ITEMS, "a", 1))).toEqual(["b", "e", "f", "g", "a", "h"]);
    expect(ids(stepItem(ITEMS, "b", 1))).toEqual(["a", "e", "f", "b", "g", "h"]);
    expect(ids(stepItem(ITEMS, "a", -1))).toEqual(allIds);
    expect(ids(stepItem(ITEMS, "e", 1))).toEqual(allIds);
  });

  it("figures are put in before any item, or at the end", () => {
    expect(ids(insertItems(ITEMS, "f", [figure("x"), figure("y")]))).toEqual([
      "a",
      "b",
      "e",
      "x",
      "y",
      "f",
      "g",
      "h",
    ]);
    expect(ids(insertItems(ITEMS, null, [figure("x")])).at(-1)).toBe("x");
  });

  it("a figure becomes a choice: it or another, or it or nothing", () => {
    const other = newFigureItem("x", "other");
    expect(itemById(asChoice(ITEMS, "h", "n", other), "n")).toMatchObject({
      optional: false,
      ways: [[{ id: "h" }], [{ id: "x" }]],
    });
    expect(itemById(asChoice(ITEMS, "h", "n", null), "n")).toMatchObject({
      optional: true,
      ways: [[{ id: "h" }]],
    });
  });
});

describe("figures that are typed", () => {
  const NAMES = [
    ["Foundation step", "f"],
    ["Side pass", "p"],
    ["Side basic", "s"],
    ["Two-hand wrap", "w"],
    ["Six against eight", "x"],
  ] as const;
  const typed = (text: string) => {
    let made = 0;
    const { items, unknown } = typedFigures(text, NAMES, () => `${++made}`);
    return [
      items.map(({ figureId, times, side }) => `${figureId}${times}${side === "other" ? "'" : ""}`).join(" "),
      unknown,
    ];
  };

  it.each([
    ["foundation step x2, Side pass", "f2 p1"],
    ["FOUNDATION STEP ×3 then side pass other side", "f3 p1'"],
    ["2 foundation step; two hand wrap 4 times", "f2 w4"],
    ["foundation\nsix -> side pass", "f1 x1 p1"],
    ["side basic on the other side x2", "s2'"],
  ])("%s", (text, expected) => {
    expect(typed(text)).toEqual([expected, []]);
  });

  it("names what is no figure, what begins two, and what is danced too often", () => {
    expect(typed("side, waltz, foundation step x0, foundation step x99")).toEqual([
      "",
      ["side", "waltz", "foundation step x0", "foundation step x99"],
    ]);
  });
});
