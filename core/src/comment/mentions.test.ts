import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { calledSoFar, countsMeant, mentionsIn } from "./index.ts";

const PEOPLE = [
  { id: "ana", name: "Ana Lind" },
  { id: "anna", name: "Anna Berg" },
  { id: "ana2", name: "Ana Lindqvist" },
  { id: "zoe", name: "Zoé Marsh" },
];

describe("who is called by name", () => {
  it.each([
    ["@Zoé Marsh look", ["zoe"]],
    ["(@zoé) and @Anna: both", ["zoe", "anna"]],
    ["@zoé @Zoé Marsh", ["zoe"]],
    // Two are called Ana, so the first name says nothing; the whole one does, and the longest is meant.
    ["@Ana can you", []],
    ["@Ana Lind can you", ["ana"]],
    ["@Ana Lindqvist can you", ["ana2"]],
    ["mail zoé@marsh.example", []],
    ["@Zoélie", []],
    ["@ @@ @", []],
  ])("%s: %j", (text, expected) => {
    expect(mentionsIn(text, PEOPLE)).toEqual(expected);
  });

  test("whoever is called by the whole name is found wherever it stands", () => {
    const person = fc.constantFrom(...PEOPLE);
    const filler = fc.stringMatching(/^[ ,.!?()]{0,5}$/);
    fc.assert(
      fc.property(fc.array(fc.tuple(filler, person), { maxLength: 5 }), filler, (parts, end) => {
        const text = parts.map(([before, { name }]) => `${before} @${name}.`).join("") + end;
        expect(mentionsIn(text, PEOPLE)).toEqual([...new Set(parts.map(([, { id }]) => id))]);
      }),
    );
  });

  test("nobody is found who is not on the staff, whatever is written", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (text) => {
        for (const id of mentionsIn(text, PEOPLE)) expect(PEOPLE.map((one) => one.id)).toContain(id);
        expect(mentionsIn(text, [])).toEqual([]);
      }),
    );
  });
});

it("offers those who can still be meant while one types", () => {
  const offered = (text: string) => calledSoFar(text, PEOPLE).map(({ id }) => id);
  expect(offered("ask @an")).toEqual(["ana", "anna", "ana2"]);
  expect(offered("ask @ana li")).toEqual(["ana", "ana2"]);
  expect(offered("ask @mar")).toEqual(["zoe"]);
  expect(offered("ask @zoé marsh")).toEqual([]);
  expect(offered("ask zoé")).toEqual([]);
  expect(offered("a@an")).toEqual([]);
});

it.each([
  ["On counts 5 to 8 the hand is late", [5, 8]],
  ["Count 3: which foot?", [3, 3]],
  ["counts 5-8", [5, 8]],
  ["counts 8 to 5", null],
  ["count 0", null],
  ["accounts 3 to 4", null],
  ["It counts", null],
])("finds the counts that are meant: %s", (text, expected) => {
  expect(countsMeant(text)).toEqual(expected);
});
