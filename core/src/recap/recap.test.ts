import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../testing/figures.ts";
import { LAYERS } from "../figure/index.ts";
import { type LogEntry, readLog } from "../lesson/index.ts";
import { parseFigure } from "../notation/index.ts";
import {
  blocksFor,
  bold,
  bullets,
  type CoveredFigure,
  catchUp,
  draftRecap,
  handover,
  heading,
  paragraph,
  type RecapFigure,
  type RecapLevel,
  type RecapLog,
  recapToMarkdown,
  recapToText,
  ribbonBlock,
  sayableTo,
  text,
} from "./index.ts";

const STEPS = parseFigure(
  'leader\n1 L side hold "open" lead "lift the left hand"\n2 R close\nfollower mirror',
).figure;
const figure = (name: string, about: Partial<RecapFigure> = {}): RecapFigure => ({
  id: name.toLowerCase(),
  name,
  steps: null,
  cues: [],
  slips: [],
  cautions: [],
  ...about,
});
const level = (figures: readonly RecapFigure[], about: Partial<RecapLevel> = {}): RecapLevel => ({
  figures,
  dancedIds: [],
  nextIds: [],
  alike: [],
  bpm: null,
  dance: IN_FOUR,
  ...about,
});
const covered = (name: string, about: Partial<CoveredFigure> = {}): CoveredFigure => ({
  figureId: name.toLowerCase(),
  fresh: true,
  inFull: true,
  layer: "partner",
  ...about,
});
const EMPTY: RecapLog = { covered: [], unfinishedIds: [], struggledIds: [], promises: [] };
const markdown = (...input: Parameters<typeof draftRecap>) =>
  recapToMarkdown("Week 2", { type: "doc", content: draftRecap(...input) });

