import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { rotation, waitsIn } from "./index.ts";

const numbers = fc.integer({ min: 1, max: 12 });
/** How many there are of each role, how many rounds are danced, and a seed. */
const evening = fc.tuple(numbers, numbers, fc.integer({ min: 1, max: 30 }), fc.nat());
const spread = (counts: readonly number[]): number => Math.max(...counts) - Math.min(...counts);

describe("rotation", () => {
  test("everybody dances with one partner or waits, and waits at most once more than anybody else", () => {
    fc.assert(
      fc.property(evening, ([leaders, followers, rounds, seed]) => {
        const all = rotation(leaders, followers, rounds, seed);
        expect(all).toHaveLength(rounds);
        const many = Math.max(leaders, followers);
        for (const { couples, waiting } of all) {
          expect(new Set(couples.map(([leader]) => leader)).size).toBe(couples.length);
          expect(new Set(couples.map(([, follower]) => follower)).size).toBe(couples.length);
          expect(couples).toHaveLength(Math.min(leaders, followers));
          const larger = couples.map(([leader, follower]) => (leaders >= followers ? leader : follower));
          expect([...larger, ...waiting].sort((a, b) => a - b)).toEqual(
            Array.from({ length: many }, (_, i) => i),
          );
        }
        expect(spread(waitsIn(all, many))).toBeLessThanOrEqual(1);
      }),
    );
  });

  test("nobody meets a partner again before it must be", () => {
    fc.assert(
      fc.property(evening, ([leaders, followers, rounds, seed]) => {
        const met = new Map<string, number>();
        for (const { couples } of rotation(leaders, followers, rounds, seed))
          for (const couple of couples) met.set(String(couple), (met.get(String(couple)) ?? 0) + 1);
        expect(Math.max(...met.values())).toBeLessThanOrEqual(
          Math.ceil(rounds / Math.max(leaders, followers)),
        );
      }),
    );
  });

  test("over a term nobody waits more than once more than anybody else, whenever an evening ends", () => {
    const evenings = fc.array(fc.integer({ min: 1, max: 15 }), { maxLength: 12 });
    fc.assert(
      fc.property(numbers, numbers, evenings, fc.nat(), (leaders, followers, lessons, seed) => {
        const many = Math.max(leaders, followers);
        let waited: number[] = Array(many).fill(0);
        lessons.forEach((danced, lesson) => {
          const laid = rotation(leaders, followers, 20, seed + lesson, waited);
          const totals = (rounds: number) => {
            const own = waitsIn(laid.slice(0, rounds), many);
            return waited.map((before, one) => before + (own[one] ?? 0));
          };
          for (let round = 1; round <= danced; round++) expect(spread(totals(round))).toBeLessThanOrEqual(1);
          waited = totals(danced);
        });
      }),
    );
  });

  it("gives five leaders and three followers five rounds in which each leader waits twice", () => {
    const rounds = rotation(5, 3, 5, 1);
    expect(waitsIn(rounds, 5)).toEqual([2, 2, 2, 2, 2]);
    expect(rotation(5, 3, 5, 1)).toEqual(rounds);
  });

  it("has no rounds where a role has nobody", () => {
    expect(rotation(0, 4, 3, 1)).toEqual([]);
    expect(rotation(4, 4, 2, 1).map(({ waiting }) => waiting)).toEqual([[], []]);
  });
});
