import { HtmlRenderer, Parser } from "commonmark";
import fc from "fast-check";
import MarkdownIt from "markdown-it";
import { describe, expect, it, test } from "vitest";
import { runs } from "../../testing/runs.ts";
import { lessonToMarkdown } from "../lesson/index.ts";
import {
  bold,
  bullets,
  heading,
  paragraph,
  type RecapBlock,
  type RecapText,
  recapToMarkdown,
  text,
} from "./index.ts";

/** Two readers that have nothing in common but the specification; one of them knows tables and strikethrough too. */
const READERS: readonly ((markdown: string) => string)[] = [
  (markdown) => new HtmlRenderer().render(new Parser().parse(markdown)),
  (markdown) => new MarkdownIt().render(markdown),
];

const plain = (html: string): string =>
  html
    .replace(/<[^>]*>/g, "")
    .replace(/&quot;/g, '"')
    .replace(/&lt;/g, "<")
    .replace(/&gt;/g, ">")
    .replace(/&amp;/g, "&");

/** Pieces of text that Markdown would read as something else, beside words. */
const piece = fc.constantFrom(
  ...'1. |12) |- |+ |* |--- |=== |# |#|> |>|    |\t|&amp; |&#65;|&|*|**|_|__|~~|`|```|[a](b)|![a](b)|<b>|<http://a.b>|a|word|Wörter | |\\|\\\\|.|,|(|)|"|!|a | b|:--|:|é|“|”|💃| 5'.split(
    "|",
  ),
  "|",
  "| a |",
);
const anyText = fc.array(piece, { minLength: 1, maxLength: 6 }).map((pieces) => pieces.join(""));
const run = fc.record({
  type: fc.constant("text" as const),
  text: anyText,
  marks: fc.subarray([{ type: "bold" as const }, { type: "italic" as const }]),
});
const words = fc.array(run, { minLength: 1, maxLength: 4 });
const para = words.map((content) => ({ type: "paragraph" as const, content }));

describe("Markdown as other programs read it", () => {
  it("keeps words whose marks touch, also where bold and italic meet either", () => {
    const marked = (words: string, ...marks: ("bold" | "italic")[]): RecapText => ({
      type: "text",
      text: words,
      marks: marks.map((type) => ({ type })),
    });
    for (const runs of [
      [marked("a", "italic"), marked("b", "bold", "italic"), marked("1. ", "bold")],
      [marked("a", "bold", "italic"), marked("b", "italic"), marked("c", "bold", "italic")],
      [marked("a", "bold"), marked("b", "italic"), marked("c", "bold"), marked("d", "bold", "italic")],
    ]) {
      const markdown = recapToMarkdown("T", { type: "doc", content: [paragraph(...runs)] });
      const words = runs
        .map((run) => run.text)
        .join("")
        .trim();
      for (const read of READERS) expect(plain(read(markdown))).toContain(words);
    }
  });

  test("every text of a recap comes back as it was written, in a block of its kind", () => {
    const any: fc.Arbitrary<RecapBlock> = fc.oneof(
      para,
      words.map((content) => ({ type: "heading" as const, attrs: { level: 2 as const }, content })),
      fc
        .tuple(
          fc.constantFrom("bulletList" as const, "orderedList" as const),
          fc.array(fc.array(para, { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 3 }),
        )
        .map(([type, items]) => ({
          type,
          content: items.map((content) => ({ type: "listItem" as const, content })),
        })),
    );
    const textOf = (content: readonly RecapText[]) => content.map((one) => one.text).join("");
    const blocksOf = (block: RecapBlock): string[] => {
      if (block.type === "paragraph" || block.type === "heading")
        return [textOf((block.content ?? []) as readonly RecapText[])];
      if (block.type === "bulletList" || block.type === "orderedList")
        return block.content.flatMap((item) => item.content.flatMap((one) => blocksOf(one as RecapBlock)));
      return [];
    };
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 4 }), anyText, (content, title) => {
        const markdown = recapToMarkdown(title, { type: "doc", content });
        const written = [title, ...content.flatMap(blocksOf)].filter((one) => one !== "");
        for (const read of READERS) {
          const html = read(markdown);
          // Each text stands in a paragraph, a heading or a tight item of its own.
          const found = html
            .split(/<(?:\/?(?:p|h1|h2|li|ul|ol)(?: [^>]*)?)>/)
            .map(plain)
            .filter((one) => one !== "" && one !== "\n");
          expect(found.map((one) => one.replace(/^\n|\n$/g, ""))).toEqual(written);
          const count = (tag: string) => html.split(`<${tag}`).length - 1;
          expect(count("h2")).toBe(content.filter(({ type }) => type === "heading").length);
          expect(count("ul") + count("ol")).toBe(content.filter(({ type }) => /List/.test(type)).length);
          expect(count("pre") + count("code") + count("hr") + count("table") + count("a ")).toBe(0);
        }
      }),
      runs(2_000),
    );
  });

  test("what is bold is read as bold, whatever it touches", () => {
    const letters = fc.stringMatching(/^[a-zäé]{1,4}$/);
    const touching = fc.record({
      before: letters,
      strong: letters,
      after: letters,
      sign: fc.constantFrom("", "“", "!"),
    });
    fc.assert(
      fc.property(touching, ({ before, strong, after, sign }) => {
        const content = [text(before), bold(`${sign}${strong}${sign}`), text(after)];
        const markdown = recapToMarkdown("T", { type: "doc", content: [paragraph(...content)] });
        for (const read of READERS) {
          expect(plain(read(markdown))).toBe(`T\n${before}${sign}${strong}${sign}${after}\n`);
          expect(read(markdown)).toContain(`<strong>${strong}</strong>`);
        }
      }),
    );
  });

  it("keeps two paragraphs of an item apart, lists nested, and line breaks", () => {
    const broken = {
      type: "paragraph" as const,
      content: [text("a"), { type: "hardBreak" as const }, text("- b")],
    };
    const item = {
      type: "listItem" as const,
      content: [paragraph(text("one")), paragraph(text("two")), bullets([[text("in")]])],
    };
    const content = [{ type: "orderedList" as const, content: [item] }, broken, heading("x")];
    for (const read of READERS)
      expect(read(recapToMarkdown("T", { type: "doc", content })).replace(/\n/g, "")).toBe(
        "<h1>T</h1><ol><li><p>one</p><p>two</p><ul><li>in</li></ul></li></ol><p>a<br />- b</p><h2>x</h2>".replace(
          "<br />",
          read === READERS[0] ? "<br />" : "<br>",
        ),
      );
  });

  test("names and cues of a lesson come back as written", () => {
    fc.assert(
      fc.property(anyText, anyText, (name, cue) => {
        const part = {
          from: "19:30",
          minutes: 5,
          title: name,
          kind: "new",
          stages: [],
          others: [],
          cues: [cue],
          slips: [],
          cautions: [],
        };
        for (const read of READERS)
          expect(plain(read(lessonToMarkdown("T", "about", [part])))).toContain(`Say: ${cue}`.trimEnd());
      }),
    );
  });
});
