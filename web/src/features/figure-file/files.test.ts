import {
  DANCE_FIELDS,
  FILE_FIELDS,
  type FieldSort,
  type FileFigure,
  fileFigure,
  newDance,
  startOf,
} from "@map-step/contract";
import { FIGURE_KINDS } from "@map-step/core/figure";
import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { readCsv, writeCsv } from "./csv.ts";
import { readJson, writeJson } from "./json.ts";

const words = fc
  .string({ unit: fc.constantFrom(..."aZ é|\\,\"'=+-@&;\n\r\tn".split("")), minLength: 1, maxLength: 12 })
  .map((text) => text.trim())
  .filter((text) => text !== "");
const name = words.filter((text) => !text.includes('"'));
const lists = fc.uniqueArray(words, { maxLength: 3, selector: (text) => text.toLowerCase() });

const ELBOWS = {
  name: "elbows",
  otherNames: [],
  hands: 2,
  close: false,
  facing: "beside" as const,
  changesTo: [],
};
const HITCH = { name: "hitch walk", otherNames: ["hitches"], steps: "1 L forward\n2 R forward" };

/** What each sort of field may hold in a file. */
const VALUES: Readonly<Record<FieldSort, fc.Arbitrary<unknown>>> = {
  dance: words,
  text: name,
  kind: fc.constantFrom(...FIGURE_KINDS),
  tier: fc.constantFrom("beginner", "improver", "intermediate", "advanced"),
  whole: fc.integer({ min: 1, max: 120 }),
  steps: fc.constantFrom("", "leader\n1 L side\n2 R close\nfollower mirror\nbeats 2\n"),
  figure: fc.oneof(fc.constant(""), name),
  figures: lists,
  names: fc.uniqueArray(fc.record({ name: words, usedBy: fc.oneof(fc.constant(""), words) }), {
    maxLength: 3,
    selector: (other) => other.name.toLowerCase(),
  }),
  cues: fc.uniqueArray(
    fc.record({ text: words, school: fc.oneof(fc.constant(""), words), house: fc.boolean() }),
    { maxLength: 3, selector: (cue) => cue.text.toLowerCase() },
  ),
  lines: lists,
  people: lists,
};

/** Figures as the library holds them, whatever fields there are. */
const figure = fc.record(
  Object.fromEntries(FILE_FIELDS.map(({ json, sort }) => [json, VALUES[sort]])),
) as fc.Arbitrary<unknown> as fc.Arbitrary<FileFigure>;
const figures = fc.array(figure, { minLength: 1, maxLength: 4 });

describe("files of figures", () => {
  test("come back from CSV exactly as they were", () => {
    fc.assert(
      fc.property(figures, (all) => {
        expect(readCsv(writeCsv(all))).toEqual({ rows: all, faults: [] });
      }),
    );
  });

  test("come back from JSON exactly as they were, and the contract reads each", () => {
    fc.assert(
      fc.property(figures, (all) => {
        const dance = { ...startOf(DANCE_FIELDS), name: "Slot dance", holds: [ELBOWS], ownElements: [HITCH] };
        const { rows, dances, faults } = readJson(writeJson(all, [dance]));
        expect(faults).toEqual([]);
        expect(dances?.map((one) => newDance.parse(one))).toEqual([dance]);
        expect(rows).toEqual(all);
        for (const row of rows) expect(fileFigure.safeParse(row).error?.issues).toBeUndefined();
      }),
    );
  });

  it("leaves out what a CSV has no column or no value for", () => {
    const { rows } = readCsv("Name;Dance;Minutes;Kind\nBox;Waltz;;Basic\n\n");
    expect(rows).toEqual([{ name: "Box", dance: "Waltz", kind: "basic" }]);
  });

  it("hands on what is no number, so that it can be told", () => {
    expect(readCsv("dance,name,minutes\nWaltz,Box,ten").rows).toEqual([
      { dance: "Waltz", name: "Box", minutes: "ten" },
    ]);
  });

  it.each([
    ["name,colour\nBox,red", /no column “dance”.*“colour” is no column/s],
    ["", /no column “dance”/],
    ['dance,name\nWaltz,"Box', /Quoted field unterminated/],
    ["dance,name\nWaltz,Box,more", /Row 1/],
  ])("tells why the CSV %j cannot be read", (content, why) => {
    const { rows, faults } = readCsv(content);
    expect(rows).toEqual([]);
    expect(faults.join("\n")).toMatch(why);
  });

  it.each([
    ["{", /not readable JSON/],
    ["[]", /does not say that it holds figures/],
    ['{"format":"map-step/figures","formatVersion":2,"figures":[]}', /reads version 1/],
    ['{"format":"map-step/figures","formatVersion":1}', /no list/],
    ['{"format":"map-step/figures","formatVersion":1,"figures":[{},3]}', /Entry 2/],
    ['{"format":"map-step/figures","formatVersion":1,"figures":[],"dances":[1]}', /not a list of dances/],
  ])("tells why the JSON %j cannot be read", (content, why) => {
    expect(readJson(content).rows).toEqual([]);
    expect(readJson(content).faults.join()).toMatch(why);
  });

  test("no content of any kind throws", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (content) => {
        expect(readCsv(content)).toBeDefined();
        expect(readJson(content)).toBeDefined();
      }),
    );
  });
});
