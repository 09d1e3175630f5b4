import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { z } from "zod";
import { localDate, phrases, words } from "./common.ts";
import {
  api,
  approachContent,
  choose,
  DANCE_FIELDS,
  type Endpoint,
  type FigureRecord,
  LEVEL_FIELDS,
  type Level,
  namesOf,
  newDance,
  newLevel,
  problem,
  recapDocument,
  SECTION_FIELDS,
  sectionContent,
  setup,
  startOf,
  toLevelPlan,
} from "./index.ts";
import { oursWith, patienceIn } from "./ours.ts";

const endpoints = Object.values(api).flatMap((feature) => Object.values(feature) as Endpoint[]);

describe("the API", () => {
  it("has one endpoint for a method and an address", () => {
    const places = endpoints.map(({ method, path }) => `${method} ${path}`);
    expect(new Set(places).size).toBe(places.length);
  });

  it("checks every parameter that an address names", () => {
    for (const { path, params } of endpoints) {
      const named = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name);
      const missing = params.safeParse({}).error?.issues.map(({ path: at }) => at[0]) ?? [];
      expect([...missing].sort(), path).toEqual([...named].sort());
    }
  });

  it("takes no whole number that the database could not", () => {
    const tooFar: string[] = [];
    const walk = (value: unknown, at: string): void => {
      if (typeof value !== "object" || value === null) return;
      const { type, maximum, const: one } = value as { type?: string; maximum?: number; const?: number };
      if ((type === "integer" || type === "number") && !((maximum ?? one ?? Infinity) <= 2 ** 31 - 1))
        tooFar.push(`${at}: ${maximum}`);
      for (const [key, inner] of Object.entries(value)) walk(inner, `${at}/${key}`);
    };
    for (const { method, path, params, body } of endpoints)
      for (const schema of [params, body])
        walk(z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }), `${method} ${path}`);
    // Where one has read in the history; its places are counted further than anything else.
    expect(tooFar).toEqual(["POST /history/seen/properties/upTo: 9007199254740991"]);
  });

  it("changes nothing by reading", () => {
    for (const { method, access } of endpoints)
      if (method === "GET")
        expect([
          ...["read", "anyone", "studio.file", "students.join", "students.erase", "sections.write"],
          // What waits there lets somebody in, or is the director's to know.
          ...["staff.write", "settings.write", "plans.write"],
        ]).toContain(access);
  });
});

describe("what people read of a fault", () => {
  const wrong = [
    undefined,
    null,
    "",
    "x",
    "not a uuid",
    -1,
    0.5,
    1e9,
    true,
    [],
    [0],
    {},
    { name: 7 },
    "a".repeat(40_000),
  ];
  const OF_SCHEMAS = /invalid|expected|received|unrecognized|too (small|big)|uuid|zod|regex|undefined|NaN/i;

  it.each(endpoints.map(({ method, path, params, body }) => ({ method, path, schemas: [params, body] })))(
    "$method $path speaks plainly",
    ({ schemas }) => {
      const keys = (schema: Endpoint["body"]) =>
        Object.keys("shape" in schema ? (schema.shape as object) : {});
      for (const schema of schemas)
        for (const value of [
          ...wrong,
          ...wrong.map((one) => Object.fromEntries(keys(schema).map((key) => [key, one]))),
        ])
          for (const { message } of schema.safeParse(value).error?.issues ?? [])
            expect(message.replace("not as expected", "").replace("not written as expected", "")).not.toMatch(
              OF_SCHEMAS,
            );
    },
  );
});

describe("texts and dates", () => {
  it.each(["2027-02-30", "2027-2-3", "27-02-03", "2027-13-01", ""])("%s is no date", (text) => {
    expect(localDate.safeParse(text).success).toBe(false);
  });

  it("trims words and wants something in them", () => {
    expect(words(10).parse("  in time ")).toBe("in time");
    expect(words(10).safeParse("   ").success).toBe(false);
    expect(words(3).safeParse("four").error?.issues[0]?.message).toBe("At most 3 characters");
  });

  it("wants no phrase twice", () => {
    expect(phrases.safeParse(["one", "one "]).success).toBe(false);
  });

  it("takes a long password and a real time zone", () => {
    const studio = {
      studioName: "House",
      timeZone: "Europe/Lisbon",
      name: "Dir",
      email: "DIR@house.example",
      password: "0123456789ab",
    };
    expect(setup.parse(studio).email).toBe("dir@house.example");
    const paths = setup
      .safeParse({ ...studio, timeZone: "Moon/Sea", password: "short" })
      .error?.issues.map(({ path }) => path[0]);
    expect(paths).toEqual(["timeZone", "password"]);
  });
});

describe("a recap's text", () => {
  const paragraph = {
    type: "paragraph",
    content: [{ type: "text", text: "words", marks: [{ type: "bold" }] }],
  };
  const nested = (depth: number): unknown => ({
    type: "bulletList",
    content: [{ type: "listItem", content: [depth > 1 ? nested(depth - 1) : paragraph] }],
  });
  const doc = (...content: unknown[]) => recapDocument.safeParse({ type: "doc", content }).success;

  it("holds paragraphs, headings and lists four deep", () => {
    expect(doc(paragraph, { type: "heading", attrs: { level: 2 } }, nested(4))).toBe(true);
  });

  it.each([
    ["a heading of another size", { type: "heading", attrs: { level: 1 } }],
    ["a list five deep", nested(5)],
    ["a node it does not know", { type: "image", attrs: { src: "x" } }],
    [
      "a mark it does not know",
      { type: "paragraph", content: [{ type: "text", text: "x", marks: [{ type: "link" }] }] },
    ],
    ["text straight in a list", { type: "bulletList", content: [{ type: "text", text: "x" }] }],
  ])("refuses %s", (_, node) => {
    expect(doc(node)).toBe(false);
  });
});

