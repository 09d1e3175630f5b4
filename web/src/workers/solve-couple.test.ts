import {
  type CoupleVerdict,
  coupleInRow,
  coupleInWords,
  coupleOf,
  pathInCouple,
} from "@map-step/core/couple";
import { readingOf } from "@map-step/core/element";
import { centreOf, isSized, type Placing, pathOf, pathOfRole, usualPlacings } from "@map-step/core/figure";
import { COUPLE_LIMITS, USUAL_HOLDS } from "@map-step/core/hold";
import { type Figure, otherSide, parseFigure, stepsOf } from "@map-step/core/notation";
import fc from "fast-check";
import loadHighs from "highs";
import { describe, expect, it, test } from "vitest";
import { IN_FOUR } from "../../../core/testing/figures.ts";
import { runs } from "../../../core/testing/runs.ts";
import { couplesWith } from "./solve-couple.ts";

const solve = couplesWith(await loadHighs());
const DANCE = { holds: USUAL_HOLDS };
const read = (text: string): Figure => {
  const { figure, faults } = parseFigure(text, readingOf(IN_FOUR));
  expect(faults).toEqual([]);
  return figure;
};
const verdictOf = (figure: Figure): CoupleVerdict | null => coupleOf(figure, DANCE, solve);
const said = (text: string): string | undefined => {
  const figure = read(text);
  const verdict = verdictOf(figure);
  return verdict
    ? coupleInWords(verdict, figure, (metres) => `${Math.round(metres * 100) / 100} m`).text
    : undefined;
};

/** `leader, leader … / follower, follower …` */
const couple = (hold: string, leader: string, follower: string): string => {
  const [first, ...rest] = leader.split(", ");
  return `leader\n${[`${first} hold "${hold}"`, ...rest].join(", ")}\nfollower\n${follower}`;
};

describe("worked out by hand", () => {
  it.each([
    [
      "both walk on in step",
      couple("open two-hand", "L forward, R forward, L forward", "R back, L back, R back"),
      0.9,
    ],
    [
      "both rock back and come in again",
      couple("open one-hand", "L back, R replace, L close", "R back, L replace, R close"),
      0.9,
    ],
    ["close, side and together", couple("closed", "L side, R close", "R side, L close"), 0.6],
    // The follower turns on the first step, walks backwards, and turns back: 45 cm nearer for the step that is left over.
    [
      "a turn and back again",
      couple(
        "open one-hand",
        "L place, R place, L place, R place",
        "R forward turn R 1/2, L back, R back, L close turn R 1/2",
      ),
      0.45,
    ],
    ["a shadow walks along", couple("shadow", "L forward, R forward", "L forward, R forward"), 0.47],
  ])("%s with usual steps", (_, text, apart) => {
    const verdict = verdictOf(read(text));
    expect(verdict).toMatchObject({ together: true, strain: 0 });
    expect(verdict?.together && verdict.ends.apart).toBeCloseTo(apart, 2);
  });

  it.each([
    [
      "four walks away from each other",
      couple("closed", "L back, R back, L back, R back", "R back, L back, R back, L back"),
      "closed on 4: they are at least 0.88 m",
    ],
    [
      "one walks off",
      couple(
        "closed",
        Array(5).fill("L place, R place").join(", "),
        Array(5).fill("R back, L back").join(", "),
      ),
      "closed on 9: they are at least 0.79 m",
    ],
    [
      "six walks away from each other",
      couple(
        "open two-hand",
        "L back, R back, L back, R back, L back, R back",
        "R back, L back, R back, L back, R back, L back",
      ),
      "open two-hand on 5: they are at least 1.36 m",
    ],
  ])("%s: no usual steps keep them within reach", (_, text, where) => {
    expect(said(text)).toMatch(new RegExp(`^No usual step sizes keep them within reach in ${where} apart`));
  });

  it("says it where they turn their backs to each other, however near they stand", () => {
    const backs = couple("open one-hand", "L place, R place turn L 1/2", "R place, L place turn R 1/2");
    expect(said(backs)).toBe("No usual step sizes bring them to where open one-hand has them on 2.");
  });

  it("has two pass each other on one side", () => {
    const pass = couple(
      "open one-hand",
      "L forward, R forward, L forward turn L 1/2, R close",
      "R forward, L forward, R forward turn R 1/2, L close",
    );
    const verdict = verdictOf(read(pass));
    expect(verdict).toMatchObject({ together: true });
    expect(verdict?.together && Math.abs(verdict.begins.x)).toBeGreaterThan(0.1);
  });

  it("has a dancer turn before a step or after it, whichever keeps them together", () => {
    // Stepping back before the turn leads away; turning before the second step leads into the leader.
    const about = couple("open two-hand", "L place, R place", "R back turn R 1/2, L forward turn R 1/2");
    const verdict = verdictOf(read(about));
    expect(verdict).toMatchObject({ together: true, strain: 0 });
    expect(verdict?.together && verdict.placings.follower.map(({ turnsFirst }) => turnsFirst)).toEqual([
      true,
      false,
    ]);
  });

  it("names what is to be danced smaller, by its count", () => {
    expect(said(couple("closed", "L back, R close", "R back, L close"))).toMatch(
      /^with the (leader|follower)’s step on 1 .* shorter/,
    );
  });

  it("goes by what the studio states of arms and steps", () => {
    const figure = read(couple("closed", "L back, R back", "R back, L back"));
    const reach = { ...COUPLE_LIMITS.reach, close: 0.35 };
    const stated = { ...DANCE, coupleLimits: { ...COUPLE_LIMITS, reach } };
    expect(verdictOf(figure)).toMatchObject({ together: true });
    expect(coupleOf(figure, stated, solve)).toMatchObject({ together: false, tooFar: { reach: 0.35 } });
  });

  it("says nothing of a dancer alone, of a role without steps, and where no hold is said", () => {
    for (const text of [
      "solo\nL forward, R forward",
      'leader\nL forward hold "closed"',
      "leader\nL forward\nfollower\nR back",
    ])
      expect(verdictOf(read(text))).toBeNull();
  });
});

