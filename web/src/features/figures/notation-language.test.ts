import { CompletionContext } from "@codemirror/autocomplete";
import { ensureSyntaxTree } from "@codemirror/language";
import { EditorState } from "@codemirror/state";
import { DANCE_FIELDS, startOf } from "@map-step/contract";
import { elementSet } from "@map-step/core/element";
import { DIRECTIONS, FREE_ACTIONS, parseFigure, WEIGHT_ACTIONS } from "@map-step/core/notation";
import { describe, expect, it } from "vitest";
import { notationCompletion, notationLanguage } from "./notation-language.ts";

const ELEMENTS = elementSet(startOf(DANCE_FIELDS));
const complete = notationCompletion(() => ["Foundation step", "Side basic"]);

/** What is offered at the end of a text, and from where it is replaced. */
function offered(text: string, explicit = false) {
  const state = EditorState.create({ doc: text });
  const result = complete(new CompletionContext(state, text.length, explicit));
  return result ? { from: result.from, labels: result.options.map(({ label }) => label) } : null;
}

describe("what is offered while steps are typed", () => {
  it("at the beginning of a line are roles and lines of their own", () => {
    expect(offered("le")).toMatchObject({ from: 0 });
    expect(offered("le")?.labels).toEqual([
      "leader",
      "follower",
      "solo",
      "follower opposite",
      "follower image",
      "beats",
      "free",
      "omit",
      "use",
    ]);
    expect(offered("leader\nfol")?.from).toBe(7);
    expect(offered("1 L side; fol")?.labels).toContain("follower");
  });

  it("after a count are feet and actions, after a foot actions only", () => {
    expect(offered("leader\n1 s")?.labels).toEqual(expect.arrayContaining(["L", "R", "both", "side"]));
    const actions = offered("1 L s")?.labels;
    expect(actions).toEqual([...WEIGHT_ACTIONS, ...FREE_ACTIONS]);
    expect(offered("3& R cro")?.from).toBe(5);
    expect(offered("S L f")?.labels).toContain("forward");
  });

  it("after an action is what may belong to it; directions only where it takes one", () => {
    const kick = offered("1 L kick ", true)?.labels ?? [];
    expect(kick).toEqual(expect.arrayContaining([...DIRECTIONS, "turn R 1/2", "small", "hold"]));
    const side = offered("1 L side ", true)?.labels ?? [];
    expect(side).toEqual(expect.arrayContaining(["turn L 1/4", "long", "lead"]));
    expect(side).not.toContain("forward");
    expect(offered("1 L k fo")?.labels).toContain("forward");
    expect(offered("1 L kick forward tu")?.labels).not.toContain("back");
  });

  it("in the quotes of a use line are the figures of the dance, in other quotes nothing", () => {
    expect(offered('use "Fou')).toEqual({ from: 5, labels: ["Foundation step", "Side basic"] });
    expect(offered('1 L side hold "op')).toBeNull();
    expect(offered('1 L side hold "open" l')?.labels).toContain("long");
  });

  it("is nothing before a word is begun, unless it is asked for, and nothing on a line that is none", () => {
    expect(offered("")).toBeNull();
    expect(offered("", true)?.labels).toContain("leader");
    expect(offered("1 L ")).toBeNull();
    expect(offered("1 L ", true)?.labels).toContain("side");
    expect(offered("hello wor")).toBeNull();
  });

  it("reads as steps when it is taken", () => {
    const texts = [
      ...(offered("leader\n1 L s")?.labels ?? []).map((action) => `leader\n1 L ${action}`),
      ...(offered("leader\n1 L side t")?.labels ?? [])
        .filter((label) => !["hold", "lead", "cue"].includes(label))
        .map((more) => `leader\n1 L side ${more}`),
    ];
    expect(texts.length).toBeGreaterThan(25);
    for (const text of texts) expect(parseFigure(text).faults, text).toEqual([]);
  });
});

describe("the colours of a text", () => {
  /** The words of a text that have a colour, with the sort of each. */
  function coloured(text: string) {
    const state = EditorState.create({ doc: text, extensions: [notationLanguage(() => ELEMENTS)] });
    const words: string[] = [];
    ensureSyntaxTree(state, text.length, 5000)?.iterate({
      enter: ({ name, from, to }) => {
        if (name !== "Document") words.push(`${name} ${text.slice(from, to)}`);
      },
    });
    return words;
  }

  it("tell counts, feet, actions, what belongs to them and what is said", () => {
    expect(coloured('leader\n1& L side turn R 1/2 hold "open one"\nfollower mirror')).toEqual([
      "heading leader",
      "number 1&",
      "atom L",
      "keyword side",
      "propertyName turn",
      "atom R",
      expect.stringMatching(/hold$/),
      'string "open one"',
      "heading follower",
      "heading mirror",
    ]);
    expect(coloured("rock step, 3 triple step R # soft")).toEqual([
      "className rock step",
      "number 3",
      "className triple step",
      "atom R",
      "comment # soft",
    ]);
    expect(coloured("1 grapevine; 5 L rock")).toEqual([
      "number 1",
      "className grapevine",
      "number 5",
      "atom L",
      expect.stringMatching(/ rock$/),
    ]);
    expect(coloured("2 r tap")).toEqual(["number 2", "atom r", "typeName tap"]);
    expect(coloured("1 L sied; S R f")).toEqual(["number 1", "atom L", "number S", "atom R", "keyword f"]);
  });
});