it("gives the planner the chosen and the known figures in the order of the library, with what the plan wants", () => {
  const figures = ["c", "a", "b", "d"].map((id) => ({ id, name: id.toUpperCase() }) as FigureRecord);
  const rules = { weeks: 6, approachId: "whole-first" } as Level;
  const chosen = [{ ...choose("b", 2), worth: 9, wish: "must" as const, pieces: 2 }, choose("c")];
  const rest = { special: [], muted: [], away: [], held: [], notReached: [] };
  const level = toLevelPlan(rules, { chosen, known: ["a"], ...rest }, figures);
  expect(level.figures.map(({ id }) => id)).toEqual(["c", "a", "b"]);
  expect(level.figures[2]).toMatchObject({ name: "B", worth: 9, wish: "must", pieces: 2, pinned: false });
  expect(level.placements).toEqual([{ figureId: "b", week: 2 }]);
  expect(level.approach?.id).toBe("whole-first");
  expect(level.teachers).toBeUndefined();
});

it("gives the planner the pairs that a plan's figures are in, with each other and with what is known, each once", () => {
  const ids = ["a", "b", "c", "d", "e", "f"];
  const pairs = fc.uniqueArray(fc.tuple(fc.constantFrom(...ids), fc.constantFrom(...ids)), {
    selector: ([a, b]) => [a, b].sort().join(),
  });
  const some = fc.uniqueArray(fc.constantFrom(...ids));
  fc.assert(
    fc.property(pairs, some, some, (both, chosen, known) => {
      const alike = both
        .filter(([a, b]) => a !== b)
        .map(([a, b], at) => ({ a, b, likeness: 1 - at / 100, decides: null }));
      const plan = { chosen: chosen.map((id) => choose(id)), known, special: [], muted: [], away: [] };
      const rules = { weeks: 6, approachId: "whole-first" } as Level;
      const found = toLevelPlan(rules, { ...plan, held: [], notReached: [] }, [], { alike }).alike;
      const isUsed = (id: string) => chosen.includes(id) || known.includes(id);
      expect(found).toEqual(
        alike.filter(({ a, b }) => isUsed(a) && isUsed(b) && (chosen.includes(a) || chosen.includes(b))),
      );
    }),
  );
});

it("adds up the shares of a studio's own approach", () => {
  const half = { layer: "steps" as const, share: 0.5 };
  const own = {
    name: "Ours",
    reason: "",
    ages: [[half, { ...half, layer: "count" as const }]],
    returns: [3, 6],
    returnMinutes: 2,
  };
  expect(approachContent.safeParse(own).success).toBe(true);
  const short = approachContent.safeParse({ ...own, ages: [[half]] });
  expect(short.error?.issues[0]?.message).toBe("The shares of the first night add up to 1");
  expect(approachContent.safeParse({ ...own, returns: [3, 3] }).success).toBe(false);
});

it("describes errors so that they can be read", () => {
  expect(
    problem.safeParse({
      type: "urn:x",
      title: "T",
      status: 422,
      detail: "D",
      errors: [{ path: "a.0", message: "M" }],
    }).success,
  ).toBe(true);
  expect(problem.safeParse({ title: "T" }).success).toBe(false);
});

describe("things described field by field", () => {
  const id = "6a2c0a0e-6c2d-4c6f-9a51-1d6a0c3c2b11";
  it("are taken as they begin, once they have a name and a place", () => {
    const name = "New";
    expect(newLevel.safeParse({ ...startOf(LEVEL_FIELDS), danceId: id, name }).success).toBe(true);
    expect(newDance.safeParse({ ...startOf(DANCE_FIELDS), name }).success).toBe(true);
    const section = { ...startOf(SECTION_FIELDS), levelId: id, name, firstDate: "2027-02-15" };
    expect(sectionContent.safeParse(section).success).toBe(true);
    for (const [schema, start] of [
      [newLevel, startOf(LEVEL_FIELDS)],
      [newDance, startOf(DANCE_FIELDS)],
      [sectionContent, startOf(SECTION_FIELDS)],
    ] as const)
      expect(schema.safeParse(start).error?.issues.map(({ path }) => path[0])).toContain("name");
  });

  it("are taken from a page that was opened before a line was added, and never with one that is too long", () => {
    const { aim: _aim, ...older } = { ...startOf(LEVEL_FIELDS), danceId: id, name: "Old" };
    expect(newLevel.parse(older).aim).toBe("");
    const { error } = newLevel.safeParse({ ...older, aim: "x".repeat(301) });
    expect(error?.issues[0]).toMatchObject({ path: ["aim"], message: "At most 300 characters" });
  });

  it("give their names by sort, in order", () => {
    expect(namesOf(DANCE_FIELDS, "tick", "line")).toEqual(["freeTimed", "swung", "alone", "music"]);
    expect(namesOf(LEVEL_FIELDS, "maybe")).toEqual(["talkWeek", "bpm"]);
    for (const fields of [LEVEL_FIELDS, DANCE_FIELDS, SECTION_FIELDS])
      expect(Object.values(fields).every(({ label }) => /^[A-Z]/.test(label))).toBe(true);
  });
});

describe("how long the studio asks to be waited for", () => {
  it.each([1, 2.5, 20])("%d times as usual goes with each of its answers", (times) => {
    expect(patienceIn(oursWith(times))).toBe(times);
  });
  it("is as usual where nothing is said", () => {
    expect([patienceIn(null), patienceIn("here"), patienceIn("kept")]).toEqual([1, 1, 1]);
  });
});