describe("figures one after the other", () => {
  const row = (...figures: readonly (Figure | null)[]) =>
    coupleInRow(
      figures.map((figure, at) => ({ figure, from: at * 4 })),
      DANCE,
      solve,
    );

  it("begin where and as the one before ended, in the hold that is in force", () => {
    const basic = read(couple("closed", "L side, R close", "R side, L close"));
    const away = read("leader\nL back, R back, L back, R back\nfollower\nR back, L back, R back, L back");
    expect(row(basic, basic).goesOn).toEqual([true, true]);
    expect(row(basic, away).goesOn).toEqual([true, false]);
    expect(row(away).goesOn).toEqual([null]);
    expect(row(basic, null, basic).goesOn).toEqual([true, null, true]);
  });

  it("are looked at together where one leaves the next no way", () => {
    // With usual steps the first ends so near that a second has nowhere to go.
    const near = read(couple("closed", "L forward small, R close", "R place, L place"));
    const { goesOn, danced } = row(near, near);
    expect(goesOn).toEqual([true, true]);
    expect(danced.together && danced.placings.leader).toHaveLength(4);
  });
});

const step = fc.record({
  action: fc.constantFrom("forward", "back", "side", "close", "place"),
  turn: fc.constantFrom("", "", "", " turn R 1/2", " turn L 1/2", " turn R 1/4"),
});
const anyCouple = fc
  .tuple(
    fc.constantFrom("closed", "open two-hand", "open one-hand"),
    fc.array(fc.tuple(step, step), { minLength: 1, maxLength: 6 }),
  )
  .map(([hold, steps]) => {
    const row = (which: 0 | 1, feet: string) =>
      steps
        .map(
          (both, at) =>
            `${at + 1} ${feet[at % 2]} ${both[which].action}${both[which].turn}${which === 0 && at === 0 ? ` hold "${hold}"` : ""}`,
        )
        .join("\n");
    return read(`leader\n${row(0, "LR")}\nfollower\n${row(1, "RL")}`);
  });

