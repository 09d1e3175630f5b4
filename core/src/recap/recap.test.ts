import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { LAYERS } from "../figure/index.ts";
import {
  bold,
  bullets,
  type CoveredFigure,
  draftRecap,
  heading,
  paragraph,
  recapToMarkdown,
  text,
} from "./index.ts";

const covered = (about: Partial<CoveredFigure>): CoveredFigure => ({
  name: "Window",
  fresh: true,
  inFull: true,
  layer: "partner",
  counts: "& 1 2 3",
  cues: ["Look through it"],
  slips: [],
  cautions: [],
  ...about,
});
const markdown = (input: Parameters<typeof draftRecap>[0]) =>
  recapToMarkdown("Week 2", { type: "doc", content: draftRecap(input) });

describe("draftRecap", () => {
  it("writes what was new, what came back, slips, cautions, practice and what comes", () => {
    const text = markdown({
      covered: [
        covered({ slips: ["Hands too far apart"], cautions: ["Arms in front"] }),
        covered({ name: "Basic", fresh: false, layer: null, cues: ["Small feet"] }),
      ],
      next: ["Wrap"],
      unfinished: ["Hook"],
    });
    expect(text).toBe(`# Week 2

## New tonight

- **Window**: counts & 1 2 3. Look through it.

## Came back

- **Basic**: Small feet

## Watch for

- **Window**: Hands too far apart

## Take care

- **Window**: Arms in front

## Practise at home

- **Window**: dance your own part without a partner and name each lead as it comes, three minutes

Warm up first, stop at pain, and dance only what both partners agree to.

## Next week

- **Hook**: we finish it first
- **Wrap**: new
`);
  });

  it("says so when a figure was only begun", () => {
    expect(markdown({ covered: [covered({ inFull: false })], next: [], unfinished: [] })).toContain(
      "**Window (begun)**",
    );
    const back = covered({ inFull: false, fresh: false });
    expect(markdown({ covered: [back], next: [], unfinished: [] })).toContain("**Window (in part)**");
  });

  it("is empty when nothing was covered and nothing comes", () => {
    expect(draftRecap({ covered: [], next: [], unfinished: [] })).toEqual([]);
  });

  test("names what was covered and no other figure before the look ahead, and loses no caution", () => {
    const figures = fc.uniqueArray(
      fc.record({ at: fc.nat({ max: 999 }), fresh: fc.boolean(), layer: fc.constantFrom(...LAYERS, null) }),
      { selector: ({ at }) => at, maxLength: 8 },
    );
    fc.assert(
      fc.property(
        figures,
        fc.uniqueArray(fc.integer({ min: 1000, max: 1999 }), { maxLength: 4 }),
        (danced, ahead) => {
          const list = danced.map(({ at, fresh, layer }) =>
            covered({ name: `Figure<${at}>`, fresh, layer, cautions: [`Caution<${at}>`] }),
          );
          const blocks = draftRecap({
            covered: list,
            next: ahead.map((at) => `Figure<${at}>`),
            unfinished: [],
          });
          const lookAhead = blocks.findIndex((block) => JSON.stringify(block).includes("Next week"));
          const before = JSON.stringify(lookAhead < 0 ? blocks : blocks.slice(0, lookAhead));
          for (const { name, cautions } of list) {
            expect(before).toContain(name);
            expect(before).toContain(cautions[0]);
          }
          for (const at of ahead) expect(before).not.toContain(`Figure<${at}>`);
        },
      ),
    );
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
    expect(write(paragraph(bold(" strong "), text("weak")))).toContain(" **strong** weak");
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
  });
});
