import { choose } from "@map-step/contract";
import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import {
  AT_FIRST,
  figuresIn,
  inWeeks,
  type PlannerAction,
  plannerAfter,
  weekPulledTo,
  weeksAfterMove,
} from "./planner-state.ts";
import { movesBetween, withPlacements } from "./proposal.ts";

const stateAfter = (...actions: PlannerAction[]) => actions.reduce(plannerAfter, AT_FIRST);
const pick = (figureId: string, more = false): PlannerAction => ({ kind: "selectFigure", figureId, more });

describe("what is selected", () => {
  it("is one figure after the other, or several with more, or a week", () => {
    expect(figuresIn(stateAfter(pick("a"), pick("b")).selection)).toEqual(["b"]);
    expect(figuresIn(stateAfter(pick("a"), pick("b", true)).selection)).toEqual(["a", "b"]);
    expect(figuresIn(stateAfter(pick("a"), pick("b", true), pick("a", true)).selection)).toEqual(["b"]);
    expect(figuresIn(stateAfter(pick("a"), pick("a")).selection)).toEqual(["a"]);
    expect(figuresIn(stateAfter(pick("a"), { kind: "select", selection: { week: 3 } }).selection)).toEqual(
      [],
    );
    expect(
      figuresIn(stateAfter({ kind: "select", selection: { week: 3 } }, pick("a", true)).selection),
    ).toEqual(["a"]);
  });

  it("stays while strands are pulled and tools are open; comparing closes the tool", () => {
    const weeks = new Map([["a", 2]]);
    const pulled = stateAfter(pick("a"), { kind: "drag", weeks }, { kind: "open", tool: "kept" });
    expect(pulled).toMatchObject({ drag: weeks, tool: "kept", compared: null });
    expect(figuresIn(pulled.selection)).toEqual(["a"]);
    const proposal = {
      title: "Other",
      taken: "“Other”",
      content: { chosen: [], special: [], muted: [], away: [] },
      why: new Map(),
      left: [],
    };
    expect(plannerAfter(pulled, { kind: "compare", proposal })).toMatchObject({
      tool: null,
      compared: proposal,
    });
  });
});

describe("moving figures", () => {
  const entry = (id: string, week: number | null, pinned = false) => ({ ...choose(id, week), pinned });
  const chosen = [
    entry("taught", 2),
    entry("a", 4),
    entry("b", 6),
    entry("pin", 5, true),
    entry("waits", null),
  ];
  const term = { weeks: 8, taught: 3 };
  const all = chosen.map(({ figureId }) => figureId);

  it.each([
    ["a figure by itself", ["b"], "a", 7, { a: 7 }],
    ["several as far as the one that is pulled", ["a", "b"], "a", 6, { a: 6, b: 8 }],
    ["none past the last week or into what is taught", ["a", "b"], "b", 4, { a: 4, b: 4 }],
    ["all of them out of their weeks", ["a", "b"], "a", 0, { a: 0, b: 0 }],
    ["neither pinned ones nor those that are taught", all, "a", 5, { a: 5, b: 7, waits: 0 }],
    [
      "one that waits into a week, and no other that waits with it",
      ["waits", "a"],
      "waits",
      4,
      { waits: 4, a: 8 },
    ],
    ["nobody pinned, also when it is the one pulled", [], "pin", 7, {}],
  ] as const)("takes %s", (_what, together, figureId, to, weeks) => {
    expect(Object.fromEntries(weeksAfterMove(chosen, together, figureId, to, term))).toEqual(weeks);
  });

  test("changes the weeks of what moves, never what is taught or pinned, and keeps every entry", () => {
    const plan = fc.array(
      fc.record({
        week: fc.option(fc.integer({ min: 1, max: 8 })),
        pinned: fc.boolean(),
        selected: fc.boolean(),
      }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(plan, fc.nat(), fc.nat({ max: 8 }), fc.nat({ max: 7 }), (list, which, to, taught) => {
        const entries = list.map(({ week, pinned }, at) => entry(`f${at}`, week, pinned));
        const selected = list.flatMap((one, at) => (one.selected ? [`f${at}`] : []));
        const figureId = `f${which % list.length}`;
        const weeks = weeksAfterMove(entries, selected, figureId, to, { weeks: 8, taught });
        const next = inWeeks(entries, weeks);
        expect(next.map((one) => one.figureId)).toEqual(entries.map((one) => one.figureId));
        for (const [at, one] of next.entries()) {
          const before = entries[at];
          if (!before) throw new Error("an entry is gone");
          const stays = before.pinned || (before.week !== null && before.week <= taught);
          if (stays || !weeks.has(one.figureId)) expect(one).toEqual(before);
          else if (one.figureId !== figureId && one.week !== null) {
            expect(one.week).toBeGreaterThan(taught);
            expect(one.week).toBeLessThanOrEqual(8);
          }
        }
        const moved = movesBetween(entries, next).map((one) => one.figureId);
        expect(moved.every((id) => weeks.has(id))).toBe(true);
      }),
    );
  });

  it.each([
    [4, 0, 4],
    [4, 49, 4],
    [4, 51, 5],
    [4, -260, 4],
    [4, -460, 0],
    [7, 500, 8],
    [0, 260, 4],
    [0, 460, 5],
  ])("pulls a strand from week %d by %d pixels to week %d", (from, by, to) => {
    // Columns of 100 pixels; three weeks are taught. A waiting strand stands half a column before week 1.
    expect(weekPulledTo(from, by, 100, { weeks: 8, taught: 3 })).toBe(to);
  });

  it("puts placements into the entries, and lets wait what has none", () => {
    const placed = withPlacements(chosen, [{ figureId: "waits", week: 8 }]);
    expect(placed.map(({ week }) => week)).toEqual([null, null, null, null, 8]);
    expect(movesBetween(chosen, placed).map(({ figureId, from, to }) => [figureId, from, to])).toEqual([
      ["taught", 2, null],
      ["a", 4, null],
      ["pin", 5, null],
      ["b", 6, null],
      ["waits", null, 8],
    ]);
  });
});