const reachIn = (figure: Figure): number => {
  const hold = USUAL_HOLDS.find(({ name }) => name === stepsOf(figure, "leader")[0]?.hold);
  return hold?.close
    ? COUPLE_LIMITS.reach.close
    : hold?.hands === 2
      ? COUPLE_LIMITS.reach.twoHands
      : COUPLE_LIMITS.reach.oneHand;
};

describe("of any couple", () => {
  test("what is called together is within reach, apart, and danced with sizes that people do", () => {
    fc.assert(
      fc.property(anyCouple, (figure) => {
        const verdict = verdictOf(figure);
        if (!verdict?.together) return;
        const [leader, follower] = (["leader", "follower"] as const).map((role) =>
          pathInCouple(figure, role, USUAL_HOLDS, verdict).map(centreOf),
        );
        const between = (leader ?? []).map(
          ({ x, y }, at) => [(follower?.[at]?.x ?? 0) - x, (follower?.[at]?.y ?? 0) - y] as const,
        );
        const far = Math.max(...between.map(([x, y]) => Math.hypot(x, y)));
        expect(far).toBeLessThan(reachIn(figure) + 0.01);
        for (const [at, [x, y]] of between.slice(1).entries())
          for (let part = 0; part <= 1; part += 0.05) {
            const [fromX, fromY] = between[at] ?? [x, y];
            const near = Math.hypot(fromX + part * (x - fromX), fromY + part * (y - fromY));
            expect(near).toBeGreaterThan(COUPLE_LIMITS.apart - 0.02);
          }
        for (const { length = 1, aside = 0 } of [...verdict.placings.leader, ...verdict.placings.follower]) {
          expect(length).toBeGreaterThanOrEqual(COUPLE_LIMITS.shortest - 1e-6);
          expect(length).toBeLessThanOrEqual(COUPLE_LIMITS.longest + 1e-6);
          expect(Math.abs(aside)).toBeLessThanOrEqual(COUPLE_LIMITS.aside + 1e-6);
        }
      }),
      runs(60),
    );
  });

  test("where no sizes are said to keep them within reach, none of many tried at random does", () => {
    fc.assert(
      fc.property(
        anyCouple,
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (figure, stream) => {
          const verdict = verdictOf(figure);
          if (!verdict || verdict.together || !verdict.tooFar) return;
          const next = () => stream.next().value ?? 0;
          const { shortest, longest, aside } = COUPLE_LIMITS;
          const danced = (role: "leader" | "follower") => {
            const steps = stepsOf(figure, role).filter(({ onset }) => onset <= verdict.onset);
            const first = steps.map((step) => isSized(step) && next() < 0.5);
            const placings = usualPlacings(steps, first).map(
              (placing): Placing => ({
                ...placing,
                length: shortest + next() * (longest - shortest),
                aside: (2 * next() - 1) * aside,
              }),
            );
            const start = pathOfRole(figure, role, USUAL_HOLDS)[0];
            const at = start ? centreOf(start) : { x: 0, y: 0 };
            const moved = role === "follower" ? 0.35 : 0;
            return pathOf(
              steps,
              { x: at.x + (2 * next() - 1) * moved, y: at.y + (2 * next() - 1) * moved },
              start?.heading,
              placings,
            ).map(centreOf);
          };
          for (let round = 0; round < 200; round++) {
            const [leader, follower] = [danced("leader"), danced("follower")];
            const far = Math.max(
              ...leader.map(({ x, y }, at) =>
                Math.hypot((follower[at]?.x ?? 0) - x, (follower[at]?.y ?? 0) - y),
              ),
            );
            expect(far).toBeGreaterThan(verdict.tooFar.reach);
          }
        },
      ),
      runs(60),
    );
  });

  test("its picture in a mirror cannot be danced where it cannot", () => {
    fc.assert(
      fc.property(anyCouple, (figure) => {
        const [one, other] = [verdictOf(figure), verdictOf(otherSide(figure))];
        if (one?.together === false)
          expect(other).toMatchObject({ together: false, onset: one.onset, hold: one.hold });
        else expect(other?.together).not.toBe(false);
      }),
      runs(40),
    );
  });
});
