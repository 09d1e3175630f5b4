import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { anyFigure, IN_FOUR } from "../../testing/figures.ts";
import { runs } from "../../testing/runs.ts";
import { FIGURE_KINDS } from "../figure/index.ts";
import { parseFigure } from "../notation/index.ts";
import { ELEMENT_SORTS, elementsOf, programGaps, repertoire } from "./index.ts";

const steps = (text: string) => parseFigure(text).figure;
const BOX = steps('leader\n1 L side hold "closed"\n2 R close\n3 L side\n4 R close\nfollower mirror');
const OTHER_FOOT = steps('leader\n1 R side hold "closed"\n2 L close\n3 R side\n4 L close\nfollower mirror');
const TURNED = steps(
  'leader\n1 L side hold "open"\n2 R close turn R 1/2\n3 L side\n4 R close\nfollower mirror',
);

describe("elementsOf", () => {
  it("counts an element once, on whichever foot it begins", () => {
    const { elements, holds, counts } = elementsOf(BOX, IN_FOUR);
    expect([...elements]).toEqual(["step close"]);
    expect([...holds]).toEqual(["closed"]);
    expect([...counts]).toEqual(["4 beats: 1 2 3 4"]);
    expect(elementsOf(OTHER_FOOT, IN_FOUR)).toEqual(elementsOf(BOX, IN_FOUR));
  });
});

describe("repertoire", () => {
  it("counts figures and distinct elements week by week, what is brought along first", () => {
    const { weeks, adds } = repertoire({
      dance: IN_FOUR,
      weeks: 3,
      known: [{ id: "box", kind: "basic", steps: BOX }],
      taught: [
        { id: "other", kind: "basic", steps: OTHER_FOOT, week: 1 },
        { id: "turned", kind: "turn", steps: TURNED, week: 3 },
        { id: "drill", kind: "technique", steps: null, week: 3 },
        { id: "box", kind: "basic", steps: BOX, week: 3 },
        { id: "never", kind: "basic", steps: BOX, week: 9 },
      ],
    });
    expect(weeks.map(({ figures, newFigures }) => [figures, newFigures])).toEqual([
      [1, 1],
      [2, 1],
      [2, 0],
      [4, 2],
    ]);
    expect(weeks[1]?.newElements).toEqual({ elements: 0, holds: 0, counts: 0 });
    expect(weeks[3]?.newElements).toEqual({ elements: 0, holds: 1, counts: 0 });
    expect(weeks[3]?.byKind).toMatchObject({ basic: 2, turn: 1, technique: 1 });
    expect(adds.figures).toBe(3);
  });

  test("never shrinks, adds up, and does not depend on the order within a week", () => {
    const level = fc.record({
      dance: fc.constant(IN_FOUR),
      weeks: fc.integer({ min: 1, max: 6 }),
      known: fc.constant([]),
      taught: fc.array(
        fc.record({
          id: fc.stringMatching(/^[a-e]$/),
          kind: fc.constant(FIGURE_KINDS[0]),
          steps: fc.option(anyFigure),
          week: fc.integer({ min: 1, max: 6 }),
        }),
        { maxLength: 6 },
      ),
    });
    fc.assert(
      fc.property(level, (one) => {
        const unlike = [...new Map(one.taught.map((figure) => [figure.id, figure])).values()];
        const counted = repertoire({ ...one, taught: unlike });
        expect(repertoire({ ...one, taught: unlike.toReversed() })).toEqual(counted);
        for (const [index, week] of counted.weeks.slice(1).entries()) {
          const before = counted.weeks[index];
          expect(week.figures).toBe((before?.figures ?? 0) + week.newFigures);
          for (const sort of ELEMENT_SORTS)
            expect(week.elements[sort]).toBe((before?.elements[sort] ?? 0) + week.newElements[sort]);
          expect(Object.values(week.byKind).reduce((sum, count) => sum + count, 0)).toBe(week.figures);
        }
      }),
      runs(60),
    );
  });
});

describe("programGaps", () => {
  const library = [
    { id: "home", tier: 1, needs: [] },
    { id: "pass", tier: 1, needs: ["home"] },
    { id: "spin", tier: 2, needs: ["pass", "spot"] },
    { id: "spot", tier: 1, needs: [] },
    { id: "goal", tier: 4, needs: ["spin"] },
  ] as const;
  it("names what is needed and taught nowhere before, what nobody teaches, and what is taught twice", () => {
    const levels = [
      { id: "one", figureIds: ["home", "pass"], after: [] },
      { id: "two", figureIds: ["spin", "pass"], after: ["one"] },
    ];
    expect(programGaps(levels, library)).toEqual({
      missing: [{ levelId: "two", figureId: "spin", needsId: "spot" }],
      untaught: ["spot"],
      repeats: [{ figureId: "pass", levelId: "two", beforeId: "one" }],
    });
  });

  it("takes no level for known that does not come before", () => {
    const apart = [
      { id: "one", figureIds: ["home"], after: [] },
      { id: "other", figureIds: ["pass"], after: [] },
    ];
    expect(programGaps(apart, library).missing).toEqual([
      { levelId: "other", figureId: "pass", needsId: "home" },
    ]);
    expect(programGaps([], library)).toEqual({ missing: [], untaught: [], repeats: [] });
  });
});
