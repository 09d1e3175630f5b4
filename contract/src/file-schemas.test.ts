import { Ajv2020 } from "ajv/dist/2020.js";
import fc from "fast-check";
import { expect, test } from "vitest";
import { runs } from "../../core/testing/runs.ts";
import { figureContent, figureFile, figureSchema } from "./index.ts";

const accepts = new Ajv2020().compile(JSON.parse(figureSchema()));

const text = fc.constantFrom("", " ", "one", " one ", 'the "box"', "two", "\t", "x".repeat(301));
const texts = fc.array(text, { maxLength: 4 });
const row = fc.record(
  {
    dance: text,
    name: text,
    kind: fc.constantFrom("basic", "show", "spin"),
    level: fc.constantFrom("beginner", "expert"),
    minutes: fc.constantFrom(0, 1, 7.5, 120, 121, "7"),
    needs: texts,
    helps: texts,
    slips: texts,
    cautions: texts,
    cues: fc.array(fc.record({ text, school: text, house: fc.boolean() }, { noNullPrototype: true }), {
      maxLength: 3,
    }),
    otherNames: fc.array(fc.record({ name: text, usedBy: text }, { noNullPrototype: true }), {
      maxLength: 3,
    }),
    colour: text,
  },
  { requiredKeys: ["dance", "name"], noNullPrototype: true },
);
const { name, minutes } = figureContent.shape;

test("the schema of the file accepts nothing that the form refuses", () => {
  fc.assert(
    fc.property(row, (figure) => {
      const file = { format: "map-step/figures", formatVersion: 1, figures: [figure] };
      if (!accepts(file)) return;
      // That two entries are the same once spaces are off their ends is more than a schema can say.
      const issues = figureFile.safeParse(file).error?.issues.map(({ message }) => message) ?? [];
      expect(issues.filter((message) => message !== "The same entry stands here twice")).toEqual([]);
      expect(name.safeParse(figure.name).success).toBe(true);
      if (figure.minutes !== undefined) expect(minutes.safeParse(figure.minutes).success).toBe(true);
    }),
    runs(2000),
  );
});

test.each([
  [{ name: "   " }],
  [{ name: 'the "box"' }],
  [{ needs: ["Basic", "Basic"] }],
  [{ slips: ["  "] }],
  [{ cautions: ["Ask first", "Ask first"] }],
  [{ cues: [{ text: " ", school: "", house: true }] }],
])("the schema refuses %j", (change) => {
  const figure = { dance: "Hustle", name: "Box", ...change };
  expect(accepts({ format: "map-step/figures", formatVersion: 1, figures: [figure] })).toBe(false);
});