describe("draftRecap", () => {
  const library = [
    figure("Window", {
      steps: STEPS,
      cues: ["Look through it"],
      slips: ["Hands too far apart"],
      cautions: ["Arms in front"],
    }),
    figure("Basic", { steps: STEPS, cues: ["Small feet"] }),
    figure("Wrap"),
    figure("Hook"),
  ];

  it("writes what was covered in the order students read it, and what comes", () => {
    const written = markdown(
      {
        covered: [covered("Window"), covered("Basic", { fresh: false, layer: null })],
        unfinishedIds: ["hook"],
        struggledIds: [],
        promises: [],
      },
      level(library, {
        nextIds: ["wrap"],
        alike: [{ a: "window", b: "basic", decides: "2" }],
        bpm: 100,
      }),
    );
    expect(written).toBe(`# Week 2

## New tonight

**Window**: counts 1 2. Look through it.

> Window: 1 2

## Came back

- **Basic**: Small feet

## Not to be confused

- **Window or Basic**: the same but for 2

## How to lead it

- **Window**: Say: side, close. Give: on 1 lift the left hand. Feet: 1 left side, hold open; 2 right close.

## How to follow it

- **Window**: Say: side, close. Wait for: on 1 lift the left hand. Feet: 1 right side, hold open; 2 left close.

## The whole chain

1. **Window**: 1 2
2. **Basic**: 1 2

It goes round: the first follows the last. Slow at 60 beats a minute, then at 100.

## Watch for

- **Window**: Hands too far apart

## Options and rescues

- **Window**: goes on to Basic
- Lost the count? Stand still together, breathe, and begin again on the next 1.

## Take care

- **Window**: Arms in front

## Practise at home

- **Window**: leaders dance it alone and name each lead a count before it comes; followers dance it alone and wait for an imagined lead before each change of direction (4 min)

Warm up first, stop at pain, and dance only what both partners agree to.

## Next week

- **Hook**: we finish it first
- **Wrap**: new
`);
  });

  it("tells the class what was promised and what was hard, and names nobody", () => {
    const written = markdown(
      {
        ...EMPTY,
        covered: [covered("Window")],
        struggledIds: ["window"],
        promises: sayableTo(["A slow song", "Shoes for Ana-Lee", "the ANA tape"], ["Ana-Lee Vell", "Bo Li"]),
      },
      level(library),
    );
    expect(written).toContain("**Window**: hard for some tonight, so take it slowly: ");
    expect(written).toContain("## Promised\n\n- A slow song.\n");
    expect(written).not.toContain("Ana");
  });

  it("says nothing of feet that nobody wrote", () => {
    const steps = parseFigure('leader\n1 L side lead "raise the hand"\n2 R close').figure;
    const written = markdown(
      { ...EMPTY, covered: [covered("Window")] },
      level([figure("Window", { steps })]),
    );
    expect(written).toContain("**Window**: Wait for: on 1 raise the hand.\n");
    expect(written).not.toContain("Feet: .");
  });

  it("says so when a figure was only begun", () => {
    const log = (about: Partial<CoveredFigure>) => ({ ...EMPTY, covered: [covered("Window", about)] });
    expect(markdown(log({ inFull: false }), level(library))).toContain("**Window (begun)**");
    expect(markdown(log({ inFull: false, fresh: false }), level(library))).toContain("**Window (in part)**");
  });

  it("speaks in the house's words, and is empty when nothing was covered and nothing comes", () => {
    const house = { safePractice: "Slowly.", lost: "Back to the basic." };
    const written = markdown({ ...EMPTY, covered: [covered("Window")] }, level(library), house);
    expect(written).toContain("Slowly.");
    expect(written).toContain("Back to the basic.");
    expect(draftRecap(EMPTY, level(library))).toEqual([]);
  });

  test("names what was danced and no other figure before the look ahead, and loses no caution", () => {
    const figures = fc.uniqueArray(
      fc.record({
        at: fc.nat({ max: 99 }),
        was: fc.constantFrom("covered", "danced before", "planned", "unfinished"),
        fresh: fc.boolean(),
        steps: fc.constantFrom(STEPS, null),
        layer: fc.constantFrom(...LAYERS, null),
      }),
      { selector: ({ at }) => at, maxLength: 9 },
    );
    fc.assert(
      fc.property(figures, (all) => {
        const name = (at: number) => `Figure<${at}>`;
        const id = (at: number) => name(at).toLowerCase();
        const of = (was: string) => all.filter((one) => one.was === was);
        const made = all.map(({ at, steps }) => figure(name(at), { steps, cautions: [`Caution<${at}>`] }));
        const pairs = all.flatMap((a) => all.map((b) => ({ a: id(a.at), b: id(b.at), decides: "2" })));
        const blocks = draftRecap(
          {
            ...EMPTY,
            covered: of("covered").map(({ at, fresh, layer }) => covered(name(at), { fresh, layer })),
            unfinishedIds: of("unfinished").map(({ at }) => id(at)),
          },
          level(made, {
            dancedIds: of("danced before").map(({ at }) => id(at)),
            nextIds: of("planned").map(({ at }) => id(at)),
            alike: pairs,
          }),
        );
        const lookAhead = blocks.findIndex((block) => JSON.stringify(block).includes("Next week"));
        const before = JSON.stringify(lookAhead < 0 ? blocks : blocks.slice(0, lookAhead));
        for (const { at } of of("covered")) {
          expect(before).toContain(name(at));
          expect(before).toContain(`Caution<${at}>`);
        }
        for (const { at } of [...of("planned"), ...of("unfinished")]) expect(before).not.toContain(name(at));
      }),
    );
  });
});

describe("a recap for one role", () => {
  it("leaves out what stands under a heading of the other", () => {
    const blocks = [
      heading("For all"),
      heading("How to lead it", 2, "leader"),
      paragraph(text("lead")),
      heading("How to follow it", 2, "follower"),
      paragraph(text("follow")),
      heading("Watch for"),
    ];
    expect(blocksFor(blocks, "leader")).toEqual([blocks[0], blocks[1], blocks[2], blocks[5]]);
    expect(blocksFor(blocks, "follower")).toEqual([blocks[0], blocks[3], blocks[4], blocks[5]]);
    expect(blocksFor(blocks, null)).toEqual(blocks);
  });
});

