import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { readingOf } from "../element/index.ts";
import { FIGURE_KINDS } from "../figure/index.ts";
import { lookupBeside, parseFigure } from "../notation/index.ts";
import { findCircle, proposeNeeds, type UnplacedFigure } from "./index.ts";

const BASIC = "leader\nrock step L, triple step L, triple step R\nfollower image";
const reading = readingOf(IN_FOUR);
const lookup = lookupBeside([{ name: "Basic", notation: BASIC }], reading, "");
const figure = (name: string, text: string | null, about: Partial<UnplacedFigure> = {}): UnplacedFigure => ({
  id: name.toLowerCase(),
  name,
  kind: "pattern",
  tier: 1,
  needs: [],
  variantOfId: null,
  steps: text === null ? null : parseFigure(text, reading, lookup).figure,
  ...about,
});
const basic = figure("Basic", BASIC, { kind: "basic" });
const box = figure("Box", "leader\nbox step L\nfollower opposite", { kind: "basic" });
const told = (figures: readonly UnplacedFigure[]) =>
  proposeNeeds(figures, IN_FOUR).map(({ figureId, needsId, why }) => `${figureId} ${why} ${needsId}`);

describe("needs that are proposed", () => {
  it("follow from what a figure is made of, and what it is a variant of", () => {
    const made = figure("Long", 'use "Basic"\nuse "Basic"');
    const single = figure("Single", "leader\nL side, touch\nfollower image", {
      kind: "basic",
      variantOfId: "basic",
    });
    expect(told([basic, box, made, single])).toEqual(["long uses basic", "single variant basic"]);
  });

  it("name the basic that a figure shares most with, with its beats", () => {
    const send = figure("Send", "leader\nrock step L, triple step L, walk R, walk L");
    expect(proposeNeeds([basic, box, send], IN_FOUR)).toEqual([
      {
        figureId: "send",
        needsId: "basic",
        why: "shares",
        text: "Send shares 4 beats with Basic, more than with any other basic.",
      },
    ]);
  });

  it("leave alone what needs something already, what has no steps, and basics", () => {
    const needing = figure("Send", "leader\nrock step L, triple step L", { needs: ["box"] });
    expect(told([basic, box, needing, figure("Only a name", null)])).toEqual([]);
  });

  it("give a turn that shares nothing a basic to come after", () => {
    const turn = figure("Spin", "leader\nkick L, stomp L\nfollower\nkick R, stomp R turn R 1/2", {
      kind: "turn",
    });
    expect(told([basic, turn])).toEqual(["spin kind basic"]);
  });

  test("never close a circle, and never name what follows already", () => {
    const any = fc.array(
      fc.record({
        kind: fc.constantFrom(...FIGURE_KINDS),
        steps: anyFigure,
        needs: fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 2 }),
        variant: fc.option(fc.integer({ min: 0, max: 5 })),
      }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(any, (made) => {
        const ids = made.map((_, at) => `f${at}`);
        const figures = made.map(
          ({ kind, steps, needs, variant }, at): UnplacedFigure => ({
            id: `f${at}`,
            name: `F${at}`,
            kind,
            tier: 1,
            needs: needs.filter((one) => one < at).map((one) => `f${one}`),
            variantOfId: variant !== null && variant < ids.length && variant !== at ? `f${variant}` : null,
            steps,
          }),
        );
        const proposed = proposeNeeds(figures, IN_FOUR);
        const all = new Map(
          figures.map(({ id, needs }) => [
            id,
            [...needs, ...proposed.filter(({ figureId }) => figureId === id).map(({ needsId }) => needsId)],
          ]),
        );
        for (const { id, needs } of figures) {
          expect(findCircle(all, id)).toBeNull();
          for (const one of proposed) if (one.figureId === id) expect(needs).not.toContain(one.needsId);
        }
      }),
      runs(100),
    );
  });
});
