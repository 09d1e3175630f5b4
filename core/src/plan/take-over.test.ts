import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { changesBetween, type PlanParts, withTaken } from "./index.ts";

const WEEKS = 6;
const week = fc.integer({ min: 1, max: WEEKS });
const parts: fc.Arbitrary<PlanParts> = fc.record({
  chosen: fc.uniqueArray(
    fc.record({
      figureId: fc.constantFrom("basic", "turn", "dip", "walk"),
      week: fc.option(week),
      worth: fc.integer({ min: 1, max: 2 }),
    }),
    { selector: ({ figureId }) => figureId },
  ),
  special: fc.uniqueArray(fc.record({ week, kind: fc.constantFrom("cancelled", "routine", "check") }), {
    selector: (entry) => entry.week,
  }),
});
const keysOf = (changes: readonly { readonly key: string }[]) => new Set(changes.map(({ key }) => key));

describe("what one plan takes over from another", () => {
  it("leaves nothing different when all is taken, and nothing changed when nothing is", () => {
    fc.assert(
      fc.property(parts, parts, (other, own) => {
        const keys = keysOf(changesBetween(null, other, own, 0));
        expect(changesBetween(null, other, withTaken(other, own, keys), 0)).toEqual([]);
        expect(changesBetween(null, own, withTaken(other, own, new Set()), 0)).toEqual([]);
      }),
    );
  });

  it("takes what is named and nothing else, and leaves weeks without class alone", () => {
    fc.assert(
      fc.property(parts, parts, fc.nat(20), (other, own, at) => {
        const all = [...keysOf(changesBetween(null, other, own, 0))];
        const some = new Set(all.filter((_, index) => (at >> index) % 2 === 1));
        const next = withTaken(other, own, some);
        expect(keysOf(changesBetween(null, other, next, 0))).toEqual(
          new Set(all.filter((key) => !some.has(key))),
        );
        const cancelled = (plan: PlanParts) => plan.special.filter(({ kind }) => kind === "cancelled");
        expect(cancelled(next)).toEqual(cancelled(own).toSorted((a, b) => a.week - b.week));
      }),
    );
  });

  it("says in which of the two something was changed", () => {
    fc.assert(
      fc.property(parts, parts, parts, (base, other, own) => {
        for (const { by } of changesBetween(own, other, own, 0)) expect(by).toBe("other");
        for (const { by } of changesBetween(other, other, own, 0)) expect(by).toBe("own");
        const both = changesBetween(base, other, own, 0).filter(({ by }) => by === "both");
        const [theirs, ours] = [changesBetween(null, base, other, 0), changesBetween(null, base, own, 0)].map(
          keysOf,
        );
        const cancelled = new Set(
          [base, own, other].flatMap(({ special }) =>
            special.flatMap((entry) => (entry.kind === "cancelled" ? [`week:${entry.week}`] : [])),
          ),
        );
        for (const { key } of both)
          if (!cancelled.has(key)) expect([theirs?.has(key), ours?.has(key)]).toEqual([true, true]);
      }),
    );
  });

  it("alters no week that was taught", () => {
    fc.assert(
      fc.property(parts, parts, week, (other, own, taught) => {
        const free = changesBetween(null, other, own, taught).filter(({ held }) => held === null);
        const next = withTaken(other, own, keysOf(free));
        const past = (plan: PlanParts) => ({
          chosen: plan.chosen
            .flatMap((entry) =>
              entry.week !== null && entry.week <= taught ? [`${entry.figureId} ${entry.week}`] : [],
            )
            .sort(),
          special: plan.special.filter((entry) => entry.week <= taught).toSorted((a, b) => a.week - b.week),
        });
        expect(past(next)).toEqual(past(own));
      }),
    );
  });

  it("finds equal what is written in another order, as a database keeps it", () => {
    const one = { chosen: [{ figureId: "turn", week: 2, worth: 5 }], special: [] };
    const two = { chosen: [{ worth: 5, week: 2, figureId: "turn" }], special: [] };
    expect(changesBetween(one, two, one, 0)).toEqual([]);
  });
});