describe("handover", () => {
  let made = 0;
  const entry = (kind: LogEntry["kind"], target: string, value: LogEntry["value"]) =>
    ({ id: `e${made++}`, kind, target, value, after: null, at: "2027-02-15T20:00:00Z" }) as LogEntry;
  const part = (id: string, about: object = {}) => ({
    id,
    title: `Figure ${id}`,
    figureId: id,
    isNew: true,
    layers: [{ layer: "steps" }, { layer: "partner" }],
    minutes: 10,
    ...about,
  });
  const log = readLog([
    entry("mark", "a", { covered: "done", reached: null }),
    entry("spent", "a", { seconds: 720 }),
    entry("mark", "b", { covered: "part", reached: "steps" }),
    entry("attendance", "ana", { present: false }),
    entry("attendance", "bo", { present: true }),
    entry("remark", "r1", { kind: "struggled", text: "The & is rushed", figureId: null }),
    entry("remark", "r2", { kind: "promised", text: "A slow song", figureId: null }),
  ]);
  const students = [
    { id: "ana", name: "Ana", role: "leader" as const },
    { id: "bo", name: "Bo", role: "follower" as const },
    { id: "cy", name: "Cy", role: "leader" as const },
  ];

  it("says where the class stands, who struggled, what was promised, who missed it and what that means", () => {
    const written = recapToMarkdown("Handover", {
      type: "doc",
      content: handover(log, { parts: [part("a"), part("b"), part("c")], students, next: ["Wrap"] }),
    });
    expect(written).toContain("2 of 3 were there, 1 of them a leader.");
    expect(written).toContain("**Figure a**: done, as far as partner, 12 of 10 min");
    expect(written).toContain("**Figure b**: begun, as far as steps");
    expect(written).toContain("**Figure c**: not done");
    expect(written).toContain("## Unfinished\n\n- Figure b\n- Figure c");
    expect(written).toContain("## Who struggled\n\n- The & is rushed");
    expect(written).toContain("## Promised\n\n- A slow song");
    expect(written).toContain("**Ana**: Figure a: dance it alone and name each lead");
    expect(written).toContain("## New next week\n\n- Wrap");
  });

  it("lists a figure that had two parts once, with what both came to", () => {
    const two = readLog([
      entry("mark", "a", { covered: "done", reached: null }),
      entry("mark", "a2", { covered: "part", reached: "partner" }),
      entry("spent", "a", { seconds: 300 }),
      entry("spent", "a2", { seconds: 240 }),
    ]);
    const parts = [part("a"), part("a2", { figureId: "a", title: "Figure a" })];
    const written = recapToMarkdown("Handover", {
      type: "doc",
      content: handover(two, { parts, students: [], next: [] }),
    });
    expect(written.match(/Figure a/g)).toHaveLength(2);
    expect(written).toContain("- **Figure a**: begun, as far as partner, 9 of 20 min");
    expect(written).toContain("## Unfinished\n\n- Figure a\n");
  });

  it("asks those who missed it for what was new and reached, no more", () => {
    expect(catchUp(log, [part("a"), part("c"), part("b", { isNew: false })], "follower")).toEqual([
      "Figure a: dance it alone and wait for an imagined lead before each change of direction (4 min)",
    ]);
    expect(handover(readLog([]), { parts: [], students, next: [] })).toEqual([]);
  });
});

describe("recapToMarkdown", () => {
  const write = (...blocks: Parameters<typeof recapToMarkdown>[1]["content"][number][]) =>
    recapToMarkdown("T", { type: "doc", content: blocks });

  it("keeps what looks like markup as plain text", () => {
    expect(write(paragraph(text("2 * 3 _is_ [six](x) `y` # 1")))).toContain(
      "2 \\* 3 \\_is\\_ \\[six\\](x) \\`y\\` \\# 1",
    );
  });

  it("puts the marks round the words, not round the spaces", () => {
    expect(write(paragraph(bold(" strong "), text("weak")))).toContain("\n&#32;**strong** weak\n");
  });

  it("nests lists and keeps line breaks", () => {
    const inner = bullets([[text("inner")]]);
    const outer = {
      type: "orderedList" as const,
      content: [{ type: "listItem" as const, content: [paragraph(text("outer")), inner] }],
    };
    expect(write(outer)).toContain("1. outer\n   - inner");
    expect(write({ type: "paragraph", content: [text("a"), { type: "hardBreak" }, text("b")] })).toContain(
      "a\\\nb",
    );
    expect(write(heading("Head"))).toContain("## Head");
    expect(write(ribbonBlock("id", "Pass", "1 & 2"))).toContain("> Pass: 1 & 2");
  });
});

describe("recapToText", () => {
  it("leaves out all signs of formatting but the order of lists", () => {
    const inner = bullets([[text("inner")]]);
    const outer = {
      type: "orderedList" as const,
      content: [{ type: "listItem" as const, content: [paragraph(bold("outer")), inner] }],
    };
    const content = [heading("Head"), outer, ribbonBlock("id", "Pass", "1 2"), paragraph(text("2 * 3"))];
    expect(recapToText("T", { type: "doc", content })).toBe(
      "T\n\nHead\n\n1. outer\n  – inner\n\n[ribbon] Pass\n\n2 * 3",
    );
  });
});
